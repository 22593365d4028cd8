import type { RuleRow } from '@kineta/contract';
import { deedKindOf, deedsOf, type Names, ruleWords, sentence } from '@kineta/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { caseWords } from '../log/rule-case.ts';
import { Button } from '../ui/button.tsx';
import { Picks } from '../ui/picks.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime, dayName, isoDay } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';

import { type ToldCase, useTrial } from './store.ts';

const DAYS = 30;
const SHOWN = 60;
/** Two rules that speak within so many milliseconds speak over each other. */
const AT_ONCE = 10_000;

const conversations = (count: number): string =>
  count === 1 ? 'one conversation' : `${countWords(count)} conversations`;

/** How often a rule acts, day by day. */
function Days({ days, cases }: { days: ReadonlyMap<string, number>; cases: readonly ToldCase[] }) {
  const { workspace } = useSignedIn();
  const dayOf = (at: number) => isoDay(at, workspace.zone);
  const now = Date.now();
  const sorted = Array.from({ length: DAYS }, (_, index) => dayOf(now - (DAYS - 1 - index) * 86_400_000));
  const counts = new Map<string, number>();
  for (const { at } of cases) {
    const day = dayOf(Date.parse(at));
    counts.set(day, (counts.get(day) ?? 0) + 1);
  }
  const most = Math.max(...counts.values(), 1);
  if (days.size === 0) return null;
  return (
    <div className="mt-2">
      <div className="flex h-12 items-end gap-0.5 border-b border-rule" aria-hidden="true">
        {sorted.map(day => (
          <i
            key={day}
            title={`${dayName(day)}: ${counts.get(day) ?? 0}`}
            className="min-w-0 flex-1 bg-ochre"
            style={{ height: `${((counts.get(day) ?? 0) / most) * 100}%` }}
          />
        ))}
      </div>
      <p className="flex justify-between font-mono text-xs text-ink-2">
        <span>{dayName(sorted[0]!)}</span>
        <span>{dayName(sorted.at(-1)!)}</span>
      </p>
    </div>
  );
}

function CaseRow({ told }: { told: ToldCase }) {
  return (
    <li className="border-b border-rule py-2">
      <p className="flex items-baseline justify-between gap-3">
        <Link to={`/inbox/${told.conversation}`} className="truncate font-script font-semibold hover:underline">
          {told.visitor}
        </Link>
        <span className="shrink-0 font-mono text-xs text-ink-2">{dayAndTime(told.at)}</span>
      </p>
      <p className="font-script text-ink-2 italic">{caseWords(told)}</p>
    </li>
  );
}

/** The cases of one rule, those in which it acts and those in which it is silent. */
function Cases({ cases }: { cases: readonly ToldCase[] }) {
  const [shown, setShown] = useState(0);
  const acts = cases.filter(({ silent }) => silent === undefined);
  const silent = cases.filter(one => one.silent !== undefined);
  const listed = shown === 0 ? acts : silent;
  return (
    <section aria-label="Case by case" className="mt-4">
      <Picks
        name="Which cases"
        picks={[`Acts, ${countWords(acts.length)}`, `Silent, ${countWords(silent.length)}`]}
        at={shown}
        onPick={setShown}
      />
      <ul>
        {listed.slice(0, SHOWN).map((told, index) => (
          <CaseRow key={`${told.conversation} ${told.at} ${told.part} ${index}`} told={told} />
        ))}
      </ul>
      {listed.length > SHOWN ? (
        <p className="py-2 text-ink-2">And {countWords(listed.length - SHOWN)} more like these.</p>
      ) : null}
      {listed.length === 0 ? <p className="py-2 text-ink-2">None.</p> : null}
    </section>
  );
}

/** In how many conversations two rules speak over each other, and which those are. */
function clashesIn(cases: readonly ToldCase[], speaks: ReadonlySet<string>): Map<string, number> {
  const clashes = new Map<string, Set<string>>();
  const byConversation = Map.groupBy(
    cases.filter(({ silent, rule }) => silent === undefined && speaks.has(rule)),
    ({ conversation }) => conversation,
  );
  for (const [conversation, told] of byConversation) {
    const sorted = told.toSorted((a, b) => a.at.localeCompare(b.at));
    for (const [index, one] of sorted.entries()) {
      const next = sorted[index + 1];
      if (!next || next.rule === one.rule || Date.parse(next.at) - Date.parse(one.at) > AT_ONCE) continue;
      const key = [one.rule, next.rule].sort().join(' ');
      clashes.set(key, (clashes.get(key) ?? new Set()).add(conversation));
    }
  }
  return new Map([...clashes].map(([key, found]) => [key, found.size]));
}

