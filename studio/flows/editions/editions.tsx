import { type Edition, editionRoutes, type FlowDetail, flowRoutes } from '@kineta/contract';
import { difference, type Flow, findStep } from '@kineta/core';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../../account/store.ts';
import { call, sentenceOf } from '../../shell/api.ts';
import { isStale, useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime, wholeTime } from '../../ui/time.ts';
import { countWords } from '../../ui/writing.ts';
import { useDraft } from '../draft/draft.ts';
import { jumpTo } from '../place.ts';
import { ComparedFlows } from './compared.tsx';

/** In place of an edition’s identity: what is being written. */
const DRAFT = 'draft';

/** The flow’s editions, read anew whenever another one goes live. */
function useEditions(detail: FlowDetail): { editions: Edition[] | undefined; mistake: string } {
  const { data, error } = useRoute(editionRoutes.editions, { params: { id: detail.id } });
  const live = detail.edition?.id;
  const known = useRef(live);
  useEffect(() => {
    if (known.current !== live) void isStale(editionRoutes.editions);
    known.current = live;
  }, [live]);
  return { editions: data?.editions, mistake: error && !data ? sentenceOf(error) : '' };
}

/** The content of a version, which never changes; of the draft, as it is written now. */
function useContent(
  flow: string,
  draft: Flow,
  version: string | undefined,
): { content: Flow | undefined; mistake: string } {
  const isEdition = version !== undefined && version !== DRAFT;
  const { data, error } = useRoute(
    editionRoutes.edition,
    { params: { id: flow, edition: version ?? '' } },
    { wanted: isEdition, never: 'changes' },
  );
  if (version === DRAFT) return { content: draft, mistake: '' };
  return { content: data?.content, mistake: error && !data ? sentenceOf(error) : '' };
}

