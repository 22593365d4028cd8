import { type ConversationDetail, conversationRoutes } from '@kineta/contract';
import { z } from 'zod';
import { call } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Choice, TextArea } from '../ui/field.tsx';

/** Nothing chosen, and nothing written, is left out of what is sent. */
const Written = z
  .object({ to: z.string(), note: z.string() })
  .transform(({ to, note }) => ({ ...(to ? { to } : {}), ...(note.trim() ? { note: note.trim() } : {}) }))
  .pipe(conversationRoutes.handBack.body);

/** Gives a conversation back to its flow: where it was left or at a scene, with what was learnt for who has it next. */
export function HandBack({
  detail: { conversation, scenes },
  onClose,
}: {
  detail: ConversationDetail;
  onClose: () => void;
}) {
  const form = useSentForm(Written, { to: '', note: '' }, async body => {
    await call(conversationRoutes.handBack, { params: { id: conversation.id }, body });
    onClose();
  });
  return (
    <Dialog
      open
      title="Back to the flow"
      description={`“${conversation.flow}” leads again from there. What you put right under “Known” is what it goes by.`}
      onClose={onClose}
    >
      <form onSubmit={form.submit} noValidate className="space-y-4">
        <Choice label="It goes on" mistake={form.mistakeAt('to') ?? form.mistake} {...form.register('to')}>
          <option value="">where it was left</option>
          {scenes.map(({ id, title }) => (
            <option key={id} value={id}>
              at “{title}”
            </option>
          ))}
        </Choice>
        <TextArea
          label="What you learnt, for the team (if you like)"
          mistake={form.mistakeAt('note')}
          {...form.register('note')}
        />
        <div className="flex gap-2">
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            Give it back
          </Button>
          <Button type="button" look="quiet" onClick={onClose}>
            Keep it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
