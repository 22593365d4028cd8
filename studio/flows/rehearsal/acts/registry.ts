import type { Act } from '@kineta/core';
import { ask } from './ask.tsx';
import { callService } from './call-service.tsx';
import { chart } from './chart.tsx';
import { decided } from './decided.tsx';
import { enter } from './enter.tsx';
import { learn } from './learn.tsx';
import { say } from './say.tsx';
import { show } from './show.tsx';
import { startFlow } from './start-flow.tsx';
import { setTimer } from './timer.tsx';
import type { ActView } from './view.ts';

/** The kinds of acts that a rehearsal shows otherwise than as the sentence of their entry. */
const views = [enter, say, show, ask, chart, learn, decided, startFlow, callService, setTimer] as const;

const byName = new Map<string, unknown>(views.map(view => [view.act, view]));

/** How an act is shown. Each view stands under its own act, which is what makes the cast right. */
export function actViewOf(act: Act): ActView<Act['act']> | undefined {
  return byName.get(act.act) as ActView<Act['act']> | undefined;
}
