import { type FlowSummary, flowRoutes, type SiteDetail, siteRoutes } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { languages, zones } from '../account/regions.ts';
import { useAccount, useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { TryIt } from '../trial/try-it.tsx';
import { Button, buttonClass } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Choice, TextField } from '../ui/field.tsx';
import { OnOff } from '../ui/on-off.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime } from '../ui/time.ts';
import { Alive } from './alive.tsx';
import { ToCopy } from './to-copy.tsx';

/** A site as it is written: its domains one after the other. What is wrong with one is told at all of them. */
const Written = z
  .object({ name: z.string(), domains: z.string() })
  .transform(({ name, domains }) => ({ name, domains: domains.split(/[\s,]+/).filter(Boolean) }))
  .pipe(siteRoutes.make.body);

async function anew(): Promise<void> {
  await changedHere(siteRoutes.list);
  void useAccount.getState().load();
}

function NewSite() {
  const form = useSentForm(Written, { name: '', domains: '' }, async body => {
    await call(siteRoutes.make, { body });
    form.reset();
    await anew();
  });
  const { register, submit, mistake, mistakeAt, formState } = form;
  return (
    <form
      onSubmit={submit}
      noValidate
      className="grid max-w-3xl grid-cols-[14rem_1fr_auto] items-start gap-3 max-md:grid-cols-1"
    >
      <TextField label="A site’s name" placeholder="Our shop" mistake={mistakeAt('name')} {...register('name')} />
      <TextField
        label="Its domains"
        placeholder="brackenrow.example, *.brackenrow.example"
        mistake={mistakeAt('domains') ?? mistake}
        {...register('domains')}
      />
      <Button type="submit" look="main" className="mt-6 max-md:mt-0" disabled={formState.isSubmitting}>
        Add the site
      </Button>
    </form>
  );
}

function Snippet({ site }: { site: SiteDetail }) {
  return (
    <div>
      <p className="mb-1 text-ink-2">
        Put this line on every page that is to have the chat, before the end of its body. It loads after the page, and
        never holds it up.
      </p>
      <ToCopy name={`The line for ${site.name}`} text={site.snippet} />
    </div>
  );
}

/** The same with what is chosen for it; nothing chosen is as the business has it, or no flow. */
const Settled = z
  .object({ name: z.string(), domains: z.string(), language: z.string(), zone: z.string(), flow: z.string() })
  .transform(({ name, domains, language, zone, flow }) => ({
    name,
    domains: domains.split(/[\s,]+/).filter(Boolean),
    language: language || null,
    zone: zone || null,
    flow: flow || null,
  }))
  .pipe(siteRoutes.change.body.omit({ off: true, tellsPassers: true, ownPage: true }).required());
const asSettled = ({ name, domains, language, zone, flow }: SiteDetail) => ({
  name,
  domains: domains.join(', '),
  language: language ?? '',
  zone: zone ?? '',
  flow: flow ?? '',
});

