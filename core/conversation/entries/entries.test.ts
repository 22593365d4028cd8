import { describe, expect, test } from 'vitest';
import type { Reader } from './kind.ts';
import { entriesOf, entryKindOf, entryKinds, entryWords, visitorSees } from './registry.ts';

const reader: Reader = { locale: { language: 'en-GB', currency: 'GBP' }, time: instant => instant };

describe('entries', () => {
  test('what is for the team is not among what visitors see, and neither is what nobody knows', () => {
    for (const kind of ['note', 'learnt', 'entered', 'direction', 'passed on', 'opened', 'newer', 'sung'])
      expect(visitorSees({ kind })).toBe(false);
    for (const kind of ['replied', 'said', 'asked', 'answered', 'done']) expect(visitorSees({ kind })).toBe(true);
  });

  test('stand in the registry under their own kinds, each once', () => {
    for (const kind of entryKinds) expect(kind.schema.shape.kind.value).toBe(kind.kind);
    for (const kind of entryKinds) expect(entryKindOf({ kind: String(kind.kind) })).toBe(kind);
  });

  test('of acts are said under the flow’s name, and orders leave nothing', () => {
    const acts = [
      { act: 'enter' as const, scene: 'a', title: 'Greeting' },
      { act: 'say' as const, step: 'b', line: [[{ text: 'Hello' }]] },
      { act: 'clear timer' as const },
    ];
    expect(entriesOf(acts, 'Robin')).toEqual([
      { kind: 'entered', scene: 'a', title: 'Greeting' },
      { kind: 'said', speaker: 'Robin', line: [[{ text: 'Hello' }]] },
    ]);
  });

  test('read as sentences: by code, as they were written before codes, and as something newer', () => {
    expect(entryWords({ kind: 'direction', says: { code: 'left out' } }, reader)).toBe(
      'The visitor left the question out.',
    );
    expect(entryWords({ kind: 'direction', text: 'Sales is closed.' }, reader)).toBe('Sales is closed.');
    expect(entryWords({ kind: 'handed over', team: null, reason: 'Nobody knows.' }, reader)).toContain('Nobody knows.');
    expect(entryWords({ kind: 'direction', says: { code: 'of tomorrow' } }, reader)).toBe('of tomorrow');
    expect(entryWords({ kind: 'sung' } as never, reader)).toMatch(/newer/);
  });
});
