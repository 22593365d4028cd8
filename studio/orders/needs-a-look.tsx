import { orderRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { useRoute } from '../shell/query.ts';
import { DayList, DayRow } from '../ui/day-list.tsx';
import { Pill } from '../ui/pill.tsx';

/** What failed and was set aside, for Today. */
export function NeedsALook() {
  const { data } = useRoute(orderRoutes.failed, {});
  const orders = data?.orders ?? [];
  if (orders.length === 0) return null;
  return (
    <DayList title="Needs a look" count={orders.length}>
      {orders.slice(0, 4).map(({ id, kind, what, why }) => (
        <DayRow key={id} mark="1 ×">
          <Link to="/set-aside" className="min-w-0 flex-1 truncate font-script font-semibold hover:underline">
            {what}
          </Link>
          <Pill tone="wrong">{kind === 'mail' ? 'email came back' : why.slice(0, 40)}</Pill>
        </DayRow>
      ))}
    </DayList>
  );
}
