import { Business, Settings, settingsRoutes } from '@kineta/contract';
import { z } from 'zod';
import { RegionFields } from '../../account/region-fields.tsx';
import { useSignedIn } from '../../account/store.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { TextField } from '../../ui/field.tsx';
import { Facts } from './facts.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';

function Where() {
  const { name, country, zone, language, currency } = useSignedIn().workspace;
  const save = useSaved(settingsRoutes.business);
  const form = useSentForm(Business, { name, country, zone, language, currency }, async body => {
    await save({ body });
    form.reset(body);
  });
  const { register, submit, mistakeAt } = form;
  return (
    <form onSubmit={submit} noValidate>
      <h2 className="mb-2 font-script text-lg font-semibold">Name and place</h2>
      <div className="grid max-w-2xl grid-cols-2 gap-x-4 gap-y-3 max-md:grid-cols-1">
        <TextField
          label="Its name, as visitors know it"
          className="col-span-full"
          mistake={mistakeAt('name')}
          {...register('name')}
        />
        <RegionFields language={language} field={field => ({ mistake: mistakeAt(field), ...register(field) })} />
      </div>
      <SaveRow form={form}>Save name and place</SaveRow>
    </form>
  );
}

/** As it is written: empty is never. */
const WrittenSilence = z
  .object({ closesAfter: z.string() })
  .transform(({ closesAfter }) => ({ closesAfter: closesAfter.trim() === '' ? null : Number(closesAfter) }))
  .pipe(Settings.pick({ closesAfter: true }));
const toSilence = (hours: number | null) => ({ closesAfter: hours === null ? '' : String(hours) });

function Silence({ closesAfter }: Pick<Settings, 'closesAfter'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(WrittenSilence, toSilence(closesAfter), async body => {
    form.reset(toSilence((await save({ body })).closesAfter));
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className="font-script text-lg font-semibold">Conversations</h2>
      <TextField
        className="mt-2 max-w-md"
        label="Close a flow’s conversations after so many hours without a word"
        inputMode="numeric"
        placeholder="never"
        mistake={form.mistakeAt('closesAfter')}
        {...form.register('closesAfter')}
      />
      <p className="mt-1 text-ink-2">What waits for a person, or a person has, is never closed by itself.</p>
      <SaveRow form={form}>Save</SaveRow>
    </form>
  );
}

/** What the business is, where it is, and what flows may say of it. */
export function BusinessRoom({ settings }: { settings: Settings }) {
  return (
    <>
      <Where />
      <Facts facts={settings.facts} />
      <Silence closesAfter={settings.closesAfter} />
    </>
  );
}
