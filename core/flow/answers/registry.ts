import { z } from 'zod';
import { EmailAnswer, email, PhoneAnswer, phone } from './address.ts';
import { ChoiceAnswer, choice, PickAnswer, SeveralAnswer, several } from './choice.ts';
import { DateAnswer, date } from './date.ts';
import { FileAnswer, file } from './file.ts';
import type { AnswerKind } from './kind.ts';
import { NumberAnswer, number, RangeAnswer, RatingAnswer, range, rating } from './number.ts';
import { PostcodeAnswer, postcode } from './postcode.ts';
import { longText, shortText } from './text.ts';
import { YesNoAnswer, yesNo } from './yesno.ts';

const plain = [
  SeveralAnswer,
  YesNoAnswer,
  z.strictObject({ type: z.literal('short text') }),
  z.strictObject({ type: z.literal('long text') }),
  EmailAnswer,
  PhoneAnswer,
  NumberAnswer,
  RangeAnswer,
  RatingAnswer,
  DateAnswer,
  PostcodeAnswer,
] as const;

/** What an ask asks for, told apart by its `type`. */
export const Answer = z.discriminatedUnion('type', [ChoiceAnswer, FileAnswer, ...plain]);
/** What a field of a form asks for: a choice in it leads nowhere, and files are asked for by themselves. */
export const FieldAnswer = z.discriminatedUnion('type', [PickAnswer, ...plain]);
export type FieldAnswer = z.infer<typeof FieldAnswer>;
export type Answer = z.infer<typeof Answer>;
export type AnswerType = Answer['type'];

/** Every type of answer, in the order of the menu. */
export const answerKinds = [
  choice,
  several,
  yesNo,
  shortText,
  longText,
  email,
  phone,
  number,
  range,
  rating,
  date,
  postcode,
  file,
] as const;

/** What a question asks for whose answer may be anything, in a few words or in many; and one of several choices. */
export const briefAnswer: Answer = { type: shortText.type };
export const freeAnswer: Answer = { type: longText.type };
export const choiceOf = (choices: Array<{ id: string; label: string }>): Answer => ({ type: 'choice', choices });

const byType = new Map<string, unknown>(answerKinds.map(kind => [kind.type, kind]));

/** The kind of an answer. The registry holds each under its own type, which is what makes the cast right. */
export function answerKindOf(type: AnswerType): AnswerKind<Answer> {
  return byType.get(type) as AnswerKind<Answer>;
}