function Sites({ detail }: { detail: FlowDetail }) {
  const { sites } = useSignedIn();
  const published = useDraft(state => state.published);
  /** What is on its way to the server. */
  const [wished, setWished] = useState<string[]>();
  const on = wished ?? sites.filter(site => site.flow === detail.id).map(site => site.id);
  const switchTo = async (next: string[]) => {
    setWished(next);
    try {
      published(await call(editionRoutes.switchSites, { params: { id: detail.id }, body: { sites: next } }));
      await useAccount.getState().load();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    setWished(undefined);
  };
  return (
    <fieldset className="border-b border-rule px-4 py-3">
      <legend className="label float-left mb-1 w-full text-ink-2">Switched on for</legend>
      {sites.map(site => (
        <label key={site.id} className="clear-left flex items-center gap-2">
          <input
            type="checkbox"
            checked={on.includes(site.id)}
            disabled={wished !== undefined || !detail.edition}
            onChange={event =>
              void switchTo(event.target.checked ? [...on, site.id] : on.filter(other => other !== site.id))
            }
          />
          {site.name}
        </label>
      ))}
      {!detail.edition ? <p className="clear-left text-ink-2">Publish it first.</p> : null}
    </fieldset>
  );
}

function Scheduled({ detail }: { detail: FlowDetail }) {
  const published = useDraft(state => state.published);
  if (!detail.scheduled) return null;
  const { at, by } = detail.scheduled;
  const cancel = async () => {
    try {
      published(await call(flowRoutes.unschedule, { params: { id: detail.id } }));
      toast('Nothing will be published by itself.');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <div className="border-b border-rule bg-ochre-2 px-4 py-3 text-ochre">
      <p>
        A version waits to be published on <time dateTime={at}>{dayAndTime(at)}</time>
        {by ? `, as ${by} wished` : ''}.
      </p>
      <Button className="mt-1.5" onClick={() => void cancel()}>
        Do not publish it
      </Button>
    </div>
  );
}

function Row({
  title,
  pill,
  chosen,
  onChoose,
  children,
}: {
  title: string;
  pill?: React.ReactNode;
  chosen: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        className={`w-full border-b border-rule px-4 py-2.5 text-left ${chosen ? 'bg-petrol-3' : 'hover:bg-sheet'}`}
      >
        <span className="flex items-center gap-2 font-medium">
          {title} {pill}
        </span>
        {children}
      </button>
    </li>
  );
}

/** Everything that was published of a flow, and what changed from one to the other; back to any of it. */
export default function Editions({ flow, onOpen }: { flow: Flow; onOpen: () => void }) {
  const detail = useDraft(state => state.detail)!;
  const edit = useDraft(state => state.edit);
  const undo = useDraft(state => state.undo);
  const published = useDraft(state => state.published);
  const { editions, mistake } = useEditions(detail);
  const [pair, setPair] = useState<{ before: string; after: string }>();
  const live = detail.edition?.id;
  const { before, after } = pair ?? { before: live, after: DRAFT };
  const { content: earlier, mistake: noEarlier } = useContent(detail.id, flow, before);
  const { content: later, mistake: noLater } = useContent(detail.id, flow, after);
  const unread = noEarlier || noLater;

  const choose = (index: number) => {
    const one = editions![index]!;
    setPair({ before: editions![index + 1]?.id ?? one.id, after: one.id });
  };
  const shown = editions?.find(({ id }) => id === after);
  const rollBack = async (edition: Edition) => {
    try {
      published(await call(editionRoutes.rollBack, { params: { id: detail.id, edition: edition.id } }));
      toast.success(`Edition ${edition.number} is live again: new visitors meet it. Your draft stays as it is.`);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const takeUp = (edition: Edition, content: Flow) => {
    edit(now => difference(now, content));
    toast(`The draft is as edition ${edition.number} was.`, { action: { label: 'Undo', onClick: undo } });
  };
  const versions = [{ id: DRAFT, label: 'the draft' }, ...(editions ?? []).map(named)];
  return (
    <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
      <aside className="w-72 shrink-0 overflow-y-auto border-r border-rule max-md:w-full max-md:overflow-visible max-md:border-r-0">
        <Scheduled detail={detail} />
        <Sites detail={detail} />
        {editions ? (
          <ol aria-label="Editions">
            <Row
              title="Draft"
              chosen={after === DRAFT}
              onChoose={() => setPair(live ? { before: live, after: DRAFT } : undefined)}
              pill={detail.changes > 0 ? <Pill tone="waits">{changesWords(detail.changes)}</Pill> : null}
            >
              <span className="block text-xs text-ink-2">
                {live ? 'Beside the edition that is live' : 'Never published yet'}
              </span>
            </Row>
            {editions.map((edition, index) => (
              <Row
                key={edition.id}
                title={`Edition ${edition.number}`}
                pill={edition.live ? <Pill tone="fine">live</Pill> : null}
                chosen={after === edition.id}
                onChoose={() => choose(index)}
              >
                {edition.sentence ? <span className="block font-script text-base">{edition.sentence}</span> : null}
                {edition.despite ? (
                  <span className="block text-xs text-brick">With failing run-throughs: {edition.despite}</span>
                ) : null}
                <span className="block text-xs text-ink-2" title={wholeTime(edition.publishedAt)}>
                  {dayAndTime(edition.publishedAt)}
                  {edition.publishedBy ? ` by ${edition.publishedBy}` : ''} · {countWords(edition.conversations)}{' '}
                  {edition.conversations === 1 ? 'conversation' : 'conversations'}
                </span>
              </Row>
            ))}
          </ol>
        ) : mistake ? (
          <p role="alert" className="p-4 text-brick">
            {mistake}
          </p>
        ) : (
          <Skeleton lines={4} className="p-4" />
        )}
      </aside>
      <section
        aria-label="What changed"
        tabIndex={0}
        className="-outline-offset-2 min-w-0 flex-1 overflow-y-auto px-8 py-5 max-md:px-4"
      >
        {before === undefined || !editions ? (
          <p className="py-6 text-ink-2">
            {editions ? 'Once the flow has been published, what changes since then is marked here.' : ''}
          </p>
        ) : (
          <div className="mx-auto max-w-3xl">
            <div className="mb-5 flex flex-wrap items-center gap-2">
              <h2 className="font-semibold">What changed from</h2>
              <Select
                name="The earlier version"
                value={before}
                onChange={event => setPair({ before: event.target.value, after: after! })}
              >
                {versions.map(({ id, label }) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
              </Select>
              to
              <Select
                name="The later version"
                value={after}
                onChange={event => setPair({ before, after: event.target.value })}
              >
                {versions.map(({ id, label }) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
              </Select>
              {shown && later ? (
                <span className="ml-auto flex gap-2">
                  <Button onClick={() => takeUp(shown, later)}>Write on from it</Button>
                  {shown.live ? null : (
                    <Button look="main" onClick={() => void rollBack(shown)}>
                      Roll back to it
                    </Button>
                  )}
                </span>
              ) : null}
            </div>
            {earlier && later ? (
              <ComparedFlows
                before={earlier}
                after={later}
                onOpen={
                  after === DRAFT
                    ? step => {
                        const scene = findStep(flow, step)?.scene.id;
                        onOpen();
                        if (scene) jumpTo({ scene, step });
                      }
                    : undefined
                }
              />
            ) : unread ? (
              <p role="alert" className="text-brick">
                {unread}
              </p>
            ) : (
              <Skeleton lines={6} />
            )}
          </div>
        )}
      </section>
    </div>
  );
}

const named = ({ id, number }: Edition): { id: string; label: string } => ({ id, label: `edition ${number}` });
const changesWords = (count: number): string => `${count} ${count === 1 ? 'change' : 'changes'}`;
