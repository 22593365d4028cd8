import { type PushPlace, tellingRoutes } from '@kineta/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Pill } from '../ui/pill.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';
import { canPush, endpointHere, HERE, NotNotified, pushHere, pushNoMore } from './push.ts';

/** Where this browser is reached; undefined until that is known, null where it is not notified. */
export function useEndpointHere(): string | null | undefined {
  return useQuery({ queryKey: HERE, queryFn: endpointHere, retry: false }).data;
}

const refusals: Readonly<Record<NotNotified['why'], string>> = {
  denied: 'Your browser shows no notifications of Kineta. Allow them in its settings for this page, and try again.',
  unable: 'Your browser could not reach its notification service. Try again in a moment.',
};

/** The browsers and phones in which one is notified. */
export function Places({ places, serverKey }: { places: readonly PushPlace[]; serverKey: string }) {
  const { id: me } = useSignedIn().member;
  const [busy, setBusy] = useState(false);
  const [mistake, setMistake] = useState('');
  const here = places.some(place => place.here);
  const attempt = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setMistake('');
    try {
      await work();
    } catch (error) {
      setMistake(error instanceof NotNotified ? refusals[error.why] : sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const tryOut = (channel: 'push' | 'mail') =>
    attempt(async () => {
      const { sent, failed } = await call(tellingRoutes.tryOut, { body: { channel } });
      if (failed.length > 0) setMistake(`It did not come everywhere: ${failed.join(' ')}`);
      else if (sent > 0)
        toast.success(channel === 'mail' ? 'An email is on its way to you.' : 'A notification is on its way.');
      await changedHere(tellingRoutes.own);
    });
  return (
    <section aria-label="Where you are notified">
      <h2 className="mb-2 font-script text-lg font-semibold">Where you are notified</h2>
      {places.length > 0 ? (
        <ul className="mb-3 max-w-2xl border-t border-rule">
          {places.map(place => (
            <li key={place.id} className="flex min-h-11 items-center gap-3 border-b border-rule py-1.5">
              <span className="min-w-0 flex-1 truncate">{place.browser}</span>
              {place.here ? <Pill tone="kineta">here</Pill> : null}
              <time dateTime={place.since} title={wholeTime(place.since)} className="text-ink-2">
                since {shortTime(place.since)}
              </time>
              <Button look="quiet" disabled={busy} onClick={() => void attempt(() => pushNoMore(place))}>
                No more
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mb-3 max-w-2xl text-ink-2">
          Nowhere yet. Once this browser or phone may notify you, you hear of visitors when no tab of Kineta is open. On
          a phone, put Kineta on its home screen first, from the browser’s menu.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {here ? null : (
          <Button look="main" disabled={busy || !canPush()} onClick={() => void attempt(() => pushHere(me, serverKey))}>
            Notify me here
          </Button>
        )}
        <Button disabled={busy || places.length === 0} onClick={() => void tryOut('push')}>
          Try a notification
        </Button>
        <Button disabled={busy} onClick={() => void tryOut('mail')}>
          Try an email
        </Button>
      </div>
      {canPush() ? null : <p className="mt-2 text-ink-2">This browser shows no notifications of pages.</p>}
      {mistake ? (
        <p role="alert" className="mt-2 max-w-2xl text-brick">
          {mistake}
        </p>
      ) : null}
    </section>
  );
}
