import { type Phrase, phraseRoutes } from '@kineta/contract';
import { factsIn } from '@kineta/core';
import { z } from 'zod';
import { useSignedIn } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { changedHere } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextArea, TextField } from '../ui/field.tsx';

/** A shortcut may be written as it is typed, with its “/”. */
const Written = z
  .object({ shortcut: z.string(), text: z.string(), shared: z.boolean() })
  .transform(({ shortcut, ...rest }) => ({ ...rest, shortcut: shortcut.trim().replace(/^\//, '') }))
  .pipe(phraseRoutes.add.body);

/** Where a phrase is written, new or otherwise than it was. */
export function WritingPhrase({ phrase, onClose }: { phrase?: Phrase; onClose: () => void }) {
  const { member } = useSignedIn();
  const isLead = member.role === 'lead';
  const form = useSentForm(
    Written,
    { shortcut: phrase?.shortcut ?? '', text: phrase?.text ?? '', shared: phrase?.shared ?? isLead },
    async ({ shared, ...body }) => {
      if (phrase) await call(phraseRoutes.change, { params: { id: phrase.id }, body });
      else await call(phraseRoutes.add, { body: { ...body, shared } });
      await changedHere(phraseRoutes.list);
      onClose();
    },
  );
  const places = factsIn(form.watch('text'));
  return (
    <Dialog open title={phrase ? `/${phrase.shortcut}` : 'A new phrase'} onClose={onClose}>
      <form onSubmit={form.submit} noValidate className="space-y-4">
        <TextField
          label="Shortcut, typed behind /"
          placeholder="thanks"
          mistake={form.mistakeAt('shortcut') ?? form.mistake}
          {...form.register('shortcut')}
        />
        <TextArea
          label="Words"
          rows={5}
          placeholder="Thank you for waiting, {first name|there}."
          mistake={form.mistakeAt('text')}
          {...form.register('text')}
        />
        <p className="text-ink-2">
          {places.length === 0
            ? '{first name} stands for what is known of the visitor or the business by that name; {first name|there} is “there” where nothing is.'
            : `Filled in from what is known: ${places.join(', ')}.`}
        </p>
        {phrase || !isLead ? null : (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...form.register('shared')} />
            For everybody who answers
          </label>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            {phrase?.draft ? 'It is right' : 'Keep it'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
