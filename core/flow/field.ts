import { z } from 'zod';
import { FactName, type Value } from '../facts/fact.ts';
import { message } from '../messages/message.ts';
import { answerKindOf, FieldAnswer } from './answers/registry.ts';
import type { FieldReply } from './event.ts';
import { Id } from './id.ts';
import type { FieldShown } from './shown.ts';
import type { World } from './world.ts';

/** One of several things that are asked on one card. */
export const Field = z.strictObject({
  id: Id,
  label: z.string().max(100),
  answer: FieldAnswer,
  /** The fact that keeps what was given. */
  fact: FactName.optional(),
  /** Whether it may be left empty. */
  optional: z.literal(true).optional(),
});
export type Field = z.infer<typeof Field>;

/** What was given of each field, by its identity. */
export type Given = Readonly<Record<Id, FieldReply>>;

/** A card’s fields as the visitor sees them, with what was given before and what is wrong with it. */
export function fieldsShown(
  fields: readonly Field[],
  world: World,
  given: Given = {},
  mistakes: ReadonlyMap<Id, string> = new Map(),
): FieldShown[] {
  return fields.map(({ id, label, answer, optional }): FieldShown => {
    const mistake = mistakes.get(id);
    return {
      id,
      label,
      ...(optional ? { optional } : {}),
      answer: answerKindOf(answer.type).shown(answer, world),
      ...(given[id] ? { given: given[id] } : {}),
      ...(mistake ? { mistake } : {}),
    };
  });
}

/** Whether anything was given of a field. */
export function isGiven({ text, choice, choices }: FieldReply): boolean {
  return text.trim() !== '' || choice !== undefined || (choices?.length ?? 0) > 0;
}

/**
 * What a card’s fields hold, of each that was given; or what is wrong with them, by field, in words.
 * @param isFirst whether it is sent for the first time: what is doubtful is asked about once
 */
export function readFields<F extends Field>(
  fields: readonly F[],
  given: Given,
  world: World,
  isFirst: boolean,
): { values: Array<{ field: F; value: Value }>; mistakes: Map<Id, string> } {
  const mistakes = new Map<Id, string>();
  const values: Array<{ field: F; value: Value }> = [];
  for (const field of fields) {
    const result = readField(field, given[field.id] ?? { text: '' }, world, isFirst);
    if ('mistake' in result) mistakes.set(field.id, result.mistake);
    else if (result.value !== undefined) values.push({ field, value: result.value });
  }
  return { values, mistakes };
}

/** What one field holds, nothing when it was left empty and may be, or what is wrong with it. */
function readField(
  { answer, optional }: Field,
  given: FieldReply,
  world: World,
  isFirst: boolean,
): { value?: Value } | { mistake: string } {
  const kind = answerKindOf(answer.type);
  const { language } = world.locale;
  if (!isGiven(given)) return optional ? {} : { mistake: message(language, 'field needed') };
  const understood = kind.understand(answer, { event: 'replied', ...given }, world);
  if ('unclear' in understood) return { mistake: kind.again(answer, understood.unclear, world) };
  // A doubtful address is asked about once; who sends it again means it.
  if ('probably' in understood && isFirst)
    return { mistake: message(language, 'field doubtful', { probably: String(understood.probably) }) };
  return { value: kind.picked?.(answer, understood.value).value ?? understood.value };
}
