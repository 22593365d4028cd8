import { z } from 'zod';
import { AnswerQuestions, answerQuestions } from './answer-questions.ts';
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
import { WantsPerson, wantsPerson } from './wanting.ts';
import { WorkOut, workOut } from './workout.ts';

/** Beside what is its kind's own, a step may carry a note of its writers, which no visitor sees. */
function noted<Shape extends z.core.$ZodShape, Config extends z.core.$ZodObjectConfig>(
  kind: z.ZodObject<Shape, Config>,
) {
  return kind.extend({ note: z.string().max(1_000, 'A note has at most 1,000 characters.').optional() });
}

/** Any step of a flow, told apart by its `kind`. */
export const Step = z.discriminatedUnion('kind', [
  noted(Say),
  noted(Show),
  noted(Ask),
  noted(Form),
  noted(AnswerQuestions),
  noted(Decide),
  noted(Split),
  noted(SetFact),
  noted(WorkOut),
  noted(Score),
  noted(Chart),
  noted(AskConsent),
  noted(WithdrawConsent),
  noted(Pause),
  noted(Remind),
  noted(TakeToPage),
  noted(Email),
  noted(Notify),
  noted(CallService),
  noted(WantsPerson),
  noted(HandOver),
  noted(Go),
  noted(CallScene),
  noted(StartFlow),
  noted(End),
]);
export type Step = z.infer<typeof Step>;

/** Every kind, in the order of the menu. */
export const stepKinds = [
  say,
  show,
  ask,
  form,
  answerQuestions,
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
  wantsPerson,
  handOver,
  go,
  callScene,
  startFlow,
  end,
] as const;

/** The kinds that something else has to make: what a typed line becomes, what a question does, and what ends a flow. */
export const usualKinds = { line: say, question: ask, close: end };

const byName = new Map<string, unknown>(stepKinds.map(kind => [kind.kind, kind]));

/** The kind of a step. The registry holds each kind under its own name, which is what makes the cast right. */
export function kindOf(step: { kind: Step['kind'] }): StepKind<Step> {
  return byName.get(step.kind) as StepKind<Step>;
}
