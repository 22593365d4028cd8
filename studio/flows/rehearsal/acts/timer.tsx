import { Button } from '../../../ui/button.tsx';
import { actView } from './view.ts';

export const setTimer = actView({
  act: 'set timer',
  Awaited: ({ session, onBeat }) => (
    <p className="mt-2 text-center">
      <Button look="quiet" onClick={() => onBeat({ does: 'lets time pass' })}>
        {session.state === 'pausing' ? 'Let the pause pass' : 'Let the time pass with no answer'}
      </Button>
    </p>
  ),
});
