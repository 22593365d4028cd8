import type { Step } from '@kineta/core';
import { answerQuestionsView } from './answer-questions.tsx';
import { askView } from './ask.tsx';
import { callSceneView } from './callscene.tsx';
import { chartView } from './chart.tsx';
import { askConsentView, withdrawConsentView } from './consent.tsx';
import { decideView } from './decide.tsx';
import { emailView } from './email.tsx';
import { endView } from './end.tsx';
import { formView } from './form.tsx';
import { goView } from './go.tsx';
import { handOverView } from './handover.tsx';
import { notifyView } from './notify.tsx';
import { pauseView } from './pause.tsx';
import { remindView } from './remind.tsx';
import { sayView } from './say.tsx';
import { scoreView } from './score.tsx';
import { callServiceView } from './service.tsx';
import { setView } from './set.tsx';
import { showView } from './show.tsx';
import { splitView } from './split.tsx';
import { startFlowView } from './startflow.tsx';
import { takeToPageView } from './take.tsx';
import type { StepView } from './view.ts';
import { wantsPersonView } from './wanting.tsx';
import { workOutView } from './workout.tsx';

const views = {
  say: sayView,
  show: showView,
  ask: askView,
  form: formView,
  'answer questions': answerQuestionsView,
  decide: decideView,
  split: splitView,
  set: setView,
  'work out': workOutView,
  score: scoreView,
  chart: chartView,
  'ask consent': askConsentView,
  'withdraw consent': withdrawConsentView,
  pause: pauseView,
  remind: remindView,
  'take to page': takeToPageView,
  email: emailView,
  notify: notifyView,
  'call service': callServiceView,
  'wants person': wantsPersonView,
  'hand over': handOverView,
  go: goView,
  'call scene': callSceneView,
  'start flow': startFlowView,
  end: endView,
} satisfies { [K in Step['kind']]: StepView<Extract<Step, { kind: K }>> };

/** How a step is shown. Each view stands under its own kind, which is what makes the cast right. */
export function viewOf(kind: Step['kind']): StepView<Step> {
  return views[kind] as unknown as StepView<Step>;
}
