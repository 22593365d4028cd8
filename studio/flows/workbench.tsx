import type { Finding } from '@kineta/core';
import { Redo2, Search, Undo2 } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { TryIt } from '../trial/try-it.tsx';
import { Button, IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime } from '../ui/time.ts';
import { useChecked, useOutcomes } from './checks/checked.ts';
import { ChecksLine } from './checks/checks-line.tsx';
import { Clashes } from './draft/clashes.tsx';
import { useDraft } from './draft/draft.ts';
import { tellWhereabouts, Writers } from './draft/writers.tsx';
import { Dragging } from './dragging.tsx';
import { FactsList } from './facts-list.tsx';
import { Find } from './find.tsx';
import { useFlowCommands } from './flow-commands.ts';
import { flowKeys } from './keys.ts';
import { Page } from './page.tsx';
import { usePageKeys } from './page-keys.ts';
import { jumpTo } from './place.ts';
import { Publish } from './publish.tsx';
import { useRuns } from './rehearsal/kept-runs.ts';
import { Rehearsal } from './rehearsal/rehearsal.tsx';
import { useStage } from './rehearsal/stage.ts';
import { Scenes } from './scenes.tsx';
import { useSelection } from './selection.ts';
import { useWorkplace } from './workplace.ts';

const Ways = lazy(() => import('./ways/ways.tsx'));
const Editions = lazy(() => import('./editions/editions.tsx'));
const Replay = lazy(() => import('./replay/replay.tsx'));

const nothing: Finding[] = [];

/** The ways in which a flow is looked at. */
const views = ['page', 'ways', 'editions', 'replay'] as const;
type View = (typeof views)[number];

