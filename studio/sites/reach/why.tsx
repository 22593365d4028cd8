import { type RealVisit, reachRoutes, type ToldVerdict, type Why, type WhyAsked } from '@kineta/contract';
import { appearanceKindOf, type HiddenBy, LAST, type Reach } from '@kineta/core';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useDeferredValue, useState } from 'react';
import { call, sentenceOf } from '../../shell/api.ts';
import { useRoute } from '../../shell/query.ts';
import { Select, SmallInput } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { Direction } from '../../ui/words.tsx';
import { Amount } from './parts/amount.tsx';
import { useReachSetting } from './setting.ts';
import type { WrittenCue } from './store.ts';

const nobody = (page: string): WhyAsked => ({
  page,
  device: 'computer',
  language: 'en-GB',
  visits: 1,
  referrer: '',
  isKnown: false,
  at: null,
  seconds: 30,
  idle: 0,
  read: 60,
  leaving: false,
});

function AskRow({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex gap-3 py-1.5">
      <span className="w-14 shrink-0 pt-1">{name}</span>
      <div className="min-w-0 flex-1 text-[0.8125rem]">{children}</div>
    </div>
  );
}

/** For whom it is asked, and when. */
function Asking({ asked, onAsk }: { asked: WhyAsked; onAsk: (to: Partial<WhyAsked>) => void }) {
  return (
    <>
      <AskRow name="Page">
        <SmallInput
          name="Page"
          className="w-full font-mono"
          value={asked.page}
          onChange={({ target }) => onAsk({ page: target.value })}
        />
      </AskRow>
      <AskRow name="Visitor">
        <span className="flex flex-wrap items-center gap-1.5">
          <Amount
            name="Which visit"
            amount={asked.visits}
            least={1}
            most={1_000}
            unit="visit,"
            onSet={visits => onAsk({ visits })}
          />
          <Select
            name="Device"
            value={asked.device}
            onChange={({ target }) => onAsk({ device: target.value as WhyAsked['device'] })}
          >
            <option value="computer">computer</option>
            <option value="tablet">tablet</option>
            <option value="phone">phone</option>
          </Select>
          <Select
            name="Known"
            value={String(asked.isKnown)}
            onChange={({ target }) => onAsk({ isKnown: target.value === 'true' })}
          >
            <option value="false">not known</option>
            <option value="true">known</option>
          </Select>
        </span>
      </AskRow>
      <AskRow name="Moment">
        <span className="flex flex-wrap items-center gap-1.5">
          <Select
            name="When"
            value={asked.at === null ? 'now' : 'at'}
            onChange={({ target }) => onAsk({ at: target.value === 'now' ? null : new Date().toISOString() })}
          >
            <option value="now">now,</option>
            <option value="at">at</option>
          </Select>
          {asked.at === null ? null : (
            <SmallInput
              type="datetime-local"
              name="Which day and time"
              value={localOf(asked.at)}
              onChange={({ target }) => target.value && onAsk({ at: new Date(target.value).toISOString() })}
            />
          )}
          <Amount
            name="Seconds on the page"
            amount={asked.seconds}
            least={0}
            most={86_400}
            unit="s there,"
            onSet={seconds => onAsk({ seconds })}
          />
          <Amount
            name="How much is read"
            amount={asked.read}
            least={0}
            most={100}
            unit="% read"
            onSet={read => onAsk({ read })}
          />
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-petrol"
              checked={asked.leaving}
              onChange={({ target }) => onAsk({ leaving: target.checked })}
            />
            about to leave
          </label>
        </span>
      </AskRow>
    </>
  );
}

