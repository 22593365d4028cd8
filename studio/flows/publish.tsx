import { flowRoutes } from '@kineta/contract';
import type { Finding, Outcome } from '@kineta/core';
import { toast } from 'sonner';
import { z } from 'zod';
import { useAccount, useSignedIn } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { SmallInput, TextField } from '../ui/field.tsx';
import { dayAndTime } from '../ui/time.ts';
import { useDraft } from './draft/draft.ts';
import { jumpTo } from './place.ts';

/** What is written; `at` is when it is published by itself, as the clock here shows it, and null for at once. */
const Written = z.object({
  sites: z.array(z.string()),
  sentence: z.string(),
  despite: z.string(),
  at: z.string().nullable(),
});

/** Publishes the draft as the next edition, or says what stands in the way. */
export function Publish({
  findings,
  outcomes,
  onClose,
}: {
  findings: Finding[];
  outcomes: ReadonlyMap<string, Outcome>;
  onClose: () => void;
}) {
  const detail = useDraft(state => state.detail)!;
  const { sites } = useSignedIn();
  const mine = sites.filter(site => site.flow === detail.id).map(site => site.id);
  const failing = [...outcomes.values()].filter(({ failures }) => failures.length > 0);
  const problems = findings.filter(finding => finding.level === 'problem');
  const number = (detail.edition?.number ?? 0) + 1;

  const { register, submit, watch, setValue, formState, mistake, mistakeAt } = useSentForm(
    Written.transform(({ sites: chosen, sentence, despite, at }) => ({
      sites: chosen,
      ...(sentence.trim() ? { sentence } : {}),
      ...(despite.trim() ? { despite } : {}),
      ...(at === null ? {} : { at: new Date(at).toISOString() }),
    })).pipe(flowRoutes.publish.body.omit({ revision: true })),
    {
      sites: mine.length > 0 || detail.edition ? mine : sites.map(site => site.id),
      sentence: '',
      despite: '',
      at: null,
    },
    async body => {
      await useDraft.getState().settle();
      const { revision } = useDraft.getState().detail!;
      const published = await call(flowRoutes.publish, { params: { id: detail.id }, body: { ...body, revision } });
      useDraft.getState().published(published);
      void useAccount.getState().load();
      toast.success(
        published.scheduled
          ? `The draft as it is now will be published on ${dayAndTime(published.scheduled.at)}.`
          : published.sites.length > 0
            ? `Edition ${published.edition?.number} is live: new visitors of ${published.sites.join(', ')} meet it.`
            : `Edition ${published.edition?.number} is published. No site meets its visitors with it yet.`,
      );
      onClose();
    },
  );
  const at = watch('at');
  const despite = watch('despite');

  if (problems.length > 0)
    return (
      <Dialog
        title="Not yet"
        description={
          problems.length === 1
            ? 'A problem stands in the way of publishing.'
            : `${problems.length} problems stand in the way of publishing.`
        }
        open
        onClose={onClose}
      >
        <ul className="space-y-2">
          {problems.map((problem, index) => (
            <li key={index} className="flex items-baseline gap-2">
              <i className="size-2 shrink-0 rounded-full bg-brick" aria-hidden="true" />
              <button
                type="button"
                className="text-left underline decoration-rule underline-offset-2 hover:decoration-ink"
                onClick={() => {
                  onClose();
                  jumpTo(problem.place);
                }}
              >
                {problem.sentence}
              </button>
            </li>
          ))}
        </ul>
      </Dialog>
    );
  return (
    <Dialog
      title={`Publish edition ${number}`}
      description="Conversations that have begun stay on the edition they began with."
      open
      onClose={onClose}
    >
      <form onSubmit={submit}>
        {failing.length > 0 ? (
          <section aria-label="Failing run-throughs" className="mb-4 rounded-md bg-brick-2 p-3 text-[0.875rem]">
            <p className="font-medium text-brick">
              {failing.length === 1 ? 'A run-through fails' : `${failing.length} run-throughs fail`}. Mend it, or say
              why the flow is to be published all the same.
            </p>
            <ul className="mt-1 list-inside list-disc">
              {failing.map(({ name, failures }) => (
                <li key={name}>
                  {name}: {failures[0]!.why}
                </li>
              ))}
            </ul>
            <TextField
              className="mt-2"
              label="Published all the same, because"
              maxLength={300}
              mistake={mistakeAt('despite')}
              {...register('despite')}
            />
          </section>
        ) : null}
        <TextField
          className="mb-4"
          label="What has changed, in a sentence"
          placeholder={number === 1 ? 'The first edition' : 'Such as: asks for the postcode before the price'}
          maxLength={300}
          mistake={mistakeAt('sentence')}
          {...register('sentence')}
        />
        <fieldset className="space-y-2">
          <legend className="mb-1 text-ink-2">New visitors of these sites meet this flow</legend>
          {sites.map(site => (
            <label key={site.id} className="flex items-center gap-2">
              <input type="checkbox" value={site.id} {...register('sites')} />
              {site.name}
              {site.flow && site.flow !== detail.id ? (
                <span className="text-ink-2">(now meets them with another flow)</span>
              ) : null}
            </label>
          ))}
          {sites.map(site => (
            <p
              key={site.id}
              className="rounded-md bg-paper p-2 font-mono text-xs break-all text-ink-2"
              title="What the pages of the site include"
            >
              {`<script async src="${location.origin}/w/${site.key}.js"></script>`}
            </p>
          ))}
        </fieldset>
        <fieldset className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-1">
          <legend className="mb-1 text-ink-2">When</legend>
          <label className="flex items-center gap-1.5">
            <input type="radio" name="when" checked={at === null} onChange={() => setValue('at', null)} /> Now
          </label>
          <label className="flex items-center gap-1.5">
            <input type="radio" name="when" checked={at !== null} onChange={() => setValue('at', '')} /> By itself, on
          </label>
          <SmallInput
            name="Day and time"
            type="datetime-local"
            value={at ?? ''}
            onChange={event => setValue('at', event.target.value)}
          />
        </fieldset>
        {(mistake ?? mistakeAt('at')) ? (
          <p role="alert" className="mt-3 text-brick">
            {mistake ?? mistakeAt('at')}
          </p>
        ) : null}
        <div className="mt-5 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button
            look="main"
            type="submit"
            disabled={formState.isSubmitting || at === '' || (failing.length > 0 && despite.trim() === '')}
          >
            {at === null ? 'Publish' : 'Set the time'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
