import { over, rated } from './after.ts';
import { arrived } from './arrived.ts';
import type { AlertKind } from './kind.ts';
import { assigned, cameBack, wrote } from './own.ts';
import { mentioned, told } from './told.ts';
import { offered, wanted } from './wanted.ts';

/** Everything that members may be told of, in the order in which it is shown. */
export const alertKinds: readonly AlertKind[] = [
  offered,
  wanted,
  assigned,
  wrote,
  cameBack,
  mentioned,
  told,
  arrived,
  over,
  rated,
];

const byName = new Map(alertKinds.map(kind => [kind.alert, kind]));

/** Undefined of a kind that this build does not know. */
export const alertKindOf = (alert: string): AlertKind | undefined => byName.get(alert);

/** The kinds of events that call anybody, or after which something may be over. */
export const alertingEvents: readonly string[] = [
  ...new Set(
    alertKinds.flatMap(({ calledBy, stands }) => [
      ...Object.keys(calledBy),
      ...(stands ? [...stands.overBy, ...stands.askedAfter] : []),
    ]),
  ),
];
