import { reachRoutes, type SiteDetail, siteRoutes, type WayIn } from '@kineta/contract';
import type { Fact } from '@kineta/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Choice, TextField } from '../../ui/field.tsx';
import { OnOff } from '../../ui/on-off.tsx';
import { Picks } from '../../ui/picks.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { ToCopy } from '../to-copy.tsx';
import { Code } from './code.tsx';
import { inputFor, linkTo, pageOn, picksFor } from './link.ts';

/** What a link says of one fact. */
function Said({ fact, value, onSay }: { fact: Fact; value: string; onSay: (value: string) => void }) {
  const picks = picksFor(fact);
  const label = fact.unit ? `${fact.name} (${fact.unit})` : fact.name;
  return picks ? (
    <Choice label={label} value={value} onChange={event => onSay(event.target.value)}>
      <option value="">says nothing</option>
      {picks.map(pick => (
        <option key={pick}>{pick}</option>
      ))}
    </Choice>
  ) : (
    <TextField
      label={label}
      type={inputFor(fact)}
      placeholder="says nothing"
      value={value}
      onChange={event => onSay(event.target.value)}
    />
  );
}

const wayName = ({ reference, flow }: WayIn): string =>
  reference === null ? `Whatever is met there (${flow})` : `${reference}: ${flow}`;

/** Puts a link together, as text and as a code. */
function Writer({ site, origin, ways }: { site: SiteDetail; origin: string | null; ways: readonly WayIn[] }) {
  const [at, setAt] = useState(0);
  const [place, setPlace] = useState(0);
  const [path, setPath] = useState('/');
  const [said, setSaid] = useState<Record<string, string>>({});
  const way = ways[at];
  if (!way) return null;
  const isOwn = origin === null || place === 1;
  const page = isOwn ? site.pageUrl : pageOn(origin, path);
  const facts = Object.fromEntries(way.facts.map(({ name }) => [name, said[name] ?? '']));
  const link = page === null ? '' : linkTo(page, way.reference, facts);
  return (
    <div className="flex items-start gap-8 max-md:flex-col">
      <div className="min-w-0 flex-1 space-y-4">
        <div className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
          <Choice label="Leads into" value={at} onChange={event => setAt(Number(event.target.value))}>
            {ways.map((one, index) => (
              <option key={one.reference ?? ''} value={index}>
                {wayName(one)}
              </option>
            ))}
          </Choice>
          {origin === null ? null : (
            <div>
              <p className="mb-1 text-ink-2">Opens</p>
              <Picks
                name="What it opens"
                picks={['a page of the site', 'the chat alone']}
                at={place}
                onPick={setPlace}
              />
            </div>
          )}
        </div>
        {isOwn ? null : (
          <TextField
            label={`The page, on ${origin}`}
            value={path}
            mistake={page === null ? 'That is no page of the site, such as /heat-pumps.' : undefined}
            onChange={event => setPath(event.target.value)}
          />
        )}
        {way.facts.length > 0 ? (
          <fieldset>
            <legend className="mb-2 text-ink-2">What it says of whoever follows it</legend>
            <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
              {way.facts.map(fact => (
                <Said
                  key={fact.name}
                  fact={fact}
                  value={said[fact.name] ?? ''}
                  onSay={value => setSaid({ ...said, [fact.name]: value })}
                />
              ))}
            </div>
          </fieldset>
        ) : (
          <p className="text-[0.8125rem] text-ink-2">
            “{way.flow}” lets no link say anything. Where it should, tick so in its facts, and publish it.
          </p>
        )}
        <ToCopy name="The link" text={link} rows={2} />
        {isOwn && !site.ownPage ? (
          <p role="alert" className="text-brick">
            The chat has no page of its own yet: switch it on below, or nobody gets there.
          </p>
        ) : null}
      </div>
      {link ? <Code link={link} name={`kineta-${way.reference ?? 'chat'}`} /> : null}
    </div>
  );
}

/** Links into flows, for letters and for codes that are scanned, and the chat as a page of its own. */
export function Links({ site }: { site: SiteDetail }) {
  const { data, error } = useRoute(reachRoutes.ways, { params: { id: site.id } });
  const switchOwn = async (ownPage: boolean): Promise<void> => {
    try {
      await call(siteRoutes.change, { params: { id: site.id }, body: { ownPage } });
      await changedHere(siteRoutes.list);
    } catch (failed) {
      toast.error(sentenceOf(failed));
    }
  };
  return (
    <div className="space-y-5">
      {error ? (
        <p role="alert" className="text-brick">
          {sentenceOf(error)}
        </p>
      ) : !data ? (
        <Skeleton lines={4} />
      ) : data.ways.length === 0 ? (
        <p className="text-ink-2">Visitors of this site meet no flow yet that a link could lead into.</p>
      ) : (
        <Writer site={site} origin={data.origin} ways={data.ways} />
      )}
      <p className="text-[0.8125rem] text-ink-2">
        Whom a link leads in, and by which name, is said under{' '}
        <Link className="text-petrol underline" to={`/sites/${site.id}/reach`}>
          Reach
        </Link>
        : a cue that fits “by a link”.
      </p>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span>The chat as a page of its own</span>
        <OnOff name="The chat as a page of its own" on={site.ownPage} onSwitch={switchOwn} />
        {site.ownPage ? (
          <a
            className="font-mono text-[0.8125rem] break-all text-petrol underline"
            href={site.pageUrl}
            target="_blank"
            rel="noopener"
          >
            {site.pageUrl}
          </a>
        ) : (
          <span className="text-[0.8125rem] text-ink-2">for letters, and for places that take no script</span>
        )}
      </div>
    </div>
  );
}
