import { z } from 'zod';
import { Ask, ask } from './ask.ts';
import { Chart, chart } from './chart.ts';
import { AskConsent, askConsent, WithdrawConsent, withdrawConsent } from './consent.ts';
import { Decide, decide } from './decide.ts';
import { End, end } from './end.ts';
import { Go, go } from './go.ts';
import { HandOver, handOver } from './handover.ts';
import type { StepKind } from './kind.ts';
import { Say, say } from './say.ts';
import { Score, score } from './score.ts';
import { SetFact, set } from './set.ts';
import { Split, split } from './split.ts';
import { TakeToPage, takeToPage } from './take.ts';

/** Any step of a flow, told apart by its `kind`. */
export const Step = z.discriminatedUnion('kind', [
  Say,
  Ask,
  Decide,
  Split,
  SetFact,
  Score,
  Chart,
  AskConsent,
  WithdrawConsent,
  TakeToPage,
  HandOver,
  Go,
  End,
]);
export type Step = z.infer<typeof Step>;

/** Every kind, in the order of the menu. */
export const stepKinds = [
  say,
  ask,
  decide,
  split,
  set,
  score,
  chart,
  askConsent,
  withdrawConsent,
  takeToPage,
  handOver,
  go,
  end,
] as const;

const byName = new Map<string, unknown>(stepKinds.map(kind => [kind.kind, kind]));

/** The kind of a step. The registry holds each kind under its own name, which is what makes the cast right. */
export function kindOf(step: Step): StepKind<Step> {
  return byName.get(step.kind) as StepKind<Step>;
}
