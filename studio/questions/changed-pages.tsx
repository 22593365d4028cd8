import { questionRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { useRoute } from '../shell/query.ts';
import { DayList, DayRow } from '../ui/day-list.tsx';
import { dayAndTime } from '../ui/time.ts';

/** A change of a page is told for so long, in milliseconds. */
const TOLD_FOR = 7 * 24 * 3_600_000;

/** What stands otherwise on the pages that answers are from, since they were read again, for Today. */
export function ChangedPages() {
  const { data } = useRoute(questionRoutes.sites, {});
  const since = Date.now() - TOLD_FOR;
  const sites = (data?.sites ?? []).flatMap(({ id, address, changed }) =>
    changed && Date.parse(changed.at) > since ? [{ id, address, changed }] : [],
  );
  if (sites.length === 0) return null;
  return (
    <DayList title="Your pages say otherwise" count={sites.reduce((sum, { changed }) => sum + changed.count, 0)}>
      {sites.map(({ id, address, changed }) => (
        <DayRow key={id} mark={`${changed.count} ×`}>
          <span className="min-w-0 flex-1">
            <Link to="/questions" className="block truncate font-script font-semibold hover:underline">
              {new URL(address).host}
            </Link>
            <span className="text-xs text-ink-2">
              {changed.count === 1 ? 'an answer' : 'answers'} changed there; read {dayAndTime(changed.at)}
            </span>
          </span>
        </DayRow>
      ))}
    </DayList>
  );
}
