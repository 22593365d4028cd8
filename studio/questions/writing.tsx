import { type ArticlePage, questionRoutes } from '@kineta/contract';
import { blankArticle, type KeptArticle, PERSONS, type Picture } from '@kineta/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { PictureUpload } from '../pictures/picture-upload.tsx';
import { call } from '../shell/api.ts';
import { changedHere, keyOf, queries } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Choice, TextArea, TextField } from '../ui/field.tsx';
import { Pill } from '../ui/pill.tsx';
import { AnswerText } from './answer-text.tsx';
import { FlowButtons } from './flow-buttons.tsx';
import { History } from './history.tsx';
import { remove } from './several.tsx';
import { useAsking } from './store.ts';
import { WouldChange } from './would-change.tsx';
import { fieldsOf, isNarrowed, Written, wordingsIn } from './written.ts';

const personNames: Record<(typeof PERSONS)[number], string> = {
  anybody: 'anybody',
  known: 'only people who are known',
  'not known': 'only people who are not known',
};

/** Where an answer is written, new or otherwise than it was. */
export function Writing({ page, begun = blankArticle }: { page?: ArticlePage; begun?: KeptArticle }) {
  const navigate = useNavigate();
  const ask = useAsking(state => state.ask);
  const asked = useAsking(state => state.asked);
  const before = fieldsOf(page?.article ?? begun);
  const [narrows, setNarrows] = useState(isNarrowed(before));
  const form = useSentForm(Written, before, async article => {
    const there = location.pathname;
    const kept = page
      ? await call(questionRoutes.change, { params: { id: page.id }, body: { article, number: page.number } })
      : await call(questionRoutes.add, { body: article });
    queries.setQueryData(keyOf(questionRoutes.one, { params: { id: kept.id } }), kept);
    await changedHere(questionRoutes.list, questionRoutes.listedThere, questionRoutes.history);
    // Whoever corrects an answer sees at once what would be said now.
    if (asked !== '') void ask(asked);
    // Whoever has gone on meanwhile is not taken elsewhere.
    if (location.pathname === there) void navigate('/questions');
  });
  const { sites } = useSignedIn();
  const { answer, wordings } = form.watch();
  const { draft } = before;
  /** Behind what is written, where its description can be filled in. */
  const addPicture = ({ src }: Picture) =>
    form.setValue('answer', `${form.getValues('answer').trimEnd()}\n\n![What it shows](${src})\n`.trimStart(), {
      shouldDirty: true,
    });
  const addsWording = asked !== '' && page !== undefined && !wordingsIn(wordings).includes(asked);
  return (
    <form onSubmit={form.submit} noValidate className="mx-auto w-full max-w-2xl space-y-4 px-6 py-5 max-md:px-4">
      <div className="flex items-baseline gap-3">
        <Button look="quiet" className="-ml-3" onClick={() => void navigate('/questions')}>
          ← All answers
        </Button>
        {draft ? <Pill tone="waits">nobody is told it before you say yes</Pill> : null}
      </div>
      <TextField
        label="What is asked"
        autoFocus={!page}
        maxLength={500}
        mistake={form.mistakeAt('question')}
        {...form.register('question')}
      />
      <TextArea
        label="What is answered"
        rows={5}
        maxLength={20_000}
        mistake={form.mistakeAt('answer')}
        {...form.register('answer')}
      />
      <div className="-mt-3 flex items-start gap-3 text-[0.8125rem] text-ink-3">
        <p>
          **bold**, [a link](https://…), lists with - or 1. and tables, as Markdown writes them; {'{business phone}'}{' '}
          stands for a fact of the business.
        </p>
        <PictureUpload onPicture={addPicture} />
      </div>
      {answer.trim() ? (
        <section aria-label="As it is read" className="rounded-md border border-rule bg-sheet px-4 py-3">
          <AnswerText>{answer}</AnswerText>
        </section>
      ) : null}
      <FlowButtons form={form} />
      <TextArea
        label="Other wordings of the question, one a line"
        rows={2}
        mistake={form.mistakeAt('wordings')}
        {...form.register('wordings')}
      />
      {addsWording ? (
        <Button
          onClick={() => form.setValue('wordings', [...wordingsIn(wordings), asked].join('\n'), { shouldDirty: true })}
        >
          Add “{asked.length > 60 ? `${asked.slice(0, 60)}…` : asked}” as a wording
        </Button>
      ) : null}
      <TextField label="Tags, with commas between" mistake={form.mistakeAt('tags')} {...form.register('tags')} />
      <label className="flex items-center gap-2">
        <input type="checkbox" {...form.register('listed')} />
        Listed for visitors before they ask
      </label>
      {narrows ? (
        <fieldset className="grid grid-cols-2 gap-3 rounded-md border border-rule p-4 max-md:grid-cols-1">
          <legend className="px-1 text-ink-2">For whom, where and when</legend>
          <TextArea
            label="Pages, one a line; all when empty"
            rows={2}
            placeholder="/heat-pumps*"
            mistake={form.mistakeAt('audience.pages')}
            {...form.register('audience.pages')}
          />
          <div className="space-y-3">
            <Choice label="Who" mistake={form.mistakeAt('audience.person')} {...form.register('audience.person')}>
              {PERSONS.map(one => (
                <option key={one} value={one}>
                  {personNames[one]}
                </option>
              ))}
            </Choice>
            <TextField
              label="Languages, by their codes"
              placeholder="en, de"
              mistake={form.mistakeAt('audience.languages')}
              {...form.register('audience.languages')}
            />
          </div>
          {sites.length > 1 || before.audience.sites.length > 0 ? (
            <fieldset className="col-span-full">
              <legend className="mb-1 text-ink-2">Sites; all when none is ticked</legend>
              <span className="flex flex-wrap gap-x-4 gap-y-1">
                {sites.map(({ id, name }) => (
                  <label key={id} className="flex items-center gap-2">
                    <input type="checkbox" value={id} {...form.register('audience.sites')} />
                    {name}
                  </label>
                ))}
              </span>
            </fieldset>
          ) : null}
          <TextField label="From" type="date" mistake={form.mistakeAt('from')} {...form.register('from')} />
          <TextField label="To" type="date" mistake={form.mistakeAt('to')} {...form.register('to')} />
        </fieldset>
      ) : (
        <button type="button" className="text-petrol hover:underline" onClick={() => setNarrows(true)}>
          Only for some people, pages or days
        </button>
      )}
      <WouldChange
        read={() => {
          const { success, data } = Written.safeParse({ ...form.getValues(), draft: false });
          return success ? { what: 'write', id: page?.id ?? null, article: data } : undefined;
        }}
      />
      {form.mistake ? (
        <p role="alert" className="text-brick">
          {form.mistake}
        </p>
      ) : null}
      <div className="flex flex-wrap justify-end gap-2">
        {page ? (
          <Button
            look="quiet"
            className="mr-auto"
            onClick={() => {
              void remove([page.id], 'One answer');
              void navigate('/questions');
            }}
          >
            Remove
          </Button>
        ) : null}
        {draft ? (
          <Button type="submit" disabled={form.formState.isSubmitting} onClick={() => form.setValue('draft', true)}>
            Keep it as a draft
          </Button>
        ) : null}
        <Button
          look="main"
          type="submit"
          disabled={form.formState.isSubmitting}
          onClick={() => form.setValue('draft', false)}
        >
          {draft ? 'It is right' : 'Keep it'}
        </Button>
      </div>
      {page ? (
        <History id={page.id} onTake={version => form.reset(fieldsOf(version), { keepDefaultValues: true })} />
      ) : null}
    </form>
  );
}
