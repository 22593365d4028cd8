import { Settings, settingsRoutes } from '@kineta/contract';
import { z } from 'zod';
import { useAccount } from '../../account/store.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { TextField } from '../../ui/field.tsx';
import { AnsweringOutside } from './answering-outside.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';
import { ServiceKeys } from './service-keys.tsx';

const Written = z
  .object({ allowedHosts: z.string() })
  .transform(({ allowedHosts }) => ({ allowedHosts: allowedHosts.split(/\s+/).filter(Boolean) }))
  .pipe(Settings.pick({ allowedHosts: true }));

function Hosts({ allowedHosts }: Pick<Settings, 'allowedHosts'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(Written, { allowedHosts: allowedHosts.join('\n') }, async body => {
    form.reset({ allowedHosts: (await save({ body })).allowedHosts.join('\n') });
  });
  const mistake = form.mistakeAt('allowedHosts');
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className="font-script text-lg font-semibold">Calls to services</h2>
      <label htmlFor="hosts" className="mt-2 mb-1 block text-ink-2">
        Hosts inside private networks that flows may call, one a line. Everything else in there is closed to them.
      </label>
      <textarea
        id="hosts"
        rows={3}
        className="w-full max-w-md rounded-md border border-rule bg-sheet px-2.5 py-1.5 font-mono"
        placeholder="stock.internal:8080"
        aria-invalid={mistake ? true : undefined}
        {...form.register('allowedHosts')}
      />
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : null}
      <SaveRow form={form}>Save the hosts</SaveRow>
    </form>
  );
}

const WrittenWording = z
  .object({ wordingService: z.string() })
  .transform(({ wordingService }) => ({ wordingService: wordingService.trim() || null }))
  .pipe(Settings.pick({ wordingService: true }));

function WordingService({ wordingService }: Pick<Settings, 'wordingService'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(WrittenWording, { wordingService: wordingService ?? '' }, async body => {
    form.reset({ wordingService: (await save({ body })).wordingService ?? '' });
    void useAccount.getState().load();
  });
  return (
    <form onSubmit={form.submit} noValidate className="mt-8">
      <h2 className="font-script text-lg font-semibold">Help with the wording</h2>
      <p className="mt-2 mb-2 max-w-2xl text-ink-2">
        A service of yours that is sent what an agent has written, with a wish such as “shorter”, and answers with
        another text: as JSON, <code>{'{"text", "wish", "language"}'}</code> and <code>{'{"text"}'}</code>. Nothing else
        of the conversation goes there, and nothing is sent to visitors by it. Its key is one of those below.
      </p>
      <TextField
        className="max-w-md"
        label="Its address; empty where there is none"
        placeholder="https://words.example/reword"
        mistake={form.mistakeAt('wordingService') ?? form.mistake}
        {...form.register('wordingService')}
      />
      <SaveRow form={form}>Save the address</SaveRow>
    </form>
  );
}

/** Whom flows may call, and with which keys. */
export function ServicesRoom({ settings }: { settings: Settings }) {
  return (
    <>
      <Hosts allowedHosts={settings.allowedHosts} />
      <WordingService wordingService={settings.wordingService} />
      <AnsweringOutside settings={settings} />
      <ServiceKeys />
    </>
  );
}
