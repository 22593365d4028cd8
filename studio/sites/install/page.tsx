import { type InstallCheck, installRoutes, type SiteDetail } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Picks } from '../../ui/picks.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { SiteHead, useSite } from '../room.tsx';
import { ToCopy } from '../to-copy.tsx';
import { findingWords } from './findings.ts';
import { installWays } from './ways.tsx';

const heading = 'mb-2 font-script text-lg font-semibold';

function Send({ site }: { site: SiteDetail }) {
  const form = useSentForm(installRoutes.send.body, { email: '' }, async body => {
    const { sent, why } = await call(installRoutes.send, { params: { id: site.id }, body });
    if (sent) {
      toast.success(`Sent to ${body.email}.`);
      form.reset({ email: '' });
    } else toast.error(`No mail could be sent: ${why ?? 'the mail server did not take it.'} Copy the line instead.`);
  });
  const { register, submit, mistake, mistakeAt, formState } = form;
  return (
    <form onSubmit={submit} noValidate className="flex max-w-xl items-start gap-2">
      <TextField
        label="Or send it to who looks after the pages"
        type="email"
        placeholder="name@brackenrow.example"
        className="flex-1"
        mistake={mistakeAt('email') ?? mistake}
        {...register('email')}
      />
      <Button type="submit" className="mt-6" disabled={formState.isSubmitting}>
        Send the line
      </Button>
    </form>
  );
}

const marks = { fine: '✓', waits: '…', wrong: '✗' } as const;
const tones = { fine: 'text-moss', waits: 'text-ochre', wrong: 'text-brick' } as const;

function Found({ check: { page, findings, alive }, site }: { check: InstallCheck; site: SiteDetail }) {
  return (
    <div role="status" className="mt-4 max-w-3xl rounded-md border border-rule bg-sheet px-4 py-3">
      <p className="mb-2 text-ink-2">
        On <span className="font-mono text-[0.8125rem] break-all text-ink">{page}</span>
        {alive ? `, seen alive ${dayAndTime(alive)}` : ''}:
      </p>
      <ul className="space-y-2">
        {findings.map(finding => {
          const { tone, title, says } = findingWords(finding, site);
          return (
            <li key={`${finding.code} ${finding.line}`} className="flex gap-3">
              <span aria-hidden="true" className={`w-4 shrink-0 text-center font-semibold ${tones[tone]}`}>
                {marks[tone]}
              </span>
              <div>
                <p className="font-semibold">
                  {title}
                  {finding.line ? <span className="font-normal text-ink-2"> Line {finding.line}.</span> : null}
                </p>
                <p className="text-ink-2">{says}</p>
              </div>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

const Asked = z.object({ page: z.string() }).pipe(installRoutes.check.body);

function Check({ site }: { site: SiteDetail }) {
  const [found, setFound] = useState<InstallCheck>();
  const first = site.domains.find(domain => !domain.startsWith('*.')) ?? '';
  const page = /^(localhost|127\.)/.test(first) ? `http://${first}/` : first;
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(Asked, { page }, async body => {
    setFound(undefined);
    setFound(await call(installRoutes.check, { params: { id: site.id }, body }));
    await changedHere(installRoutes.get);
  });
  return (
    <section aria-label="Check a page">
      <h2 className={heading}>Is it there?</h2>
      <form onSubmit={submit} noValidate className="flex max-w-xl items-start gap-2">
        <TextField
          label="A page of the site"
          placeholder="brackenrow.example/help"
          className="flex-1"
          mistake={mistakeAt('page') ?? mistake}
          {...register('page')}
        />
        <Button type="submit" look="main" className="mt-6" disabled={formState.isSubmitting}>
          {formState.isSubmitting ? 'Looking…' : 'Check it'}
        </Button>
      </form>
      {found ? <Found check={found} site={site} /> : null}
    </section>
  );
}

const alsoLooked = [installRoutes.get];

/** How the chat comes onto the pages of a site, and whether it is there. */
export default function InstallPage() {
  const { id, site } = useSite(alsoLooked);
  const { data, error } = useRoute(installRoutes.get, { params: { id } });
  const [at, setAt] = useState(0);
  const way = installWays[at]!;
  return (
    <main className="flex h-full flex-col">
      <SiteHead id={id} site={site} name="Install" />
      <div className="min-h-0 flex-1 space-y-9 overflow-y-auto px-6 pt-5 pb-16 max-md:px-4">
        {data && site ? (
          <>
            <section aria-label="One line for your pages" className="max-w-3xl space-y-4">
              <h2 className={heading}>One line for your pages</h2>
              <ToCopy name="The line" text={data.snippet} rows={2} />
              <Send site={site} />
            </section>
            <section aria-label="What to do with it" className="max-w-3xl">
              <h2 className={heading}>Where it goes</h2>
              <Picks
                name="How your pages are made"
                picks={installWays.map(({ name }) => name)}
                at={at}
                onPick={setAt}
              />
              <div className="mt-3 space-y-2">
                <way.How
                  snippet={data.snippet}
                  policy={
                    <ToCopy
                      name="For a strict policy"
                      rows={data.policy.length}
                      text={data.policy.map(({ directive, source }) => `${directive} ${source};`).join('\n')}
                    />
                  }
                />
              </div>
            </section>
            <Check key={site.id} site={site} />
            <section aria-label="Pages that have it" className="max-w-3xl">
              <h2 className={heading}>Where it was seen alive</h2>
              {data.pages.length === 0 ? (
                <p className="text-ink-2">On no page yet. Open one that has the line, and it stands here.</p>
              ) : (
                <ul className="divide-y divide-rule">
                  {data.pages.map(({ page, at: seen }) => (
                    <li key={page} className="flex justify-between gap-4 py-1.5">
                      <span className="min-w-0 truncate">{page}</span>
                      <span className="shrink-0 text-ink-2">{dayAndTime(seen)}</span>
                    </li>
                  ))}
                </ul>
              )}
            </section>
          </>
        ) : error ? (
          <p role="alert" className="text-brick">
            {sentenceOf(error)}
          </p>
        ) : (
          <Skeleton lines={6} />
        )}
      </div>
    </main>
  );
}