function SiteForm({ site, flows }: { site: SiteDetail; flows: readonly FlowSummary[] }) {
  const { workspace } = useSignedIn();
  // Only what was changed here is sent: somebody else may have changed the rest meanwhile.
  const [begun, setBegun] = useState(site);
  const form = useSentForm(Settled, asSettled(begun), async written => {
    const body = Object.fromEntries(
      Object.entries(written).filter(([name, value]) => String(value) !== String(begun[name as keyof typeof written])),
    );
    const kept = await call(siteRoutes.change, { params: { id: site.id }, body });
    setBegun(kept);
    form.reset(asSettled(kept));
    await anew();
    toast.success('Saved.');
  });
  const { register, submit, mistake, mistakeAt, formState } = form;
  // One that is not published any more is still the one that is met, until another is chosen.
  const met = flows.filter(({ id, edition }) => edition !== null || id === site.flow);
  return (
    <form onSubmit={submit} noValidate className="grid grid-cols-[14rem_1fr_auto] items-start gap-3 max-md:grid-cols-1">
      <TextField label="Name" mistake={mistakeAt('name')} {...register('name')} />
      <TextField
        label="Domains, exact or with all below them (*.)"
        mistake={mistakeAt('domains') ?? mistake}
        {...register('domains')}
      />
      <Button type="submit" className="mt-6 max-md:mt-0" disabled={!formState.isDirty || formState.isSubmitting}>
        Save
      </Button>
      <Choice label="Its own flow" mistake={mistakeAt('flow')} {...register('flow')}>
        <option value="">None</option>
        {met.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <div className="grid grid-cols-2 gap-3">
        <Choice label="Its language" mistake={mistakeAt('language')} {...register('language')}>
          <option value="">The business’s</option>
          {languages(site.language ?? workspace.language).map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </Choice>
        <Choice label="Its time zone" mistake={mistakeAt('zone')} {...register('zone')}>
          <option value="">The business’s</option>
          {zones.map(zone => (
            <option key={zone}>{zone}</option>
          ))}
        </Choice>
      </div>
    </form>
  );
}

function Site({ site, flows }: { site: SiteDetail; flows: readonly FlowSummary[] | undefined }) {
  const [asksKey, setAsksKey] = useState(false);
  const params = { id: site.id };
  const settle = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await anew();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <li className="space-y-4 border-t border-rule py-6">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-script text-lg font-semibold">{site.name}</h2>
        <Alive site={site} />
        {site.flow ? null : <span className="text-ink-2">Visitors meet no flow yet.</span>}
      </div>
      <Snippet site={site} />
      {flows ? <SiteForm site={site} flows={flows} /> : <Skeleton lines={2} />}
      <div className="flex flex-wrap items-center gap-3">
        <Link to={`/sites/${site.id}/look`} className={buttonClass()}>
          How it looks<span className="sr-only"> on {site.name}</span>
        </Link>
        <Link to={`/sites/${site.id}/before`} className={buttonClass()}>
          Before the chat<span className="sr-only"> on {site.name}</span>
        </Link>
        <Link to={`/sites/${site.id}/reach`} className={buttonClass()}>
          Whom it meets<span className="sr-only"> on {site.name}</span>
        </Link>
        <Link to={`/sites/${site.id}/ways`} className={buttonClass()}>
          Ways in<span className="sr-only"> to {site.name}</span>
        </Link>
        <Link to={`/sites/${site.id}/install`} className={buttonClass()}>
          Install and check<span className="sr-only"> on {site.name}</span>
        </Link>
        <TryIt site={site} />
        <Button onClick={() => settle(() => call(siteRoutes.change, { params, body: { off: !site.off } }))}>
          {site.off ? 'Switch the chat on' : 'Switch the chat off'}
          <span className="sr-only"> on {site.name}</span>
        </Button>
        <span className="flex items-center gap-1.5">
          Tells who looks at its pages without a chat
          <OnOff
            name={`Tell who looks at pages of ${site.name} without a chat`}
            on={site.tellsPassers}
            onSwitch={tellsPassers => settle(() => call(siteRoutes.change, { params, body: { tellsPassers } }))}
          />
        </span>
        <Button look="quiet" onClick={() => setAsksKey(true)}>
          Another key
        </Button>
        {site.oldKeyUntil ? (
          <span className="text-ink-2">The line with the key before is good until {dayAndTime(site.oldKeyUntil)}.</span>
        ) : null}
      </div>
      {asksKey ? (
        <Dialog
          open
          title={`Another key for ${site.name}?`}
          description="The line to paste will be another. The one that is on your pages now goes on for a day, and then no more."
          onClose={() => setAsksKey(false)}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setAsksKey(false)}>Keep this one</Button>
            <Button
              look="danger"
              onClick={() => {
                setAsksKey(false);
                void settle(() => call(siteRoutes.newKey, { params }));
              }}
            >
              Change the key
            </Button>
          </div>
        </Dialog>
      ) : null}
    </li>
  );
}

/** The sites: which pages carry the chat, the line to paste, and whether it is alive there. */
export default function Sites() {
  const { data, error } = useRoute(siteRoutes.list, {});
  const flows = useRoute(flowRoutes.list, {});
  useEffect(() => {
    document.title = 'Site · Kineta';
    // A page that has just loaded the chat is no message of its own.
    const timer = setInterval(() => void isStale(siteRoutes.list), 5_000);
    return () => clearInterval(timer);
  }, []);
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Site</h1>
      </header>
      <div className="max-w-4xl px-6 pt-5 pb-16 max-md:px-4">
        {data ? (
          <>
            {data.length === 0 ? (
              <p className="mb-3 text-ink-2">
                Which web site is to have the chat? Only pages of its domains will be able to show it.
              </p>
            ) : null}
            <NewSite />
            <ul aria-label="Sites" className="mt-6">
              {data.map(site => (
                <Site key={site.id} site={site} flows={flows.data?.flows} />
              ))}
            </ul>
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
