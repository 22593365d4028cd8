import { Settings, settingsRoutes } from '@kineta/contract';
import { z } from 'zod';
import { useAccount } from '../../account/store.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { Choice, TextArea, TextField } from '../../ui/field.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';

const SECONDS = [2, 3, 5, 8, 12, 20];
const Seconds = z.union([z.string(), z.number()]).transform(Number);

/** How it may be written, to begin with. */
const tones: ReadonlyArray<{ name: string; says: string }> = [
  {
    name: 'Warm and short',
    says: 'Warm and short, as a friendly colleague would say it. Begin with what the customer is after. No exclamation marks.',
  },
  {
    name: 'Plain and exact',
    says: 'Plain words, short sentences, exact. No small talk, nothing that sounds like advertising.',
  },
  { name: 'Formal', says: 'Formal and polite, in whole sentences. Speak of the business as “we”.' },
];

const WrittenModel = z
  .object({
    answeringModel: z.object({ url: z.string(), name: z.string(), instructions: z.string(), seconds: Seconds }),
  })
  .transform(({ answeringModel }) => ({ answeringModel: answeringModel.url.trim() === '' ? null : answeringModel }))
  .pipe(Settings.pick({ answeringModel: true }));
const blankModel = { url: '', name: '', instructions: tones[0]!.says, seconds: 8 };

const WrittenService = z
  .object({ answeringService: z.object({ url: z.string(), seconds: Seconds }) })
  .transform(({ answeringService }) => ({
    answeringService: answeringService.url.trim() === '' ? null : answeringService,
  }))
  .pipe(Settings.pick({ answeringService: true }));
const blankService = { url: '', seconds: 5 };

const Waits = ({ own, ...rest }: { own: number } & Omit<Parameters<typeof Choice>[0], 'label' | 'children'>) => (
  <Choice label="A visitor waits for it at most" className="w-48" {...rest}>
    {[...new Set([...SECONDS, own])]
      .sort((one, other) => one - other)
      .map(seconds => (
        <option key={seconds} value={seconds}>
          {seconds} seconds
        </option>
      ))}
  </Choice>
);

function Model({ answeringModel }: Pick<Settings, 'answeringModel'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(WrittenModel, { answeringModel: answeringModel ?? blankModel }, async body => {
    form.reset({ answeringModel: (await save({ body })).answeringModel ?? blankModel });
    void useAccount.getState().load();
  });
  return (
    <form onSubmit={form.submit} noValidate className="mt-8">
      <h2 className="font-script text-lg font-semibold">A model that words your answers</h2>
      <p className="mt-2 mb-3 max-w-2xl text-ink-2">
        Where a flow says so, what was found for a question is worded anew by a model at this address, which speaks as
        most servers of models do (“chat completions”). It is sent the question and the answers that were found, and
        nothing else. What it says is only said where all its numbers, prices, links and names are in those answers;
        otherwise, and where it is too slow, visitors read the answer as you wrote it.
      </p>
      <div className="flex max-w-2xl flex-wrap gap-3">
        <TextField
          className="min-w-64 flex-1"
          label="Its address; empty where there is none"
          placeholder="https://models.example/v1/chat/completions"
          mistake={form.mistakeAt('answeringModel.url')}
          {...form.register('answeringModel.url')}
        />
        <TextField
          className="w-48"
          label="The model’s name there"
          mistake={form.mistakeAt('answeringModel.name')}
          {...form.register('answeringModel.name')}
        />
      </div>
      <TextArea
        className="mt-3 max-w-2xl"
        label="How it is to write, and what it may call you"
        mistake={form.mistakeAt('answeringModel.instructions')}
        {...form.register('answeringModel.instructions')}
      />
      <p className="mt-1 mb-3 flex flex-wrap gap-1.5">
        {tones.map(({ name, says }) => (
          <Button
            key={name}
            look="quiet"
            onClick={() => form.setValue('answeringModel.instructions', says, { shouldDirty: true })}
          >
            {name}
          </Button>
        ))}
      </p>
      <Waits
        own={answeringModel?.seconds ?? blankModel.seconds}
        mistake={form.mistakeAt('answeringModel.seconds')}
        {...form.register('answeringModel.seconds')}
      />
      <SaveRow form={form}>Save the model</SaveRow>
    </form>
  );
}

function Service({ answeringService }: Pick<Settings, 'answeringService'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form = useSentForm(WrittenService, { answeringService: answeringService ?? blankService }, async body => {
    form.reset({ answeringService: (await save({ body })).answeringService ?? blankService });
    void useAccount.getState().load();
  });
  return (
    <form onSubmit={form.submit} noValidate className="mt-8">
      <h2 className="font-script text-lg font-semibold">A service of yours that answers</h2>
      <p className="mt-2 mb-3 max-w-2xl text-ink-2">
        Where a flow says so, a question goes to this address with what was said before it, as JSON:{' '}
        <code>{'{"message", "thread", "page", "language"}'}</code>. It answers with{' '}
        <code>{'{"lines", "choices", "person"}'}</code>, or <code>{'{"notKnown": true}'}</code>. What it says is said as
        plain text; where it fails, visitors are answered from your answers.
      </p>
      <TextField
        className="max-w-md"
        label="Its address; empty where there is none"
        placeholder="https://orders.example/answers"
        mistake={form.mistakeAt('answeringService.url')}
        {...form.register('answeringService.url')}
      />
      <div className="mt-3">
        <Waits
          own={answeringService?.seconds ?? blankService.seconds}
          mistake={form.mistakeAt('answeringService.seconds')}
          {...form.register('answeringService.seconds')}
        />
      </div>
      <SaveRow form={form}>Save the service</SaveRow>
    </form>
  );
}

/** Who may answer outside. Nobody is asked until a step of a flow says so. */
export function AnsweringOutside({ settings }: { settings: Settings }) {
  return (
    <>
      <Model answeringModel={settings.answeringModel} />
      <Service answeringService={settings.answeringService} />
    </>
  );
}
