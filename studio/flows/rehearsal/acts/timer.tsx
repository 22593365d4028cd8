import { Button } from '../../../ui/button.tsx';
import { actView } from './view.ts';

export const setTimer = actView({
  act: 'set timer',
  isHeard: () => false,
  Awaited: ({ session, onBeat }) => (
    <p className="text-center">
      <Button look="quiet" onClick={() => onBeat({ does: 'lets time pass' })}>
        {session.state === 'pausing' ? 'Let the pause pass' : 'Let the time pass with no answer'}
      </Button>
    </p>
  ),
});
