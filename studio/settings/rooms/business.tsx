import { Business, Settings, settingsRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { z } from 'zod';
import { RegionFields } from '../../account/region-fields.tsx';
import { useSignedIn } from '../../account/store.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { TextField } from '../../ui/field.tsx';
import { Facts } from './facts.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';
import { Wishes } from './wishes.tsx';

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

type Times = Pick<Settings, 'goesOnFor'>;

/** As they are written. */
const WrittenTimes = z
  .object({ goesOnFor: z.string() })
  .transform(({ goesOnFor }) => ({ goesOnFor: goesOnFor.trim() === '' ? Number.NaN : Number(goesOnFor) }))
  .pipe(Settings.pick({ goesOnFor: true }));
const asWritten = ({ goesOnFor }: Times) => ({ goesOnFor: String(goesOnFor) });

/** How long an end is no end. */
function Endings({ times }: { times: Times }) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(WrittenTimes, asWritten(times), async body => {
    form.reset(asWritten(await save({ body })));
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <h2 className="font-script text-lg font-semibold">Conversations</h2>
      <p className="mt-1 text-ink-2">
        When a conversation is closed that its visitor has left, the{' '}
        <Link to="/rules" className="text-petrol hover:underline">
          rules
        </Link>{' '}
        say.
      </p>
      <TextField
        className="mt-4 max-w-md"
        label="Who comes back within so many minutes goes on with what had ended"
        inputMode="numeric"
        mistake={form.mistakeAt('goesOnFor')}
        {...form.register('goesOnFor')}
      />
      <p className="mt-1 text-ink-2">
        Later the chat begins anew. What has not ended is always gone on with. Usual are 30 minutes.
      </p>
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
      <Endings times={settings} />
      <Wishes wishes={settings.wishes} />
    </>
  );
}
