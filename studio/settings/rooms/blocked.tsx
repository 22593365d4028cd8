import { conversationRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';

/** The visitors who are let in no more. */
export function BlockedVisitors() {
  const { data, error } = useRoute(conversationRoutes.blocked, {});
  const letBack = async (id: string) => {
    try {
      await call(conversationRoutes.letBack, { params: { id } });
      await changedHere(conversationRoutes.blocked);
    } catch (problem) {
      toast.error(sentenceOf(problem));
    }
  };
  return (
    <section className="mt-8 max-w-3xl">
      <h2 className="font-script text-lg font-semibold">Blocked visitors</h2>
      {error ? <p role="alert">{sentenceOf(error)}</p> : null}
      {data?.blocked.length === 0 ? (
        <p className="mt-1 text-ink-2">Nobody is. Whoever may answer can block a visitor beside their conversation.</p>
      ) : null}
      {data ? (
        <ul aria-label="Blocked visitors">
          {data.blocked.map(({ conversation, visitor, at, by }) => (
            <li key={conversation} className="flex items-center gap-3 border-b border-rule py-2.5">
              <div className="min-w-0 flex-1">
                <Link to={`/inbox/${conversation}`} className="block truncate font-semibold hover:underline">
                  {visitor}
                </Link>
                <p className="text-ink-2">
                  {by ? `by ${by.name}, ` : ''}
                  {dayAndTime(at)}
                </p>
              </div>
              <Button onClick={() => void letBack(conversation)}>
                Let back <span className="sr-only">{visitor}</span>
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <Skeleton lines={2} />
      )}
    </section>
  );
}
