import { Settings, settingsRoutes } from '@kineta/contract';
import { z } from 'zod';
import { useSentForm } from '../../shell/sent-form.ts';
import { TextField } from '../../ui/field.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';

const Written = z
  .object({ mailFrom: z.string() })
  .transform(({ mailFrom }) => ({ mailFrom: mailFrom.trim() || null }))
  .pipe(Settings.pick({ mailFrom: true }));

/** Who emails come from. */
export function EmailRoom({ settings }: { settings: Settings }) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(Written, { mailFrom: settings.mailFrom ?? '' }, async body => {
    form.reset({ mailFrom: (await save({ body })).mailFrom ?? '' });
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className="font-script text-lg font-semibold">Who emails come from</h2>
      <p className="mb-2 text-ink-2">What flows send, and invitations. Without one they come from the server’s own.</p>
      <TextField
        className="max-w-md"
        label="Write from"
        placeholder="Robin at Brackenrow <robin@brackenrow.example>"
        mistake={form.mistakeAt('mailFrom')}
        {...form.register('mailFrom')}
      />
      <SaveRow form={form}>Save the sender</SaveRow>
    </form>
  );
}