/** An instant as a box for a day and a time has it, in the time of who looks. */
function localOf(at: string): string {
  const date = new Date(at);
  return new Date(date.getTime() - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

function Reason({ verdict, nameOf }: { verdict: ToldVerdict; nameOf: (cue: string) => string }) {
  if (verdict.not)
    return (
      <>
        Not: <Direction words={verdict.not} />.
      </>
    );
  if (verdict.before) return <>Would fit; “{nameOf(verdict.before)}” comes before it.</>;
  return <>{verdict.is === 'off' ? 'It is switched off.' : 'Its flow is not published.'}</>;
}

const hiddenWords: Record<HiddenBy, string> = {
  device: 'it does not on their device',
  closed: 'you are closed, and it does not while you are',
  'other page': 'it does on other pages only',
  'this page': 'it never does on this page',
};

function Told({ why, cues }: { why: Why; cues: readonly WrittenCue[] }) {
  const { flows } = useReachSetting();
  const nameOf = (id: string) => {
    const flow = cues.find(cue => cue.id === id)?.flow;
    return flows.find(one => one.id === flow)?.name ?? (id === LAST ? 'No flow' : 'A flow that is gone');
  };
  const met = why.verdicts.find(({ is }) => is === 'met');
  const appears = cues.find(({ id }) => id === met?.cue)?.appears;
  const waits = !appears || Boolean(appearanceKindOf(appears).waits);
  return (
    <div aria-live="polite">
      {why.hidden ? (
        <p className="mt-3 rounded-md bg-sheet p-3 font-script text-lg">
          The chat does not show to them: {hiddenWords[why.hidden]}.
        </p>
      ) : null}
      <ul className="mt-3">
        {[...why.verdicts]
          .sort((a, b) => Number(b.is === 'met') - Number(a.is === 'met'))
          .map(verdict => (
            <li
              key={verdict.cue}
              className={`flex gap-3 py-2.5 ${verdict.is === 'met' ? 'rounded-lg border border-rule bg-sheet px-3' : 'border-b border-rule px-3'}`}
            >
              <i
                aria-hidden="true"
                className={`mt-1.5 size-2.5 shrink-0 rounded-full ${verdict.is === 'met' ? 'bg-moss' : 'bg-rule'}`}
              />
              <div className="min-w-0">
                <p className="font-script font-semibold">{nameOf(verdict.cue)}</p>
                <p className="font-script text-ink-2 italic">
                  {verdict.is === 'met' ? metWords(why, waits) : <Reason verdict={verdict} nameOf={nameOf} />}
                </p>
              </div>
            </li>
          ))}
      </ul>
    </div>
  );
}

/** @param waits whether it does nothing before the chat is opened */
const metWords = ({ byItself }: Why, waits: boolean): string =>
  byItself && !waits ? 'It appears by itself, and whoever opens the chat meets it.' : 'Met when the chat is opened.';

/** Visits that were and that go on, to be asked about. */
function Visits({ site, onPick }: { site: string; onPick: (visit: RealVisit) => void }) {
  const { data } = useRoute(reachRoutes.visits, { params: { id: site } });
  if (!data || data.visits.length === 0) return null;
  return (
    <section aria-label="Real visits" className="mt-5">
      <h3 className="label text-ink-2">Or a real visit</h3>
      <ul className="mt-1">
        {data.visits.map(visit => (
          <li key={visit.id}>
            <button
              type="button"
              className="min-h-7 w-full truncate text-left font-script hover:underline"
              onClick={() => onPick(visit)}
            >
              {visit.now ? 'Somebody there now' : visit.who}
              <span className="text-ink-2">
                , {dayAndTime(visit.at)}, on {pathOf(visit.asked.page)}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const pathOf = (page: string): string => page.replace(/^https?:\/\/[^/]+/, '') || '/';

/** What somebody would meet on a page at a moment, by what is written here, and why not the others. */
export function WhyThis({
  site,
  reach,
  cues,
  origin,
  isWrong,
}: {
  site: string;
  reach: Reach;
  cues: readonly WrittenCue[];
  origin: string;
  isWrong: boolean;
}) {
  const [asked, setAsked] = useState(() => nobody('/'));
  const whole = useDeferredValue({
    ...asked,
    page: /^https?:\/\//.test(asked.page)
      ? asked.page
      : `${origin}${asked.page.startsWith('/') ? '' : '/'}${asked.page}`,
    reach,
  });
  const { data, error } = useQuery({
    queryKey: ['why this', site, whole],
    queryFn: () => call(reachRoutes.why, { params: { id: site }, body: whole }),
    enabled: !isWrong && asked.page.trim() !== '',
    placeholderData: before => before,
    staleTime: 10_000,
  });
  return (
    <div className="p-5">
      <h2 className="label text-ink-2">Why this?</h2>
      <div className="mt-2">
        <Asking asked={asked} onAsk={to => setAsked({ ...asked, ...to })} />
      </div>
      {error ? (
        <p role="alert" className="mt-3 text-brick">
          {sentenceOf(error)}
        </p>
      ) : data ? (
        <Told why={data} cues={cues} />
      ) : isWrong ? (
        <p className="mt-3 text-ink-2">Once what is written can be kept, it is told what would be met.</p>
      ) : (
        <Skeleton lines={4} className="mt-3" />
      )}
      <Visits site={site} onPick={visit => setAsked({ ...visit.asked, page: pathOf(visit.asked.page) })} />
    </div>
  );
}
