import { reachRoutes, type Would } from '@kineta/contract';
import { LAST } from '@kineta/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call, sentenceOf } from '../../shell/api.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { useReachSetting } from './setting.ts';
import type { Written } from './store.ts';

type MetBy = Would['cases'][number]['was'];

function useNames(): (met: MetBy) => string {
  const { flows } = useReachSetting();
  return ({ cue, flow }) =>
    cue === null
      ? 'no chat'
      : (flows.find(({ id }) => id === flow)?.name ?? (cue === LAST ? 'no flow' : 'a flow that is gone'));
}

const visitWords = (visits: number): string => (visits === 1 ? 'new here' : `visit ${visits}`);
const deviceWords = { phone: 'on a phone', tablet: 'on a tablet', computer: '' } as const;

/** Some of those who would meet something else. */
function Cases({ would }: { would: Would }) {
  const nameOf = useNames();
  return (
    <ul aria-label="Some who would meet something else" className="mt-2 divide-y divide-rule">
      {would.cases.map(({ at, page, device, visits, was, is }) => (
        <li key={`${at} ${page}`} className="py-1.5">
          <p className="font-script">
            {nameOf(was)} <span aria-hidden="true">→</span>
            <span className="sr-only"> becomes </span> <b>{nameOf(is)}</b>
          </p>
          <p className="text-[0.8125rem] text-ink-2">
            {[page.replace(/^https?:\/\/[^/]+/, '') || '/', visitWords(visits), deviceWords[device], dayAndTime(at)]
              .filter(Boolean)
              .join(', ')}
          </p>
        </li>
      ))}
    </ul>
  );
}

const sentence = ({ looked, others }: Would): string => {
  if (looked === 0)
    return 'Nobody is known yet who came to a page of this site: what would change is told once some have.';
  const of = `${looked.toLocaleString()} who came in the last 30 days`;
  return others === 0
    ? `Of ${of}, everybody would meet what they meet now.`
    : `Of ${of}, ${others.toLocaleString()} would meet something else.`;
};

/** A draft is held against so many visits once nobody has written in it for so long, in milliseconds. */
const RESTED_FOR = 400;

function useRested(draft: Written): Written {
  const [rested, setRested] = useState(draft);
  useEffect(() => {
    const timer = setTimeout(() => setRested(draft), RESTED_FOR);
    return () => clearTimeout(timer);
  }, [draft]);
  return rested;
}

/** What the draft would have changed for those who came lately. */
export function WhatWouldChange({ site, draft }: { site: string; draft: Written }) {
  const body = useRested(draft);
  const { data, error } = useQuery({
    queryKey: ['what would change', site, body],
    queryFn: () => call(reachRoutes.would, { params: { id: site }, body: { reach: body.reach, flow: body.flow } }),
    placeholderData: before => before,
    staleTime: 60_000,
  });
  return (
    <section aria-label="What would change" className="border-b border-rule p-5">
      <h2 className="label text-ink-2">What would change</h2>
      {data ? (
        <div aria-live="polite">
          <p className="mt-1 font-script text-lg">{sentence(data)}</p>
          <Cases would={data} />
          {data.looked > 0 ? (
            <p className="mt-2 text-[0.8125rem] text-ink-2">
              Up to a hundred of each day are kept, without who they were: what is asked of facts that are remembered is
              as of strangers.
            </p>
          ) : null}
        </div>
      ) : error ? (
        <p role="alert" className="text-brick">
          {sentenceOf(error)}
        </p>
      ) : (
        <Skeleton lines={2} />
      )}
    </section>
  );
}
