import { z } from 'zod';
import { Ask, ask } from './ask.ts';
import { CallScene, callScene } from './callscene.ts';
import { Chart, chart } from './chart.ts';
import { AskConsent, askConsent, WithdrawConsent, withdrawConsent } from './consent.ts';
import { Decide, decide } from './decide.ts';
import { Email, email } from './email.ts';
import { End, end } from './end.ts';
import { Form, form } from './form.ts';
import { Go, go } from './go.ts';
import { HandOver, handOver } from './handover.ts';
import type { StepKind } from './kind.ts';
import { Notify, notify } from './notify.ts';
import { Pause, pause } from './pause.ts';
import { Remind, remind } from './remind.ts';
import { Say, say } from './say.ts';
import { Score, score } from './score.ts';
import { CallService, callService } from './service.ts';
import { SetFact, set } from './set.ts';
import { Show, show } from './show.ts';
import { Split, split } from './split.ts';
import { StartFlow, startFlow } from './startflow.ts';
import { TakeToPage, takeToPage } from './take.ts';
import { WorkOut, workOut } from './workout.ts';

/** Any step of a flow, told apart by its `kind`. */
export const Step = z.discriminatedUnion('kind', [
  Say,
  Show,
  Ask,
  Form,
  Decide,
  Split,
  SetFact,
  WorkOut,
  Score,
  Chart,
  AskConsent,
  WithdrawConsent,
  Pause,
  Remind,
  TakeToPage,
  Email,
  Notify,
  CallService,
  HandOver,
  Go,
  CallScene,
  StartFlow,
  End,
]);
export type Step = z.infer<typeof Step>;

/** Every kind, in the order of the menu. */
export const stepKinds = [
  say,
  show,
  ask,
  form,
  decide,
  split,
  set,
  workOut,
  score,
  chart,
  askConsent,
  withdrawConsent,
  pause,
  remind,
  takeToPage,
  email,
  notify,
  callService,
  handOver,
  go,
  callScene,
  startFlow,
  end,
] as const;

const byName = new Map<string, unknown>(stepKinds.map(kind => [kind.kind, kind]));

/** The kind of a step. The registry holds each kind under its own name, which is what makes the cast right. */
export function kindOf(step: Step): StepKind<Step> {
  return byName.get(step.kind) as StepKind<Step>;
}