export default function Workbench() {
  const { id = '' } = useParams();
  const detail = useDraft(state => state.detail);
  const flow = useDraft(state => state.flow);
  const mistake = useDraft(state => state.mistake);
  const canUndo = useDraft(state => state.past.length > 0);
  const canRedo = useDraft(state => state.future.length > 0);
  const { open, undo, redo } = useDraft.getState();
  // What stands beside the page follows a moment later: a key is never kept waiting for it.
  const settled = useDeferredValue(flow);
  const workplace = useWorkplace();
  const [search, setSearch] = useSearchParams();
  const view = views.find(one => one === search.get('view')) ?? 'page';
  const show = (one: View) => setSearch(one === 'page' ? {} : { view: one });
  const [publishing, setPublishing] = useState(false);
  const [listing, setListing] = useState(false);
  const [finding, setFinding] = useState(false);
  const [contents, setContents] = useState(false);
  const navigate = useNavigate();
  usePageKeys();
  useFlowCommands({
    show,
    publish: () => setPublishing(true),
    find: () => setFinding(true),
    facts: () => setListing(true),
    read: () => void navigate(`/flows/${id}/reading`),
  });
  const [showing, setShowing] = useState<'page' | 'rehearsal'>('page');
  const scene = useSelection(state => state.scene);
  const step = useSelection(state => state.step);
  const goTo = useSelection(state => state.goTo);

  useEffect(() => open(id), [id, open]);
  useEffect(() => tellWhereabouts({ flow: id, scene, step }), [id, scene, step]);
  useEffect(() => () => tellWhereabouts({ scene: '', step: '' }), []);
  useEffect(() => {
    if (flow && !flow.scenes.some(known => known.id === scene)) goTo({ scene: flow.scenes[0]!.id });
  }, [flow, scene, goTo]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const pressed = event.defaultPrevented ? undefined : flowKeys.pressed(event);
      if (!pressed) return;
      event.preventDefault();
      ({ undo, redo, find: () => setFinding(true) })[pressed]();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [undo, redo]);
  useEffect(() => {
    document.title = `${flow?.name ?? 'Flow'} · Kineta`;
  }, [flow?.name]);

  const checked = useChecked(settled, workplace);
  const findings = checked?.findings ?? nothing;
  const stage = useStage();
  const runs = useRuns(id);
  const outcomes = useOutcomes(settled, runs, stage);

  // A line that is just being begun is no mistake yet; left empty, it goes away by itself.
  const writing = useSelection(state => state.step);
  const shownFindings = useMemo(
    () =>
      findings.filter(({ code, place }) => !(code === 'empty line' && place.part === 'line' && place.step === writing)),
    [findings, writing],
  );

  if (mistake && !detail)
    return (
      <Empty title="This flow cannot be shown">
        {mistake}{' '}
        <Link to="/flows" className="text-petrol underline">
          All flows
        </Link>
      </Empty>
    );
  const shown = flow?.scenes.find(known => known.id === scene) ?? flow?.scenes[0];
  if (!detail || !flow || !shown) return <Skeleton lines={7} className="p-8" />;
  // The page is there at once; what stands beside it comes a moment later.
  const scenes = settled ? (
    <Scenes flow={settled} detail={detail} findings={shownFindings} />
  ) : (
    <Skeleton lines={6} className="p-3" />
  );
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-4.5 py-1.5">
        <h1 className="max-w-80 truncate font-script text-xl font-semibold">{flow.name}</h1>
        {detail.edition ? (
          <Pill tone="fine">Edition {detail.edition.number} is live</Pill>
        ) : (
          <Pill tone="neutral">Never published</Pill>
        )}
        {detail.scheduled ? <Pill tone="waits">Next: {dayAndTime(detail.scheduled.at)}</Pill> : null}
        {detail.changes > 0 ? (
          <Pill tone="waits">
            Draft: {detail.changes} {detail.changes === 1 ? 'change' : 'changes'}
          </Pill>
        ) : null}
        <fieldset className="flex rounded-md border border-rule bg-paper-2 p-0.5">
          <legend className="sr-only">Seen as</legend>
          {views.map(one => (
            <button
              key={one}
              type="button"
              aria-pressed={view === one}
              onClick={() => show(one)}
              className={`rounded px-2.5 py-0.5 capitalize ${view === one ? 'bg-sheet font-medium shadow-sm' : 'text-ink-2'}`}
            >
              {one}
            </button>
          ))}
        </fieldset>
        <Writers />
        <span className="ml-auto flex items-center gap-1">
          <IconButton name="Undo" disabled={!canUndo} onClick={undo}>
            <Undo2 className="size-4" aria-hidden="true" />
          </IconButton>
          <IconButton name="Redo" disabled={!canRedo} onClick={redo}>
            <Redo2 className="size-4" aria-hidden="true" />
          </IconButton>
        </span>
        <IconButton name="Find and replace" onClick={() => setFinding(true)}>
          <Search className="size-4" aria-hidden="true" />
        </IconButton>
        <TryIt brief flow={id} />
        <Button onClick={() => setListing(true)}>Facts</Button>
        <Button className="lg:hidden" onClick={() => setShowing(showing === 'page' ? 'rehearsal' : 'page')}>
          {showing === 'page' ? 'Rehearse' : 'Write'}
        </Button>
        <Button look="main" onClick={() => setPublishing(true)}>
          Publish…
        </Button>
      </header>
      <Clashes />
      {view === 'ways' ? (
        <Suspense fallback={<Skeleton lines={5} className="flex-1 p-14" />}>
          <Ways
            id={id}
            flow={flow}
            current={shown.id}
            onOpen={(to, at) => {
              show('page');
              jumpTo({ scene: to, ...(at === undefined ? {} : { step: at }) });
            }}
          />
        </Suspense>
      ) : view === 'editions' ? (
        <Suspense fallback={<Skeleton lines={5} className="flex-1 p-14" />}>
          <Editions flow={flow} onOpen={() => show('page')} />
        </Suspense>
      ) : view === 'replay' ? (
        <Suspense fallback={<Skeleton lines={5} className="flex-1 p-14" />}>
          <Replay id={id} flow={flow} />
        </Suspense>
      ) : (
        <Dragging>
          <div className="flex min-h-0 flex-1">
            <aside className="w-52 shrink-0 overflow-y-auto border-r border-rule max-md:hidden">{scenes}</aside>
            <div
              data-scrolls
              className={`min-w-0 flex-1 overflow-y-auto px-6 py-4 max-md:px-2 ${showing === 'page' ? '' : 'max-lg:hidden'}`}
            >
              <details
                className="mb-3 rounded-md border border-rule md:hidden"
                onToggle={event => setContents(event.currentTarget.open)}
              >
                <summary className="px-4 py-2.5 font-medium">Scenes: {shown.title}</summary>
                {/* Dragged on its own: the same scenes stand at the side as well. */}
                {contents ? <Dragging>{scenes}</Dragging> : null}
              </details>
              <Page key={shown.id} scene={shown} findings={shownFindings} />
            </div>
            <aside
              className={`w-81 shrink-0 border-l border-rule bg-paper-2 max-lg:w-full max-lg:border-0 ${showing === 'rehearsal' ? '' : 'max-lg:hidden'}`}
            >
              {settled ? (
                <Rehearsal id={id} flow={settled} runs={runs} outcomes={outcomes} />
              ) : (
                <Skeleton lines={3} className="p-3.5" />
              )}
            </aside>
          </div>
        </Dragging>
      )}
      <ChecksLine findings={shownFindings} waysThrough={checked?.waysThrough ?? ''} checked={checked !== undefined} />
      {finding ? <Find onClose={() => setFinding(false)} /> : null}
      {listing ? <FactsList onClose={() => setListing(false)} /> : null}
      {publishing ? <Publish findings={findings} outcomes={outcomes} onClose={() => setPublishing(false)} /> : null}
    </main>
  );
}
