import { type Beat, Flow, FORMAT, plainSetting, rehearse } from '@kineta/core';
import { describe, expect, test } from 'vitest';
import { stagedOf } from './staged.ts';

const line = (text: string) => [[{ text }]];
const flow = Flow.parse({
  format: FORMAT,
  name: 'Two questions',
  speaker: 'Robin',
  facts: [{ name: 'first name', type: 'text', scope: 'conversation' }],
  scenes: [
    {
      id: 'a',
      title: 'Welcome',
      steps: [
        { id: 's', kind: 'say', line: [[]] },
        {
          id: 'q',
          kind: 'ask',
          line: line('What may we call you?'),
          answer: { type: 'short text' },
          fact: 'first name',
          tries: 2,
        },
        { id: 'p', kind: 'pause', for: { amount: 2, unit: 'seconds' } },
        { id: 'h', kind: 'hand over', team: 'Sales', waiting: [], closed: { line: line('Shut.') } },
        { id: 'e', kind: 'end' },
      ],
    },
  ],
});
const locale = { language: 'en', currency: 'GBP' };
const stage = { zone: 'Europe/London', country: 'GB', locale, business: {}, hours: {}, teams: ['Sales'] };
const head = { business: 'Brackenrow', open: true, changes: null };

function staged(...beats: Beat[]) {
  const rehearsed = rehearse(flow, { setting: plainSetting, beats }, stage);
  const rehearsing = { flow, known: rehearsed.session.facts, locale };
  return stagedOf(rehearsed, rehearsing, { locale, time: String }, '2026-11-24T10:30:00.000Z', head);
}
const replies = (text: string): Beat => ({ does: 'replies', text });

describe('a rehearsal in the visitor’s window', () => {
  test('begins with what is heard: an empty line is not yet', () => {
    const { chat, notes } = staged();
    expect(chat.entries.map(({ kind, number }) => [kind, number])).toEqual([['asked', 1]]);
    expect(notes).toEqual({});
    expect(chat).toMatchObject({ phase: 'open', speaker: 'Robin', business: 'Brackenrow', holder: 'flow' });
  });

  test('notes after an entry what visitors do not see', () => {
    const { chat, notes } = staged(replies('Ilse'), { does: 'lets time pass' });
    expect(chat.entries.map(({ kind }) => kind)).toEqual(['asked', 'replied', 'handed over']);
    expect(notes[2]).toEqual(['first name = Ilse', 'The time has passed.']);
    expect(chat.holder).toBe('waiting');
  });

  test('knows how many beats came before each answer', () => {
    const { answers } = staged(replies(' '), replies('Ilse'));
    expect([...answers.values()]).toEqual([0, 1]);
  });
});
