import { conversationRoutes } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { isStale, useRoute } from '../shell/query.ts';
import { DayList, DayRow } from '../ui/day-list.tsx';
import { Pill } from '../ui/pill.tsx';
import { shortTime } from '../ui/time.ts';

const SHOWN = 4;
const READ_EVERY = 30_000;

/** Why something was missed, by its code; what only a newer build knows is told as missed. */
const words: Readonly<Record<string, string>> = {
  'not understood': 'not understood',
  'nobody came': 'nobody came',
};

/** What visitors said in vain today, and who waited for nobody; nothing is shown without any. */
export function MissedToday() {
  const { data } = useRoute(conversationRoutes.missed, {});
  const [isWhole, setWhole] = useState(false);
  useEffect(() => {
    const timer = setInterval(() => void isStale(conversationRoutes.missed), READ_EVERY);
    return () => clearInterval(timer);
  }, []);
  if (!data || data.missed.length === 0) return null;
  const { missed, count } = data;
  return (
    <DayList title="Missed today" count={count}>
      {missed.slice(0, isWhole ? missed.length : SHOWN).map(({ conversation, number, code, visitor, said, at }) => (
        <DayRow key={`${conversation} ${number}`} mark={shortTime(at)}>
          <Link to={`/inbox/${conversation}`} className="min-w-0 flex-1 hover:underline">
            <span className="block truncate font-script font-semibold">{said ? `“${said}”` : visitor}</span>
            {said ? <span className="block truncate text-ink-2">{visitor}</span> : null}
          </Link>
          <Pill tone="waits">{words[code] ?? 'missed'}</Pill>
        </DayRow>
      ))}
      {!isWhole && missed.length > SHOWN ? (
        <li className="py-2">
          <button type="button" className="text-ink-2 hover:underline" onClick={() => setWhole(true)}>
            {missed.length - SHOWN} more
          </button>
        </li>
      ) : null}
    </DayList>
  );
}
