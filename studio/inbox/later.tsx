import { type ConversationSummary, conversationRoutes } from '@kineta/contract';
import { useState } from 'react';
import { z } from 'zod';
import { call } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { Menu } from '../ui/menu.tsx';
import { dayAndTime } from '../ui/time.ts';
import { asField, laterTimes } from './later-times.ts';

const Written = z
  .object({ until: z.string().min(1, 'Choose a day and a time.') })
  .transform(({ until }) => ({ until: new Date(until).toISOString() }))
  .refine(({ until }) => Date.parse(until) > Date.now(), { path: ['until'], message: 'Choose a time to come.' });

/** Puts a conversation off until any time. */
function AnotherTime({ id, onClose }: { id: string; onClose: () => void }) {
  const tomorrow = laterTimes()[2]!.at;
  const form = useSentForm(Written, { until: asField(tomorrow) }, async body => {
    await call(conversationRoutes.putOff, { params: { id }, body });
    onClose();
  });
  return (
    <Dialog
      open
      title="Later"
      description="It stands aside until then, and comes back by itself; sooner, when the visitor writes."
      onClose={onClose}
    >
      <form onSubmit={form.submit} noValidate className="space-y-4">
        <TextField
          label="Back on"
          type="datetime-local"
          mistake={form.mistakeAt('until') ?? form.mistake}
          {...form.register('until')}
        />
        <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
          Put it off
        </Button>
      </form>
    </Dialog>
  );
}

/** Where a conversation is put off, and fetched back. */
export function Later({
  conversation: { id, later },
  act,
}: {
  conversation: Pick<ConversationSummary, 'id' | 'later'>;
  act: (work: (id: string) => Promise<ConversationSummary>) => Promise<void>;
}) {
  const [choosing, setChoosing] = useState(false);
  const put = (until: string | null) =>
    void act(() => call(conversationRoutes.putOff, { params: { id }, body: { until } }));
  if (later) return <Button onClick={() => put(null)}>Fetch it back</Button>;
  return (
    <>
      <Menu
        items={[
          ...laterTimes().map(({ label, at }) => ({
            label: `${label}, ${dayAndTime(at.toISOString())}`,
            onSelect: () => put(at.toISOString()),
          })),
          { label: 'Another time…', onSelect: () => setChoosing(true) },
        ]}
      >
        <Button>Later</Button>
      </Menu>
      {choosing ? <AnotherTime id={id} onClose={() => setChoosing(false)} /> : null}
    </>
  );
}
