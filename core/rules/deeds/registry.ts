import { z } from 'zod';
import { assign } from './assign.ts';
import { close } from './close.ts';
import { email } from './email.ts';
import type { DeedKind } from './kind.ts';
import { lead } from './lead.ts';
import { notify } from './notify.ts';
import { raise } from './raise.ts';
import { rate } from './rate.ts';
import { run } from './run.ts';
import { say } from './say.ts';
import { service } from './service.ts';
import { tag } from './tag.ts';

/** Every kind of deeds, in the order in which they are offered. */
const kinds = [say, email, rate, lead, notify, assign, tag, raise, service, close, run] as const;
type Kind = (typeof kinds)[number];

/** What a rule does. */
export type Deed = z.infer<Kind['schema']>;
export const Deed = z.discriminatedUnion(
  'deed',
  kinds.map(({ schema }) => schema) as unknown as [Kind['schema']],
) as z.ZodType<Deed>;

/** The deeds of one kind, and what the log keeps of them. */
export type DeedOf<N extends Deed['deed']> = Extract<Deed, { deed: N }>;
export type DoneOf<N extends Deed['deed']> = Extract<z.infer<Kind['done']>, { deed: N }>;

/** What the log keeps of a deed; of one that could not be done, why. */
export type Done = z.infer<Kind['done']> | { deed: 'nothing'; of: string; why: string };

// biome-ignore lint/suspicious/noExplicitAny: each kind knows its own
type AnyKind = DeedKind<any, any>;

export const deedKinds: readonly AnyKind[] = kinds as readonly unknown[] as readonly AnyKind[];

const byName = new Map(deedKinds.map(kind => [String(kind.deed), kind]));

/** The kind of a deed; undefined of one that this build does not know. */
export const deedKindOf = ({ deed }: { deed: string }): AnyKind | undefined => byName.get(deed);
