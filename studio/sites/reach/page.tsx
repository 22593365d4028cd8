import { DndContext, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { reachRoutes, type SiteReach } from '@kineta/contract';
import { allowsHost, blankCue, type Cue, LAST, type Reach, type ReachFinding } from '@kineta/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { ConditionFactsProvider } from '../../conditions/facts.ts';
import { useFactsOfConversations } from '../../conditions/of-conversations.ts';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { useCarrying } from '../../ui/carried.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { PutOnSite } from '../put-on-site.tsx';
import { SiteHead, useSite } from '../room.tsx';
import { isChanged } from '../writing.ts';
import { CueEditor } from './cue-editor.tsx';
import { CueLine } from './cue-line.tsx';
import { ReachSettingProvider } from './setting.ts';
import { Shows } from './shows.tsx';
import { cuesOf, foundIn, useReach, type Written, withCue } from './store.ts';
import { WhyThis } from './why.tsx';
import { WhatWouldChange } from './would.tsx';

function Changes({ site, found }: { site: string; found: readonly ReachFinding[] }) {
  const writing = useReach(({ sites }) => sites[site]);
  const { discard, isPut, takeUp } = useReach();
  if (!writing) return null;
  const { draft, number } = writing;
  const changed = isChanged(writing);
  const isWrong = found.some(({ level }) => level === 'problem');
  const params = { id: site };
  return (
    <PutOnSite
      says={
        changed
          ? isWrong
            ? 'It cannot be put there like that yet'
            : 'Not on the site yet'
          : 'The first that fits is met'
      }
      changes={Number(changed)}
      isWrong={isWrong}
      onUndo={() => discard(site)}
      put={async () => {
        const { reach, flow, number: next } = await call(reachRoutes.put, { params, body: { ...draft, number } });
        isPut(site, { reach, flow }, next);
        await changedHere(reachRoutes.get);
      }}
      clash={{
        code: 'reach_changed',
        async takeUp() {
          const { reach, flow, number: theirs } = await call(reachRoutes.get, { params });
          takeUp(site, { reach, flow }, theirs);
        },
      }}
    />
  );
}

/** The order in which things come as the chat is opened. */
function AtAnOpening() {
  return (
    <p className="mx-7 mt-4 flex flex-wrap items-center gap-x-2 gap-y-1 text-[0.8125rem] text-ink-2">
      <span>As the chat is opened:</span>
      {['the first that fits', 'details asked before', 'common questions', 'its flow'].map((words, at) => (
        <span key={words} className="flex items-center gap-2">
          {at > 0 ? <span aria-hidden="true">→</span> : null}
          <span className="mark">{words}</span>
        </span>
      ))}
    </p>
  );
}

function List({
  site,
  data,
  draft,
  found,
}: {
  site: string;
  data: SiteReach;
  draft: Written;
  found: readonly ReachFinding[];
}) {
  const writeTo = useReach(state => state.write);
  const [open, setOpen] = useState<string>();
  const write = (next: Written) => writeTo(site, next);
  const writeReach = (to: Partial<Reach>) => write({ ...draft, reach: { ...draft.reach, ...to } });
  const cues = cuesOf(draft);
  const carrying = useCarrying(
    useCallback(
      (id: string) => {
        const flow = draft.reach.cues.find(cue => cue.id === id)?.flow ?? draft.flow;
        return data.flows.find(one => one.id === flow)?.name ?? '';
      },
      [data.flows, draft],
    ),
  );
  const most = Math.max(1, ...data.counts.map(({ met }) => met));
  const dropped = ({ active, over }: DragEndEvent) => {
    const ids = draft.reach.cues.map(({ id }) => id);
    const to = over ? (over.id === LAST ? ids.length - 1 : ids.indexOf(String(over.id))) : -1;
    const from = ids.indexOf(String(active.id));
    if (from >= 0 && to >= 0 && from !== to) writeReach({ cues: arrayMove(draft.reach.cues as Cue[], from, to) });
  };
  const add = () => {
    const flow =
      data.flows.find(({ id, published }) => published && id !== draft.flow) ??
      data.flows.find(({ published }) => published);
    const cue = { ...blankCue(crypto.randomUUID(), flow?.id ?? ''), fits: { pages: { on: [], off: [] } } };
    writeReach({ cues: [...draft.reach.cues, cue] });
    setOpen(cue.id);
  };
  return (
    <>
      <AtAnOpening />
      <DndContext {...carrying} onDragEnd={dropped}>
        <SortableContext items={cues.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol aria-label="Which flow meets whom" className="px-3 py-2">
            {cues.map((cue, index) => (
              <CueLine
                key={cue.id}
                cue={cue}
                index={index}
                most={most}
                found={found.filter(one => one.cue === cue.id)}
                isOpen={open === cue.id}
                onOpen={() => setOpen(open === cue.id ? undefined : cue.id)}
                onSwitch={on => write(withCue(draft, { ...cue, on }))}
              >
                {open === cue.id ? (
                  <CueEditor
                    cue={cue}
                    onChange={next => write(withCue(draft, next))}
                    onLeave={() => setOpen(undefined)}
                    onRemove={() => {
                      setOpen(undefined);
                      writeReach({ cues: draft.reach.cues.filter(({ id }) => id !== cue.id) });
                    }}
                  />
                ) : null}
              </CueLine>
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className="px-7 py-2">
        <Button
          look={draft.reach.cues.length === 0 ? 'main' : 'plain'}
          disabled={data.flows.every(({ published }) => !published)}
          onClick={add}
        >
          Another flow
        </Button>
      </div>
      <Shows reach={draft.reach} onSet={writeReach} />
    </>
  );
}

/** Which flow meets which visitor of a site, on which page, at which moment; beside it what somebody would meet, and why. */
export default function ReachPage() {
  const { id, site } = useSite();
  const { data, error } = useRoute(reachRoutes.get, { params: { id } });
  const takeUp = useReach(state => state.takeUp);
  const writing = useReach(({ sites }) => sites[id]);
  const draft = writing?.draft;
  useEffect(() => {
    if (data) takeUp(id, { reach: data.reach, flow: data.flow }, data.number);
  }, [data, id, takeUp]);
  const conditions = useFactsOfConversations(data?.facts ?? []);
  const found = useMemo(() => {
    const allows = (origin: string) => URL.canParse(origin) && allowsHost(site?.domains ?? [], new URL(origin).host);
    return draft && data ? foundIn(draft, data, allows) : [];
  }, [draft, data, site]);
  const domain = site?.domains[0]?.replace(/^\*\./, 'www.') ?? 'site.example';
  const isWrong = found.some(({ level }) => level === 'problem');
  return (
    <main className="flex h-full flex-col">
      <SiteHead id={id} site={site} name="Reach">
        <Changes site={id} found={found} />
      </SiteHead>
      {draft && data ? (
        <ReachSettingProvider value={data}>
          <ConditionFactsProvider value={conditions}>
            <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
              <div className="min-w-0 flex-1 lg:overflow-y-auto">
                <List site={id} data={data} draft={draft} found={found} />
              </div>
              <div className="w-104 shrink-0 border-l border-rule bg-paper-2 max-lg:w-full max-lg:border-t max-lg:border-l-0 lg:overflow-y-auto">
                {writing && isChanged(writing) && !isWrong ? <WhatWouldChange site={id} draft={draft} /> : null}
                <aside aria-label="Why this?">
                  <WhyThis
                    key={id}
                    site={id}
                    reach={draft.reach}
                    cues={cuesOf(draft)}
                    origin={`https://${domain}`}
                    isWrong={isWrong}
                  />
                </aside>
              </div>
            </div>
          </ConditionFactsProvider>
        </ReachSettingProvider>
      ) : error ? (
        <p role="alert" className="p-6 text-brick">
          {sentenceOf(error)}
        </p>
      ) : (
        <Skeleton lines={6} className="p-8" />
      )}
    </main>
  );
}
