import { z } from 'zod';
import { understandNumber } from '../../answers/number.ts';
import { type Locale, show } from '../../facts/fact.ts';
import { message } from '../../messages/message.ts';
import type { StepFinding } from '../steps/kind.ts';
import type { AnswerKind } from './kind.ts';

export const NumberAnswer = z.strictObject({
  type: z.literal('number'),
  min: z.number().optional(),
  max: z.number().optional(),
});

const plain = (value: number | undefined, locale: Locale): string => show(value ?? 0, 'number', locale);

export const number: AnswerKind<z.infer<typeof NumberAnswer>> = {
  type: 'number',
  schema: NumberAnswer,
  blank: () => ({ type: 'number' }),
  asksFor: 'a number',
  keptAs: ['number', 'money'],
  again(answer, unclear, { locale }) {
    const { language } = locale;
    if (unclear === 'too small') return message(language, 'number too small', { least: plain(answer.min, locale) });
    if (unclear === 'too large') return message(language, 'number too large', { most: plain(answer.max, locale) });
    return message(language, 'number again');
  },
  shown: () => ({ type: 'number' }),
  understand: (answer, reply, world) => understandNumber(reply.text, world.locale.language, answer),
  check: answer =>
    answer.min !== undefined && answer.max !== undefined && answer.min > answer.max
      ? [
          {
            code: 'no way on',
            level: 'problem',
            sentence: 'The lowest number allowed is above the highest, so no answer is ever right.',
            part: 'answer',
          },
        ]
      : [],
};

export const RangeAnswer = z.strictObject({
  type: z.literal('number range'),
  /** Where one range ends and the next begins, ascending: 1,000 and 2,000 make three ranges. */
  bounds: z.array(z.number()).max(12),
  /** Whether the numbers are shown as money. */
  money: z.boolean().optional(),
});
type RangeAnswer = z.infer<typeof RangeAnswer>;

interface Range {
  id: string;
  label: string;
  /** The number that is kept when the range is picked: its middle, and the bound of the open ones at either end. */
  value: number;
}

function ranges({ bounds, money }: RangeAnswer, locale: Locale): Range[] {
  const say = (value: number): string => show(value, money ? 'money' : 'number', locale);
  return [...bounds, Number.POSITIVE_INFINITY].map((to, index) => {
    const from = bounds[index - 1];
    const id = `range-${index}`;
    const { language } = locale;
    if (from === undefined) return { id, label: message(language, 'range under', { to: say(to) }), value: to };
    if (to === Number.POSITIVE_INFINITY)
      return { id, label: message(language, 'range over', { from: say(from) }), value: from };
    return {
      id,
      label: message(language, 'range between', { from: say(from), to: say(to) }),
      value: (from + to) / 2,
    };
  });
}

/** Ranges to pick instead of a number to type; a number typed all the same is kept as it is. */
export const range: AnswerKind<RangeAnswer> = {
  type: 'number range',
  schema: RangeAnswer,
  blank: () => ({ type: 'number range', bounds: [1_000, 2_000, 3_000] }),
  asksFor: 'a range of numbers',
  keptAs: ['number', 'money'],
  again: (_, __, { locale }) => message(locale.language, 'range again'),
  shown: (answer, { locale }) => ({
    type: 'number range',
    choices: ranges(answer, locale).map(({ id, label }) => ({ id, label })),
  }),
  understand(answer, reply, { locale }) {
    const picked = ranges(answer, locale).find(({ id }) => id === reply.choice);
    return picked ? { value: picked.value } : understandNumber(reply.text, locale.language);
  },
  check(answer) {
    const findings: StepFinding[] = [];
    if (answer.bounds.length === 0)
      findings.push({
        code: 'no way on',
        level: 'problem',
        sentence: 'This question has no ranges to pick from.',
        part: 'answer',
      });
    if (answer.bounds.some((bound, index) => index > 0 && bound <= answer.bounds[index - 1]!))
      findings.push({
        code: 'no way on',
        level: 'problem',
        sentence: 'Each range has to end above the one before it.',
        part: 'answer',
      });
    return findings;
  },
};

export const RatingAnswer = z.strictObject({ type: z.literal('rating'), most: z.int().min(2).max(10) });

/** A whole number from one to so many. */
export const rating: AnswerKind<z.infer<typeof RatingAnswer>> = {
  type: 'rating',
  schema: RatingAnswer,
  blank: () => ({ type: 'rating', most: 5 }),
  asksFor: 'a rating',
  keptAs: ['number'],
  again: ({ most }, _, { locale }) => message(locale.language, 'rating again', { most }),
  shown: ({ most }) => ({
    type: 'rating',
    choices: Array.from({ length: most }, (_, index) => ({ id: String(index + 1), label: String(index + 1) })),
  }),
  understand({ most }, reply, { locale }) {
    const understood = understandNumber(reply.choice ?? reply.text, locale.language, { min: 1, max: most });
    return 'value' in understood && !Number.isInteger(understood.value) ? { unclear: 'no match' } : understood;
  },
  check: () => [],
};
