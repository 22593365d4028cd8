import { memberRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useSignedIn } from '../../account/store.ts';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { BlockedVisitors } from './blocked.tsx';

/** What signing in asks of everybody, and who is let in no more. */
export function SecurityRoom() {
  const { data } = useRoute(memberRoutes.list, {});
  const { secondFactor } = useSignedIn().member;
  if (!data) return <Skeleton lines={3} />;
  const without = data.members.filter(member => !member.secondFactor && !member.resting);
  const ask = async (asked: boolean) => {
    try {
      await call(memberRoutes.askSecondFactor, { body: { asked } });
      await changedHere(memberRoutes.list);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <>
      <section>
        <h2 className="font-script text-lg font-semibold">Second factor</h2>
        <label className="mt-2 flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-1"
            checked={data.asksSecondFactor}
            disabled={!secondFactor && !data.asksSecondFactor}
            onChange={event => ask(event.target.checked)}
          />
          <span>
            Ask it of everybody
            <span className="block text-ink-2">
              {without.length === 0
                ? 'Everybody has one already.'
                : `${without.map(({ name }) => name).join(', ')} ${without.length === 1 ? 'has' : 'have'} none yet, and would set it up at the next page.`}
            </span>
          </span>
        </label>
        {secondFactor ? null : (
          <p className="mt-2 text-ink-2">
            <Link to="/you" className="text-petrol underline">
              Set up your own first
            </Link>
            , then it can be asked of everybody.
          </p>
        )}
      </section>
      <BlockedVisitors />
    </>
  );
}
