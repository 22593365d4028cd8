import { z } from 'zod';
import type { AppearanceKind } from './kind.ts';
import { line } from './line.ts';
import { mark } from './mark.ts';
import { nothing } from './nothing.ts';
import { open } from './open.ts';

/** Every way to appear, in the order in which they are offered. */
const kinds = [line, mark, open, nothing] as const;

/** How a flow appears to whom it meets. */
export type Appearance = z.infer<(typeof kinds)[number]['schema']>;
export const Appearance = z.discriminatedUnion(
  'how',
  kinds.map(({ schema }) => schema) as unknown as [(typeof kinds)[number]['schema']],
) as z.ZodType<Appearance>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows its own
type AnyKind = AppearanceKind<any>;

export const appearanceKinds: readonly AnyKind[] = kinds as readonly unknown[] as readonly AnyKind[];

const byName = new Map(appearanceKinds.map(kind => [String(kind.how), kind]));

export const appearanceKindOf = ({ how }: { how: string }): AnyKind => byName.get(how)!;
