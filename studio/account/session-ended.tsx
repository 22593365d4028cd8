import { lazy, Suspense, useEffect } from 'react';
import { useAccount } from './store.ts';

const load = () => import('./sign-in.tsx');
const SignInAgain = lazy(async () => ({ default: (await load()).SignInAgain }));

/** Asks for the sign-in over the page when the session has ended under it. */
export function SessionEnded() {
  const ended = useAccount(state => state.ended);
  // Loaded while there is nothing else to do: when it is wanted, a newer Kineta may have come in its place.
  useEffect(() => {
    const idle = requestIdleCallback(() => void load());
    return () => cancelIdleCallback(idle);
  }, []);
  return ended ? (
    <Suspense>
      <SignInAgain />
    </Suspense>
  ) : null;
}
