import { z } from 'zod';
import { assigned } from './assigned.ts';
import { began } from './began.ts';
import { closing } from './closing.ts';
import type { WhenKind } from './kind.ts';
import { learnt } from './learnt.ts';
import { over } from './over.ts';
import { silent } from './silent.ts';
import { tagged } from './tagged.ts';
import { unanswered } from './unanswered.ts';
import { wanted } from './wanted.ts';
import { wrote } from './wrote.ts';

/** Every kind of beginnings, in the order in which they are offered. */
const kinds = [began, wrote, wanted, assigned, unanswered, silent, closing, over, tagged, learnt] as const;

/** What a rule begins with. */
export type When = z.infer<(typeof kinds)[number]['schema']>;
export const When = z.discriminatedUnion(
  'when',
  kinds.map(({ schema }) => schema) as unknown as [(typeof kinds)[number]['schema']],
) as z.ZodType<When>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows its own
type AnyKind = WhenKind<any>;

export const whenKinds: readonly AnyKind[] = kinds as readonly unknown[] as readonly AnyKind[];

const byName = new Map(whenKinds.map(kind => [String(kind.when), kind]));

export const whenKindOf = ({ when }: { when: string }): AnyKind => byName.get(when)!;
