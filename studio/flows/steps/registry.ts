import type { Step } from '@kineta/core';
import { askView } from './ask.tsx';
import { chartView } from './chart.tsx';
import { askConsentView, withdrawConsentView } from './consent.tsx';
import { decideView } from './decide.tsx';
import { endView } from './end.tsx';
import { goView } from './go.tsx';
import { handOverView } from './handover.tsx';
import { sayView } from './say.tsx';
import { scoreView } from './score.tsx';
import { setView } from './set.tsx';
import { splitView } from './split.tsx';
import { takeToPageView } from './take.tsx';
import type { StepView } from './view.ts';

const views = {
  say: sayView,
  ask: askView,
  decide: decideView,
  split: splitView,
  set: setView,
  score: scoreView,
  chart: chartView,
  'ask consent': askConsentView,
  'withdraw consent': withdrawConsentView,
  'take to page': takeToPageView,
  'hand over': handOverView,
  go: goView,
  end: endView,
} satisfies { [K in Step['kind']]: StepView<Extract<Step, { kind: K }>> };

/** How a step is shown. Each view stands under its own kind, which is what makes the cast right. */
export function viewOf(kind: Step['kind']): StepView<Step> {
  return views[kind] as unknown as StepView<Step>;
}
