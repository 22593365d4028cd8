import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import type { StepKind } from './kind.ts';

/** A page of the site by its path (browsers take a second slash, either way, for a host), or any page of the web. */
export const Page = z
  .string()
  .max(2_000)
  .regex(/^(https?:\/\/[^\s]+|\/(?![/\\])[^\s]*)$/i, 'A page starts with / or https://.');

export const TakeToPage = z.strictObject({
  id: Id,
  kind: z.literal('take to page'),
  page: z.union([Page, z.literal('')]),
});
export type TakeToPage = z.infer<typeof TakeToPage>;

/** Takes the visitor’s browser to a page; the chat goes along. */
export const takeToPage: StepKind<TakeToPage> = {
  kind: 'take to page',
  purpose: 'Take the visitor to a page of the site',
  schema: TakeToPage,
  blank: id => ({ id, kind: 'take to page', page: '' }),
  words: step => [plain(`Take the visitor to ${step.page || '…'}`)],
  exits: () => [{}],
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: step =>
    step.page === ''
      ? [{ code: 'empty line', level: 'problem', sentence: 'No page is named to take the visitor to.', part: 'page' }]
      : [],
  play(step, stage) {
    const on = stage.way(undefined);
    return {
      enter(run) {
        run.acts.push({ act: 'take to page', step: step.id, page: step.page });
        return on;
      },
    };
  },
};
