import fc from 'fast-check';
import { expect, test } from 'vitest';
import { contradictionsIn } from './contradictions.ts';

const article = (id: string, question: string, answer: string) => ({ id, question, answer });
const between = (...answers: Array<ReturnType<typeof article>>) => contradictionsIn(answers, 'en-GB');

test('two numbers for one question are told, with how each has it', () => {
  expect(
    between(
      article('1', 'What does a boat trip cost?', 'It costs £18.'),
      article('2', 'How much does a boat trip cost?', 'From £20, or £35 with lunch.'),
      article('3', 'How long is the guarantee?', 'Two years.'),
      article('4', 'How long is the guarantee on a sail?', 'It is 5 years.'),
    ),
  ).toEqual([
    { one: '1', other: '2', says: ['£18', '£20'] },
    { one: '3', other: '4', says: ['Two', '5'] },
  ]);
});

test('what is asked otherwise, counts otherwise, or has a number in common, is none', () => {
  expect(
    between(
      article('1', 'What does a boat trip cost?', 'It costs £18.'),
      article('2', 'What does a bike trip cost?', 'It costs £9.'),
      article('3', 'What does the boat trip cost for children?', 'Half: £9, with parents at £18.'),
      article('4', 'How long is the boat trip cost free?', 'For 3 days.'),
      article('5', 'Prices', '£3'),
      article('6', 'Prices', '£4'),
    ),
  ).toEqual([]);
});

test('nothing contradicts what is the same, whatever it is', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (question, answer) => {
      expect(between(article('1', question, answer), article('2', question, answer))).toEqual([]);
    }),
  );
});
