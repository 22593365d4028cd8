import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { DayList, DayRow } from '../ui/day-list.tsx';
import { Pill } from '../ui/pill.tsx';
import { stretch } from '../ui/time.ts';
import { useConversations, useCounts } from './store.ts';

/** How many are shown; all of them stand in the inbox. */
const SHOWN = 5;
/** From how long on a wait is too long, in milliseconds. */
const LONG = 180_000;

/** Who waits for a person and since when, for Today. */
export function WhoWaits() {
  const { conversations = [] } = useConversations('waiting');
  const { waiting } = useCounts();
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1_000);
    return () => clearInterval(timer);
  }, []);
  return (
    <DayList title="Who waits" count={waiting} nothing="Nobody waits for a person.">
      {conversations.slice(0, SHOWN).map(({ id, visitor, preview, team, waitingSince, test }) => {
        const waited = waitingSince ? now - Date.parse(waitingSince) : 0;
        return (
          <DayRow key={id} mark={stretch(waited)}>
            <Link to={`/inbox/${id}`} className="min-w-0 flex-1 hover:underline">
              <span className="block truncate font-script font-semibold">{visitor}</span>
              <span className="block truncate font-script text-ink-2">{preview}</span>
            </Link>
            {test ? <Pill tone="neutral">a test</Pill> : null}
            <Pill tone={waited > LONG ? 'wrong' : 'waits'}>{team ?? 'somebody'}</Pill>
          </DayRow>
        );
      })}
    </DayList>
  );
}
