import fc from 'fast-check';
import { expect, test } from 'vitest';
import { questionsIn } from './several.ts';

test.each<[string, string[]]>([
  ['How loud is it? And do I need planning permission?', ['How loud is it?', 'And do I need planning permission?']],
  ['how much is it and how long does it take', ['how much is it', 'how long does it take']],
  ['Hi there. Is it free, and can you come on Saturday?', ['Is it free', 'can you come on Saturday?']],
  [
    'is it loud?\ndo you work in Ellerby?\nwhat does it cost?\nand who are you?',
    ['is it loud?', 'do you work in Ellerby?', 'what does it cost?'],
  ],
])('several: %s', (message, parts) => {
  expect(questionsIn(message, 'en-GB')).toEqual(parts);
});

test.each([
  'How loud is it?',
  'do you sell heat pumps and batteries',
  'We have a farm and two barns. How much is a heat pump?',
  'does it cost £1.50 or more',
  'my neighbour asked how loud it is',
  '',
])('one, or none: %s', message => {
  expect(questionsIn(message, 'en')).toEqual([]);
});

test('whatever is written, few parts of it come back', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 700 }), message => {
      const parts = questionsIn(message, 'en');
      expect(parts.length).toBeLessThanOrEqual(3);
      for (const part of parts) expect(message).toContain(part);
    }),
  );
});
