import { z } from 'zod';
import { Value } from '../../facts/fact.ts';
import { FlowStart } from '../../questions/flow-button.ts';
import { actKinds } from '../acts/registry.ts';
import { FieldReply, FileGiven, FoundForReply } from '../event.ts';
import { Id } from '../id.ts';
import type { MustKind } from './must.ts';

/** Who visits, from where and when, and who is in the office: the circumstances of a rehearsal. */
export const Setting = z.strictObject({
  visitor: z.enum(['new', 'returning', 'known person']),
  /** What is remembered of the visitor. */
  remembered: z.record(z.string(), Value),
  page: z.string().max(2_000),
  device: z.enum(['phone', 'tablet', 'computer']),
  language: z.string().max(35),
  referrer: z.string().max(300),
  campaign: z.string().max(300),
  /** The local date and time at which it happens, such as 2026-11-24T10:30. */
  clock: z.iso.datetime({ local: true }),
  /** Whether everyone is in, everyone is out, or each team as its opening hours say. */
  office: z.enum(['in', 'out', 'as the hours say']),
});
export type Setting = z.infer<typeof Setting>;

/** A new visitor at a computer, on a weekday morning with everyone in. */
export const plainSetting: Setting = {
  visitor: 'new',
  remembered: {},
  page: '/',
  device: 'computer',
  language: 'en',
  referrer: '',
  campaign: '',
  clock: '2026-11-24T10:30:00',
  office: 'in',
};

/** One thing that a visitor, or the world, does while the flow waits. */
export const Beat = z.discriminatedUnion('does', [
  z.strictObject({
    does: z.literal('replies'),
    text: z.string().max(4_000),
    choice: z.string().max(60).optional(),
    choices: z.array(z.string().max(60)).max(30).optional(),
    fields: z.record(z.string().max(60), FieldReply).optional(),
    file: FileGiven.optional(),
    /** What was found for it, where it may be a question. */
    found: FoundForReply.optional(),
    /** Where the button leads that was pressed behind an answer. */
    startsFlow: FlowStart.optional(),
  }),
  /** The pause, or the time for an answer, passes. */
  z.strictObject({ does: z.literal('lets time pass') }),
  /** What a step ordered of the host, and waits for, comes or fails. */
  z.strictObject({ does: z.literal('is told'), result: z.unknown() }),
  z.strictObject({ does: z.literal('is not told'), why: z.string().max(300) }),
  /** People give the conversation back. */
  z.strictObject({ does: z.literal('hands back') }),
]);
export type Beat = z.infer<typeof Beat>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows the types of its own
type AnyMust = MustKind<any, any>;
type Kind = Extract<(typeof actKinds)[number], { musts?: unknown }>['musts'] extends infer M
  ? NonNullable<M> extends ReadonlyArray<infer K>
    ? K
    : never
  : never;

/** Every kind of thing that must hold, with the act that it is about. */
export const mustKinds: ReadonlyArray<{ act: string; kind: AnyMust }> = actKinds.flatMap(({ act, musts = [] }) =>
  musts.map(kind => ({ act, kind })),
);

/** What must hold when a run-through is over. */
export type Must = z.infer<Extract<Kind, { schema: unknown }>['schema']>;
export const Must = z.discriminatedUnion(
  'must',
  mustKinds.map(({ kind }) => kind.schema) as unknown as [z.ZodObject],
) as unknown as z.ZodType<Must, Must>;

const byName = new Map(mustKinds.map(must => [must.kind.must as string, must]));

/** The kind of what must hold. */
export function mustKindOf({ must }: Must): { act: string; kind: AnyMust } {
  return byName.get(must)!;
}

/** The kinds that are asked for in words, with what they are called. */
export const askedMusts = mustKinds.flatMap(({ kind }) =>
  kind.asked ? [{ must: kind.must as Must['must'], asked: kind.asked }] : [],
);

/** The version of what a run-through is written in; those before are brought up by `upgrades/`. */
export const RUN_FORMAT = 'kineta.run/2';

/** A rehearsal that is kept: the circumstances, what is done, and what must hold at its end. */
export const RunThrough = z.strictObject({
  format: z.literal(RUN_FORMAT),
  name: z.string().trim().min(1, 'A run-through has a name.').max(100),
  /** The scene or step that it begins with; the flow’s own beginning when absent. */
  from: Id.optional(),
  setting: Setting,
  beats: z.array(Beat).max(200),
  must: z.array(Must).min(1, 'Say what must hold.').max(30),
});
export type RunThrough = z.infer<typeof RunThrough>;
