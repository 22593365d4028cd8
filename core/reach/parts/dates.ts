import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

const Day = z.iso.date('A day is written as 2026-12-24.');

/** From a day to a day, both of them with it, as the site has them. */
export const dates = cuePart({
  part: 'dates',
  schema: z.strictObject({ from: Day.nullable(), to: Day.nullable() }),
  blank: () => ({ from: null, to: null }),
  words: ({ from, to }) => [
    ...(from ? [plain('from '), { value: from }] : []),
    ...(to ? [plain(from ? ' to ' : 'until '), { value: to }] : []),
    ...(from || to ? [] : [plain('on any day')]),
  ],
  ready:
    ({ from, to }) =>
    ({ today }) =>
      (from === null || today >= from) && (to === null || today <= to),
  not: ({ from, to }, { today }) =>
    from !== null && today < from
      ? [plain('it begins on '), { value: from }]
      : [plain('it was over on '), { value: to ?? '' }],
  findings: ({ from, to }) =>
    from !== null && to !== null && from > to
      ? [{ level: 'problem', sentence: 'It would be over before it begins.' }]
      : [],
});
