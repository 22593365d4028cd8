import { check } from '@kineta/core';
import { Redo2, Undo2 } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Button, IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { ChecksLine } from './checks-line.tsx';
import { useDraft } from './draft.ts';
import { FactsList } from './facts-list.tsx';
import { Page } from './page.tsx';
import { Publish } from './publish.tsx';
import { Rehearsal } from './rehearsal.tsx';
import { Scenes } from './scenes.tsx';
import { useSelection } from './selection.ts';
import { useWorkplace } from './workplace.ts';

/** Somebody else saved in the meantime: both versions are there until the lead chooses. */
function Conflict() {
  const conflict = useDraft(state => state.conflict);
  const keepMine = useDraft(state => state.keepMine);
  const takeTheirs = useDraft(state => state.takeTheirs);
  if (!conflict) return null;
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 bg-ochre-2 px-4 py-2 text-ochre">
      <p className="flex-1">
        {conflict.by} changed this draft while you were writing. Nothing was overwritten; your words are still on this
        page.
      </p>
      <Button onClick={() => void takeTheirs()}>See theirs instead</Button>
      <Button onClick={keepMine}>Keep mine</Button>
    </div>
  );
}

export default function Workbench() {
  const { id = '' } = useParams();
  const { detail, flow, mistake, open, past, future, undo, redo } = useDraft();
  const workplace = useWorkplace();
  const [publishing, setPublishing] = useState(false);
  const [listing, setListing] = useState(false);
  const [showing, setShowing] = useState<'page' | 'rehearsal'>('page');
  const scene = useSelection(state => state.scene);
  const goTo = useSelection(state => state.goTo);

  useEffect(() => open(id), [id, open]);
  useEffect(() => {
    if (flow && !flow.scenes.some(known => known.id === scene)) goTo({ scene: flow.scenes[0]!.id });
  }, [flow, scene, goTo]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || event.defaultPrevented) return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [undo, redo]);
  useEffect(() => {
    document.title = `${flow?.name ?? 'Flow'} · Kineta`;
  }, [flow?.name]);

  const settled = useDeferredValue(flow);
  const findings = useMemo(() => (settled ? check(settled, workplace) : []), [settled, workplace]);

  // A line that is just being begun is no mistake yet; left empty, it goes away by itself.
  const writing = useSelection(state => state.step);
  const shownFindings = findings.filter(
    ({ code, place }) => !(code === 'empty line' && place.part === 'line' && place.step === writing),
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
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-4.5 py-1.5">
        <h1 className="max-w-80 truncate font-script text-xl font-semibold">{flow.name}</h1>
        {detail.edition ? (
          <Pill tone="fine">Edition {detail.edition.number} is live</Pill>
        ) : (
          <Pill tone="neutral">Never published</Pill>
        )}
        {detail.changes > 0 ? (
          <Pill tone="waits">
            Draft: {detail.changes} {detail.changes === 1 ? 'change' : 'changes'}
          </Pill>
        ) : null}
        <span className="ml-auto flex items-center gap-1">
          <IconButton name="Undo" disabled={past.length === 0} onClick={undo}>
            <Undo2 className="size-4" aria-hidden="true" />
          </IconButton>
          <IconButton name="Redo" disabled={future.length === 0} onClick={redo}>
            <Redo2 className="size-4" aria-hidden="true" />
          </IconButton>
        </span>
        <Button onClick={() => setListing(true)}>Facts</Button>
        <Button className="lg:hidden" onClick={() => setShowing(showing === 'page' ? 'rehearsal' : 'page')}>
          {showing === 'page' ? 'Rehearse' : 'Write'}
        </Button>
        <Button look="main" onClick={() => setPublishing(true)}>
          Publish…
        </Button>
      </header>
      <Conflict />
      <div className="flex min-h-0 flex-1">
        <aside className="w-52 shrink-0 overflow-y-auto border-r border-rule max-md:hidden">
          <Scenes flow={flow} detail={detail} findings={shownFindings} />
        </aside>
        <div
          className={`min-w-0 flex-1 overflow-y-auto px-6 py-4 max-md:px-2 ${showing === 'page' ? '' : 'max-lg:hidden'}`}
        >
          <details className="mb-3 rounded-md border border-rule md:hidden">
            <summary className="px-4 py-2.5 font-medium">Scenes: {shown.title}</summary>
            <Scenes flow={flow} detail={detail} findings={shownFindings} />
          </details>
          <Page key={shown.id} scene={shown} findings={shownFindings} />
        </div>
        <aside
          className={`w-81 shrink-0 border-l border-rule bg-paper-2 max-lg:w-full max-lg:border-0 ${showing === 'rehearsal' ? '' : 'max-lg:hidden'}`}
        >
          <Rehearsal flow={flow} />
        </aside>
      </div>
      <ChecksLine findings={shownFindings} />
      {listing ? <FactsList onClose={() => setListing(false)} /> : null}
      {publishing ? <Publish findings={findings} onClose={() => setPublishing(false)} /> : null}
    </main>
  );
}
