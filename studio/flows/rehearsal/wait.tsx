import type { Act, Beat, Session } from '@kineta/core';
import { Button } from '../../ui/button.tsx';
import { actViewOf } from './acts/registry.ts';

/** Lets time pass, or what was ordered come, when the flow waits for that. */
export function RehearsedWait({
  session,
  acts,
  onBeat,
}: {
  session: Session;
  acts: readonly Act[];
  onBeat: (beat: Beat) => void;
}) {
  const order = acts.findLast(act => actViewOf(act)?.Awaited);
  const Awaited = order && session.state !== 'ended' ? actViewOf(order)?.Awaited : undefined;
  const isFetched = session.state === 'handed over' || session.fetching !== undefined;
  return (
    <>
      {isFetched ? (
        <p className="mt-2 text-center">
          <Button look="quiet" onClick={() => onBeat({ does: 'hands back' })}>
            Let them hand it back
          </Button>
        </p>
      ) : null}
      {Awaited ? <Awaited session={session} onBeat={onBeat} /> : null}
    </>
  );
}
