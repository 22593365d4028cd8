import { expect, test } from 'vitest';
import { unfinishedAnswer, unfinishedQuestion } from '../unfinished.ts';
import { UNFINISHED_STEP } from '../unfinished-step.ts';

test('who comes into another flow is asked whether that begins, or what they have not finished goes on', () => {
  expect(unfinishedQuestion('Robin', '7', 'en-GB')).toMatchObject({
    kind: 'asked',
    speaker: 'Robin',
    step: UNFINISHED_STEP,
    offers: { flow: '7' },
    answer: { type: 'choice', choices: [{ id: 'goes on' }, { id: 'begins' }] },
  });
});

test.each([
  [{ text: 'Go on with it', choice: 'goes on' }, 'goes on'],
  [{ text: 'whatever', choice: 'begins' }, 'begins'],
  [{ text: 'begin something new' }, 'begins'],
  [{ text: ' go on with it. ' }, 'goes on'],
  [{ text: 'yes please' }, 'goes on'],
  [{ text: 'No' }, 'begins'],
  [{ text: 'Is it loud at night?' }, undefined],
  [{ text: '9,400' }, undefined],
  [{ text: 'x', choice: 'something' }, undefined],
] as const)('what they answer is known: %j', (reply, way) => expect(unfinishedAnswer(reply, 'en-GB')).toBe(way));
