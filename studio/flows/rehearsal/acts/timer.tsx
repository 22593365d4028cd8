import type { Session } from '@kineta/core';
import { Button } from '../../../ui/button.tsx';
import { actView } from './view.ts';

function waitedFor({ state, fetching }: Session): string {
  if (fetching?.long || state === 'handed over') return 'Let nobody come for long';
  return state === 'pausing' ? 'Let the pause pass' : 'Let the time pass with no answer';
}

export const setTimer = actView({
  act: 'set timer',
  Awaited: ({ session, onBeat }) => (
    <p className="mt-2 text-center">
      <Button look="quiet" onClick={() => onBeat({ does: 'lets time pass' })}>
        {waitedFor(session)}
      </Button>
    </p>
  ),
});
