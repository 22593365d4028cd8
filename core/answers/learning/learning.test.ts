import { describe, expect, test } from 'vitest';
import { dice } from '../../flow/dice.ts';
import type { Weights } from '../marks.ts';
import { drawn } from '../vocabulary/phrases.ts';
import { vocabularyOf } from '../vocabulary/vocabularies.ts';
import { clausesOf, isMeant, wordsOf } from '../wish.ts';
import { noWishes, wishes } from './en/examples.ts';
import { wanting, wantingNone } from './en/phrases.ts';
import { type Example, learn } from './learn.ts';

const { person } = vocabularyOf('en').wishes;

/** So many of each phrase are drawn, and so much one of them counts beside an example. */
const OF_EACH = 80;
const COUNTS = 0.3;

const wordsIn = (text: string): string[] => wordsOf(text, person);

/** What there is to learn of a text: where it asks for somebody, the whole of it does; where not, no clause of it does. */
const saying = (text: string): Example[] => [
  { words: wordsIn(clausesOf(text, person).join(' ')), says: true, counts: 1 },
];
const sayingNot = (text: string): Example[] => {
  const clauses = clausesOf(text, person);
  return [...new Set([...clauses, clauses.join(' ')])].map(clause => ({
    words: wordsIn(clause),
    says: false,
    counts: 1,
  }));
};

const throws = dice(1);
const ofPhrases = (phrases: typeof wanting, says: boolean): Example[] => {
  const said = phrases.flatMap(([phrase, times]) =>
    Array.from({ length: OF_EACH * times }, () => drawn(phrase, throws)),
  );
  return [...new Set(said)].map(text => ({ words: wordsIn(text), says, counts: COUNTS }));
};
const phrases = [...ofPhrases(wanting, true), ...ofPhrases(wantingNone, false)];

/** What is learnt of all examples but those that are left out. */
const learnt = (isLeftOut: (text: string, at: number) => boolean = () => false): Weights =>
  learn(
    [
      ...wishes.filter((text, at) => !isLeftOut(text, at)).flatMap(saying),
      ...noWishes.filter((text, at) => !isLeftOut(text, at)).flatMap(sayingNot),
      ...phrases,
    ],
    person.kinds,
  );

describe('what is learnt of wanting a person', () => {
  // After a change of the examples, the phrases or the kinds: `npx vitest run --project core -u core/answers/learning`.
  test('is what the vocabulary has, one line a weight', async () => {
    await expect(`${JSON.stringify(learnt(), null, 2)}\n`).toMatchFileSnapshot('../vocabulary/en/wish-weights.json');
  });

  test('holds of wordings that were not learnt from', () => {
    const parts = 4;
    const right = { wishes: 0, noWishes: 0 };
    for (let part = 0; part < parts; part++) {
      const isLeftOut = (_: string, at: number) => at % parts === part;
      const weights = learnt(isLeftOut);
      const says = (text: string) =>
        clausesOf(text, person).some(clause => isMeant(wordsIn(clause), { kinds: person.kinds, weights }));
      right.wishes += wishes.filter(isLeftOut).filter(says).length;
      right.noWishes += noWishes.filter(isLeftOut).filter(text => !says(text)).length;
    }
    expect(right.wishes / wishes.length).toBeGreaterThan(0.96);
    expect(right.noWishes / noWishes.length).toBeGreaterThan(0.96);
  });
});
