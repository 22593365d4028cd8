import type { Act } from '@kineta/core';
import { callService } from './call-service.tsx';
import { decided } from './decided.ts';
import { enter } from './enter.ts';
import { learn } from './learn.ts';
import { say } from './say.ts';
import { startFlow } from './start-flow.ts';
import { setTimer } from './timer.tsx';
import type { ActView } from './view.ts';

/** The kinds of acts of which a rehearsal knows more than the entry that they leave. */
const views = [enter, say, learn, decided, startFlow, callService, setTimer] as const;

const byName = new Map<string, unknown>(views.map(view => [view.act, view]));

/** What the rehearsal knows of an act. Each view stands under its own act, which is what makes the cast right. */
export function actViewOf(act: Act): ActView<Act['act']> | undefined {
  return byName.get(act.act) as ActView<Act['act']> | undefined;
}
