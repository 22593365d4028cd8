import { z } from 'zod';
import type { SpokenLine } from '../line.ts';
import { answerHelped, lookUp, tellAnswer } from './answer.ts';
import { ask } from './ask.ts';
import { beforeTheChat } from './before.ts';
import { callService } from './call-service.ts';
import { chart } from './chart.ts';
import { recordConsent, withdrawConsent } from './consent.ts';
import { decided } from './decided.ts';
import { direction } from './direction.ts';
import { email } from './email.ts';
import { end } from './end.ts';
import { enter } from './enter.ts';
import { handOver } from './hand-over.ts';
import type { ActKind } from './kind.ts';
import { learn } from './learn.ts';
import { notify } from './notify.ts';
import { remember } from './remember.ts';
import { say } from './say.ts';
import { score } from './score.ts';
import { show } from './show.ts';
import { startFlow } from './start-flow.ts';
import { takeToPage } from './take-to-page.ts';
import { clearTimer, setTimer } from './timer.ts';

/** Every kind of act. */
export const actKinds = [
  enter,
  say,
  show,
  chart,
  ask,
  lookUp,
  tellAnswer,
  answerHelped,
  learn,
  decided,
  remember,
  score,
  direction,
  handOver,
  end,
  recordConsent,
  withdrawConsent,
  takeToPage,
  beforeTheChat,
  setTimer,
  clearTimer,
  email,
  notify,
  callService,
  startFlow,
] as const;
type Kind = (typeof actKinds)[number];

/** Orders to the host, in the order in which they are to be carried out. The core itself does none of them. */
export type Act = z.infer<Kind['schema']>;
export const Act = z.discriminatedUnion(
  'act',
  actKinds.map(({ schema }) => schema) as unknown as [Kind['schema']],
) as z.ZodType<Act>;

/** The acts of one kind. */
export type ActOf<A extends Act['act']> = Extract<Act, { act: A }>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows the types of its own acts
type AnyKind = ActKind<any, any, any>;
const byName = new Map<string, AnyKind>(actKinds.map(kind => [kind.act, kind]));

/** The kind of an act; undefined of one that this build does not know. */
export function actKindOf({ act }: { act: string }): AnyKind | undefined {
  return byName.get(act);
}

/** All that acts say to the visitor, in order. */
export function saidIn(acts: readonly Act[]): SpokenLine[] {
  return acts.flatMap(act => {
    const line = actKindOf(act)?.said?.(act);
    return line ? [line] : [];
  });
}
