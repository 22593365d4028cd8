import { z } from 'zod';
import { address } from './address.ts';
import { after } from './after.ts';
import { dates } from './dates.ts';
import { idle } from './idle.ts';
import type { CuePart } from './kind.ts';
import { known } from './known.ts';
import { leaving } from './leaving.ts';
import { often } from './often.ts';
import { onlyIf } from './only-if.ts';
import { pages } from './pages.ts';
import { press } from './press.ts';
import { read } from './read.ts';
import { reference } from './reference.ts';
import { share } from './share.ts';
import { visits } from './visits.ts';

/** Every part, in the order in which it is looked at and reads. */
const parts = [
  pages,
  address,
  reference,
  visits,
  known,
  onlyIf,
  dates,
  share,
  after,
  read,
  leaving,
  idle,
  press,
  often,
] as const;

type Declared = (typeof parts)[number];
type ByName = { [P in Declared as P['part']]: P };

/** What has to be so for a flow to be met; what is not set does not matter. */
export type CueFits = { [Name in keyof ByName]?: z.infer<ByName[Name]['schema']> };

/** What a part sets, by its name. */
export type PartName = keyof CueFits;

// biome-ignore lint/suspicious/noExplicitAny: each part knows its own
type AnyPart = CuePart<PartName, any>;

export const cueParts: readonly AnyPart[] = parts as readonly unknown[] as readonly AnyPart[];

const optional = (some: readonly AnyPart[]) =>
  z.strictObject(
    Object.fromEntries(some.map(({ part, schema }) => [part, schema.optional()])),
  ) as unknown as z.ZodType<CueFits>;

export const CueFits: z.ZodType<CueFits> = optional(cueParts);

/** What only says when something appears by itself. */
export const CueComes: z.ZodType<CueFits> = optional(
  cueParts.filter(({ comes }) => comes !== undefined && comes !== 'by hand'),
);

const byName = new Map(cueParts.map(part => [part.part, part]));

export const cuePartOf = (name: string): AnyPart | undefined => byName.get(name as PartName);

/** The parts that are set in a cue, in their order. */
export const partsOf = (fits: CueFits): AnyPart[] => cueParts.filter(({ part }) => fits[part] !== undefined);

/** What a cue waits for on the page, which knows of it by itself. */
export const waitsOf = (fits: CueFits): CueFits =>
  Object.fromEntries(
    partsOf(fits).flatMap(({ part, comes }) =>
      comes === 'on the page' || comes === 'by hand' ? [[part, fits[part]]] : [],
    ),
  );
