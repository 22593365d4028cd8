import { flowRoutes } from '@kineta/contract';
import type { Finding, Outcome } from '@kineta/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { SmallInput, TextField } from '../ui/field.tsx';
import { dayAndTime } from '../ui/time.ts';
import { useDraft } from './draft/draft.ts';
import { jumpTo } from './place.ts';

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
  const [chosen, setChosen] = useState(mine.length > 0 || detail.edition ? mine : sites.map(site => site.id));
  const [mistake, setMistake] = useState('');
  const [busy, setBusy] = useState(false);
  const [sentence, setSentence] = useState('');
  const [despite, setDespite] = useState('');
  /** When it is published by itself, as the clock here shows it; at once when empty. */
  const [later, setLater] = useState<string>();
  const failing = [...outcomes.values()].filter(({ failures }) => failures.length > 0);
  const problems = findings.filter(finding => finding.level === 'problem');
  const number = (detail.edition?.number ?? 0) + 1;

  const publish = async () => {
    setBusy(true);
    try {
      await useDraft.getState().settle();
      const revision = useDraft.getState().detail!.revision;
      const published = await call(flowRoutes.publish, {
        params: { id: detail.id },
        body: {
          revision,
          sites: chosen,
          ...(sentence.trim() ? { sentence } : {}),
          ...(despite.trim() ? { despite } : {}),
          ...(later === undefined ? {} : { at: new Date(later).toISOString() }),
        },
      });
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
    } catch (error) {
      setMistake(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };

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
      {failing.length > 0 ? (
        <section aria-label="Failing run-throughs" className="mb-4 rounded-md bg-brick-2 p-3 text-[0.875rem]">
          <p className="font-medium text-brick">
            {failing.length === 1 ? 'A run-through fails' : `${failing.length} run-throughs fail`}. Mend it, or say why
            the flow is to be published all the same.
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
            value={despite}
            maxLength={300}
            onChange={event => setDespite(event.target.value)}
          />
        </section>
      ) : null}
      <TextField
        className="mb-4"
        label="What has changed, in a sentence"
        placeholder={number === 1 ? 'The first edition' : 'Such as: asks for the postcode before the price'}
        value={sentence}
        maxLength={300}
        onChange={event => setSentence(event.target.value)}
      />
      <fieldset className="space-y-2">
        <legend className="mb-1 text-ink-2">New visitors of these sites meet this flow</legend>
        {sites.map(site => (
          <label key={site.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.includes(site.id)}
              onChange={event =>
                setChosen(event.target.checked ? [...chosen, site.id] : chosen.filter(id => id !== site.id))
              }
            />
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
          <input type="radio" name="when" checked={later === undefined} onChange={() => setLater(undefined)} /> Now
        </label>
        <label className="flex items-center gap-1.5">
          <input type="radio" name="when" checked={later !== undefined} onChange={() => setLater('')} /> By itself, on
        </label>
        <SmallInput
          name="Day and time"
          type="datetime-local"
          value={later ?? ''}
          onChange={event => setLater(event.target.value)}
        />
      </fieldset>
      {mistake ? (
        <p role="alert" className="mt-3 text-brick">
          {mistake}
        </p>
      ) : null}
      <div className="mt-5 flex justify-end gap-2">
        <Button look="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button
          look="main"
          onClick={publish}
          disabled={busy || later === '' || (failing.length > 0 && despite.trim() === '')}
        >
          {later === undefined ? 'Publish' : 'Set the time'}
        </Button>
      </div>
    </Dialog>
  );
}
