import { type FailedOrder, orderRoutes } from '@kineta/contract';
import { RotateCw } from 'lucide-react';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';

/** How orders of each kind are called; one that this build does not know goes by its own name. */
const names: Readonly<Record<string, string>> = { service: 'Call', mail: 'Email' };

async function attempt(work: () => Promise<unknown>, done: string): Promise<void> {
  try {
    await work();
    toast.success(done);
  } catch (failed) {
    toast.error(sentenceOf(failed));
  }
  await changedHere(orderRoutes.failed);
}

function OrderRow({ order: { id, kind, what, why, tries, failedAt, conversation } }: { order: FailedOrder }) {
  const params = { id };
  return (
    <li className="flex items-center gap-4 border-b border-rule py-2.5 max-md:flex-wrap">
      <div className="min-w-0 flex-1 max-md:basis-full">
        <p className="flex min-w-0 gap-2">
          <span className="text-ink-2">{names[kind] ?? kind}</span>
          <span className="min-w-0 truncate font-mono" title={what}>
            {what}
          </span>
        </p>
        <p className="break-words">
          <span className="inline-block first-letter:uppercase">{why.replace(/[.!?]?$/, '.')}</span>{' '}
          <span className="text-ink-2">
            Tried {tries === 1 ? 'once' : `${tries} times`}, last{' '}
            <time dateTime={failedAt} title={wholeTime(failedAt)}>
              {shortTime(failedAt)}
            </time>
            .
          </span>
        </p>
      </div>
      <Link to={`/inbox/${conversation}`} className="py-1.5 text-petrol underline">
        Conversation {conversation}
      </Link>
      <Button onClick={() => attempt(() => call(orderRoutes.again, { params }), 'It is being tried again.')}>
        <RotateCw className="size-4" aria-hidden="true" /> Try again
      </Button>
      <RemoveButton
        name={`Drop what was meant for ${what}`}
        onClick={() => attempt(() => call(orderRoutes.drop, { params }), 'It is dropped.')}
      />
    </li>
  );
}

/** Calls and emails of flows that failed and were set aside, so that a lead can see to them. */
export default function SetAside() {
  const { data, error } = useRoute(orderRoutes.failed, {});
  useEffect(() => {
    document.title = 'Set aside · Kineta';
  }, []);
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Set aside</h1>
      </header>
      <div className="max-w-5xl px-6 py-5 max-md:px-4">
        <p className="mb-3 max-w-2xl text-ink-2">
          Calls and emails of flows that failed. Each conversation was told at once and went on without. Mend what is
          wrong and try again, or drop what no longer matters.
        </p>
        {error && !data ? (
          <p role="alert" className="text-brick">
            {sentenceOf(error)}
          </p>
        ) : !data ? (
          <Skeleton lines={4} />
        ) : data.orders.length === 0 ? (
          <Empty title="Nothing is set aside.">Every call and every email arrived, or is on its way.</Empty>
        ) : (
          <ul aria-label="Set aside" className="border-t border-rule">
            {data.orders.map(order => (
              <OrderRow key={order.id} order={order} />
            ))}
          </ul>
        )}
        {data?.more ? <p className="mt-3 text-ink-2">There are more; these are the latest hundred.</p> : null}
      </div>
    </main>
  );
}
