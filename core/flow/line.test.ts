import { describe, expect, test } from 'vitest';
import { isEmptyLine, Line, lineFacts, lineOf, lineReads, lineText, speaker } from './line.ts';

const british = { language: 'en-GB', currency: 'GBP' };
const factOf = (name: string) =>
  name === 'saving'
    ? { type: 'money' as const }
    : name === 'use'
      ? { type: 'number' as const, unit: 'kWh' }
      : undefined;

describe('lines', () => {
  const line: Line = [
    [{ text: 'Hello ' }, { fact: 'name', otherwise: 'there' }, { text: '!', strong: true }],
    [{ text: 'You save ' }, { fact: 'saving' }, { text: '.' }],
  ];

  test('are filled in, in the visitor’s locale, with words in the place of what is not known', () => {
    const speak = speaker(line, factOf);
    expect(lineText(speak({ name: 'Maud', saving: 612.9 }, british))).toBe('Hello Maud!\nYou save £612.90.');
    expect(lineText(speak({}, british))).toBe('Hello there!\nYou save .');
    expect(speak({ name: 'Maud' }, british)[0]).toContainEqual({ text: '!', strong: true });
  });

  test('write a number with its unit', () => {
    const speak = speaker([[{ text: 'You use ' }, { fact: 'use' }, { text: '.' }]], factOf);
    expect(lineText(speak({ use: 12_000 }, british))).toBe('You use 12,000 kWh.');
  });

  test('say which facts they cannot do without, and which they mention', () => {
    expect(lineReads(line)).toEqual(['saving']);
    expect(lineFacts(line)).toEqual(['name', 'saving']);
  });

  test('without facts are handed out as they are', () => {
    const plain: Line = [[{ text: 'Hello' }]];
    expect(speaker(plain, factOf)({}, british)).toBe(plain);
  });

  test('are empty when there is nothing to read', () => {
    for (const empty of [[], [[]], [[{ text: '  ' }]], [[{ text: '' }], []]]) expect(isEmptyLine(empty)).toBe(true);
    expect(isEmptyLine([[{ fact: 'name' }]])).toBe(false);
  });

  test('of plain text have a paragraph for every newline', () => {
    expect(lineOf('one\n\ntwo')).toEqual([[{ text: 'one' }], [], [{ text: 'two' }]]);
    expect(lineText(lineOf('one\n\ntwo'))).toBe('one\n\ntwo');
  });

  test.each([
    ['https://brackenrow.example/a?b=c#d', true],
    ['mailto:hello@brackenrow.example', true],
    ['tel:+44 1632 960123', true],
    ['/heat-pumps', true],
    ['//elsewhere.example', false],
    ['/\\elsewhere.example', false],
    ['javascript:alert(1)', false],
    ['JaVaScRiPt:alert(1)', false],
    ['data:text/html,hello', false],
    ['https://a b', false],
    ['', false],
  ])('a link to “%s”: %s', (link, fine) => {
    expect(Line.safeParse([[{ text: 'here', link }]]).success).toBe(fine);
  });
});
