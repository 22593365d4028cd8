import { z } from 'zod';
import { bare } from '../answers/answer.ts';
import { understandWish } from '../answers/wish.ts';
import type { EntryBody } from '../conversation/entries/registry.ts';
import { cut } from '../facts/text.ts';
import type { Reply } from '../flow/event.ts';
import type { AnswerShown } from '../flow/shown.ts';
import { message, spoken } from '../messages/message.ts';
import { COMMENT_STEP, RATING_STEP } from './steps.ts';

/** What visitors say of how it went. */
export const Rating = z.enum(['good', 'middling', 'bad']);
export type Rating = z.infer<typeof Rating>;

/** So much of what is said of it is kept beside it; the whole stands in the log. */
export const LONGEST_COMMENT = 1_000;
/** The one thing that can be picked where a word about it is asked for. */
const NOTHING = 'nothing';

const wordsFor = (rating: Rating, language: string): string => message(language, `rated ${rating}`);

/** How a rating is asked for: a question of three choices, which is no step of a flow. */
export function ratingQuestion(speaker: string, line: EntryLine, language: string): EntryBody {
  const choices = Rating.options.map(id => ({ id, label: wordsFor(id, language) }));
  return { kind: 'asked', speaker, line, answer: { type: 'choice', choices }, step: RATING_STEP };
}
type EntryLine = Extract<EntryBody, { kind: 'asked' }>['line'];

const ratingIn = ({ text, choice }: Reply, language: string): Rating | undefined =>
  Rating.options.find(one => one === choice) ??
  Rating.options.find(one => bare(wordsFor(one, language)) === bare(text));

/** Whether what was typed wants an answer, and so is no word about how it went. */
const wantsAnswer = (text: string, language: string, wishes: readonly string[]): boolean =>
  text.includes('?') || understandWish(text, language, wishes) !== undefined;

/**
 * What a reply is where a rating was asked for, or, behind it, a word about it. Whatever is neither is the conversation’s, as any
 * other message.
 * @param waitsFor what was asked last
 * @returns what it leaves in the log behind the reply, with what is kept of it; undefined where it is something else
 */
export function ratedBy(
  reply: Reply,
  waitsFor: 'rating' | 'comment',
  { speaker, language, wishes }: { speaker: string; language: string; wishes: readonly string[] },
): { entries: EntryBody[]; rating?: Rating; comment?: string } | undefined {
  if (waitsFor === 'rating') {
    const rating = reply.step === RATING_STEP ? ratingIn(reply, language) : undefined;
    if (rating === undefined) return undefined;
    const answer: AnswerShown = {
      type: 'choice',
      choices: [{ id: NOTHING, label: message(language, 'no word about it') }],
    };
    return {
      rating,
      entries: [
        { kind: 'rated', rating },
        { kind: 'asked', speaker, line: spoken(language, 'a word about it'), answer, step: COMMENT_STEP },
      ],
    };
  }
  if (reply.step !== COMMENT_STEP) return undefined;
  const thanks: EntryBody = { kind: 'said', speaker, line: spoken(language, 'thanks for the word') };
  if (reply.choice === NOTHING) return { entries: [thanks] };
  if (reply.file || wantsAnswer(reply.text, language, wishes)) return undefined;
  const comment = cut(reply.text, LONGEST_COMMENT);
  return { comment, entries: [{ kind: 'rated', comment }, thanks] };
}
