import { Settings, settingsRoutes } from '@kineta/contract';
import { understandWish } from '@kineta/core';
import { useState } from 'react';
import { z } from 'zod';
import { useAccount, useSignedIn } from '../../account/store.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { TextField } from '../../ui/field.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';

const lines = (text: string): string[] => text.split('\n').filter(line => line.trim() !== '');
const Written = z
  .object({ wishes: z.string() })
  .transform(({ wishes }) => ({ wishes: lines(wishes) }))
  .pipe(Settings.pick({ wishes: true }));

/** What a visitor may say to want a person, besides what is understood by itself; tried on the spot. */
export function Wishes({ wishes }: Pick<Settings, 'wishes'>) {
  const { workspace } = useSignedIn();
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(Written, { wishes: wishes.join('\n') }, async body => {
    form.reset({ wishes: (await save({ body })).wishes.join('\n') });
    void useAccount.getState().load();
  });
  const [tried, setTried] = useState('');
  const written = lines(form.watch('wishes'));
  const mistake = form.mistakeAt('wishes') ?? form.mistake;
  const wanted = tried.trim() === '' ? undefined : understandWish(tried, workspace.language, written);
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className="font-script text-lg font-semibold">Who wants a person</h2>
      <label htmlFor="wishes" className="mt-2 mb-1 block max-w-md text-ink-2">
        “Is anyone there”, “not a bot please” and many more are understood by themselves, whatever is asked. What do
        your visitors say besides? One wording a line.
      </label>
      <textarea
        id="wishes"
        rows={3}
        className="w-full max-w-md rounded-md border border-rule bg-sheet px-2.5 py-1.5"
        placeholder={'put me through to the office\noperator'}
        aria-invalid={mistake ? true : undefined}
        {...form.register('wishes')}
      />
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : null}
      <TextField
        className="mt-3 max-w-md"
        label="Try what a visitor might write"
        value={tried}
        onChange={event => setTried(event.target.value)}
      />
      <p className="mt-1 min-h-5 text-ink-2" role="status">
        {tried.trim() === ''
          ? 'A person is fetched, or the flow leads them to one where it says so.'
          : wanted
            ? `They want a person: “${wanted.by}”.`
            : 'They want nobody by that.'}
      </p>
      <SaveRow form={form}>Save the wordings</SaveRow>
    </form>
  );
}
