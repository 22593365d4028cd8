import { noticeRoutes } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { dayAndTime } from '../ui/time.ts';

/** Sends a notice to everybody who has the studio open, and says whether one has come. */
export function TestNotice() {
  const { data } = useRoute(noticeRoutes.tested, {});
  const [busy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    try {
      await call(noticeRoutes.test, {});
      await changedHere(noticeRoutes.tested);
    } catch (error) {
      toast.error(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className="mt-8">
      <h2 className="mb-2 font-script text-lg font-semibold">Does it arrive?</h2>
      <p className="mb-3 max-w-2xl text-ink-2">
        What a flow tells with its step “Notify” also stands at the bell, and in a corner of the screen, of each of whom
        it names. A test notice goes to everybody who has the studio open.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={busy} onClick={send}>
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
    </section>
  );
}
