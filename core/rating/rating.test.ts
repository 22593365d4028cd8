import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { movesOf, recordedOf } from '../conversation/entries/registry.ts';
import type { Reply } from '../flow/event.ts';
import { Rating, ratedBy, ratingQuestion } from './rating.ts';
import { COMMENT_STEP, RATING_STEP } from './steps.ts';

const around = { speaker: 'Robin', language: 'en-GB', wishes: [] };
const reply = (text: string, more: Partial<Reply> = {}): Reply => ({
  event: 'replied',
  text,
  step: RATING_STEP,
  ...more,
});

describe('a rating', () => {
  test.each([
    ['picked', reply('Good', { choice: 'good' }), 'good'],
    ['typed as it is called', reply('so so'), 'middling'],
    ['typed as it is called, with a sign', reply('Not good!'), 'bad'],
  ])('is %s', (_, given, rating) => {
    expect(ratedBy(given, 'rating', around)).toMatchObject({
      rating,
      entries: [{ kind: 'rated', rating }, { kind: 'asked' }],
    });
  });

  test.each([
    ['another question', reply('Can I have the invoice too?')],
    ['an answer to another question', reply('Good', { step: 's1' })],
    ['a message that answers none', { event: 'replied' as const, text: 'good' }],
    ['a choice that there is not', reply('Great', { choice: 'great' })],
  ])('is not %s', (_, given) => expect(ratedBy(given, 'rating', around)).toBeUndefined());
});

describe('a word about it', () => {
  const word = (text: string, more: Partial<Reply> = {}) =>
    ratedBy(reply(text, { step: COMMENT_STEP, ...more }), 'comment', around);
  test('is kept, and thanked for', () => {
    expect(word('Priya was very kind')).toMatchObject({
      comment: 'Priya was very kind',
      entries: [{ kind: 'rated' }, { kind: 'said' }],
    });
  });
  test('may be left out', () => {
    expect(word('No, that’s all', { choice: 'nothing' })).toEqual({
      entries: [expect.objectContaining({ kind: 'said' })],
    });
  });
  test.each(['And when does the engineer come?', 'can I speak to someone', 'a person please'])(
    'is not “%s”, which wants an answer',
    text => expect(word(text)).toBeUndefined(),
  );
});

test('whatever is said of it concerns neither the flow nor its replays', () => {
  fc.assert(
    fc.property(fc.string(), fc.constantFrom(...Rating.options), (text, choice) => {
      const question = ratingQuestion('Robin', [[{ text: 'How did it go?' }]], 'en-GB');
      const said = { kind: 'replied' as const, text, choice, step: RATING_STEP, clientId: 'c' };
      for (const entry of [question, said]) expect(recordedOf(entry, { number: 1, at: 1 })).toEqual([]);
      expect(movesOf(said)).toEqual([]);
      expect(movesOf(question)).toEqual([{ move: 'rule' }, { move: 'rating', is: 'asked' }]);
    }),
  );
});