function AllRules({ rules, cases }: { rules: readonly RuleRow[]; cases: readonly ToldCase[] }) {
  const nameOf = (id: string) => rules.find(one => one.id === id)?.rule.name ?? '';
  const speaks = new Set(
    rules.filter(({ rule }) => deedsOf(rule).some(deed => deedKindOf(deed)?.reaches?.(deed))).map(({ id }) => id),
  );
  const clashes = clashesIn(cases, speaks);
  return (
    <>
      <ul className="mt-3">
        {rules
          .filter(({ on }) => on)
          .map(({ id, rule }) => {
            const own = cases.filter(one => one.rule === id);
            const acts = new Set(own.filter(one => one.silent === undefined).map(({ conversation }) => conversation));
            return (
              <li key={id} className="flex items-baseline justify-between gap-3 border-b border-rule py-2">
                <span className="font-script">{rule.name}</span>
                <span className="shrink-0 font-mono text-xs text-ink-2">
                  acts in {countWords(acts.size)}, silent {countWords(own.filter(one => one.silent).length)} ×
                </span>
              </li>
            );
          })}
      </ul>
      <p className="mt-4 text-ink-2">
        {clashes.size === 0
          ? 'No two of them would have spoken within ten seconds of each other.'
          : [...clashes]
              .map(([key, count]) => {
                const [one = '', other = ''] = key.split(' ');
                return `“${nameOf(one)}” and “${nameOf(other)}” would have spoken within ten seconds of each other in ${conversations(count)}.`;
              })
              .join(' ')}
      </p>
    </>
  );
}

/** What rules would have done in the last 30 days, beside where they are written. */
export function Trial({ rules, names }: { rules: readonly RuleRow[]; names: Names }) {
  const { rule, id, state, looked, days, cases, mistake } = useTrial();
  if (state === 'none')
    return (
      <section aria-label="Tried" className="p-5">
        <h2 className="label text-ink-2">On the last 30 days</h2>
        <p className="mt-2 font-script text-lg">Open a rule to see what it would have done, case by case.</p>
        <p className="mt-2 text-ink-2">Nothing is said or sent by that: it is only read again what was.</p>
        <Button className="mt-4" onClick={() => void useTrial.getState().try()}>
          Try all of them
        </Button>
      </section>
    );
  const own = rule ? cases.filter(one => one.rule === (id ?? '')) : cases;
  const acts = own.filter(({ silent }) => silent === undefined);
  const inThose = new Set(acts.map(({ conversation }) => conversation)).size;
  return (
    <section aria-label="Tried" aria-busy={state === 'trying'} className="p-5">
      <h2 className="label text-ink-2">
        {rule ? `“${rule.name}”, on the last 30 days` : 'All that are on, on the last 30 days'}
      </h2>
      {state === 'trying' && looked === 0 ? <Skeleton lines={4} className="mt-3" /> : null}
      {state === 'stopped' ? <p className="mt-2 text-brick">{mistake}</p> : null}
      {looked > 0 || state === 'done' ? (
        <p className="mt-2 font-script text-lg font-semibold" aria-live="polite">
          {looked === 0
            ? 'There were no conversations in the last 30 days.'
            : rule
              ? `It would have acted in ${countWords(inThose)} of ${conversations(looked)}${state === 'trying' ? ' so far' : ''}.`
              : `They would have acted ${countWords(acts.length)} times in ${conversations(looked)}${state === 'trying' ? ' so far' : ''}.`}
        </p>
      ) : null}
      {rule ? <p className="sr-only">{sentence(ruleWords(rule, names))}</p> : null}
      <Days days={days} cases={acts} />
      {rule ? <Cases cases={own} /> : <AllRules rules={rules} cases={cases} />}
      <p className="mt-4 text-xs text-ink-3">
        Hours, and what the business says of itself, are taken as they are today; who was there is not known any more,
        and is taken to be as the hours say.
      </p>
    </section>
  );
}
