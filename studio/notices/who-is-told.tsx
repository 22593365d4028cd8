import { noticeRoutes } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { isStale, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { dayAndTime } from '../ui/time.ts';

/** Who is told what flows tell, and whether that arrives. */
export default function WhoIsTold() {
  const { member, members, teams } = useSignedIn();
  const isLead = member.role === 'lead';
  const { data } = useRoute(noticeRoutes.tested, {}, { wanted: isLead });
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    document.title = 'Notices · Kineta';
  }, []);
  const send = async () => {
    setBusy(true);
    try {
      await call(noticeRoutes.test, {});
      await isStale(noticeRoutes.tested);
    } catch (error) {
      toast.error(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const namesOf = (ids: readonly string[]): string =>
    members
      .filter(({ id }) => ids.includes(id))
      .map(({ name }) => name)
      .join(', ');
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Who is told of what</h1>
      </header>
      <div className="max-w-2xl space-y-6 px-6 pt-5 pb-16 max-md:px-4">
        <p className="text-ink-2">
          What a flow tells with its step “Notify” is shown at the bell, and in a corner of the screen, to each of whom
          it names who has the studio open. Who has not finds it at the bell when they come.
        </p>
        <dl className="divide-y divide-rule border-y border-rule">
          <div className="grid grid-cols-[10rem_1fr] gap-3 py-2.5">
            <dt className="font-semibold">Everyone</dt>
            <dd className="text-ink-2">{namesOf(members.map(({ id }) => id))}</dd>
          </div>
          {teams.map(team => (
            <div key={team.id} className="grid grid-cols-[10rem_1fr] gap-3 py-2.5">
              <dt className="font-semibold">{team.name}</dt>
              <dd className="text-ink-2">{namesOf(team.members) || 'Nobody is in it.'}</dd>
            </div>
          ))}
        </dl>
        {isLead ? (
          <div className="flex flex-wrap items-center gap-3">
            <Button look="main" disabled={busy} onClick={send}>
              Send a test notice
            </Button>
            <p role="status" className="text-ink-2">
              {!data?.last
                ? 'None was sent yet.'
                : data.last.arrivedAt
                  ? `One arrived ${dayAndTime(data.last.arrivedAt)}.`
                  : 'None has arrived yet: it needs somebody who has the studio open.'}
            </p>
          </div>
        ) : null}
      </div>
    </main>
  );
}
