import type { KeptRun } from '@kineta/contract';
import {
  type Beat,
  type Flow,
  findStep,
  type Outcome,
  plainSetting,
  presence,
  rehearse,
  Setting,
  show,
  worldOf,
} from '@kineta/core';
import { BookmarkPlus, RotateCcw, Undo2 } from 'lucide-react';
import { memo, useEffect, useMemo, useState } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { useReader } from '../../log/reader.ts';
import { IconButton } from '../../ui/button.tsx';
import { Select } from '../../ui/field.tsx';
import { dismissHint, Hint } from '../../ui/hint.tsx';
import { useSelection } from '../selection.ts';
import { withFound } from './found.ts';
import { KeepRun, RunList } from './runs.tsx';
import { SettingButton } from './setting.tsx';
import { clockNow, useStage } from './stage.ts';
import { stagedOf } from './staged.ts';
import { RehearsedWait } from './wait.tsx';
import { PlayedWindow } from './window.tsx';

/**
 * The draft played in this browser, beside the page: it follows the scene being written, and what was answered so far
 * is played again through every change.
 */
export const Rehearsal = memo(function Rehearsal({
  id,
  flow,
  runs,
  outcomes,
}: {
  id: string;
  flow: Flow;
  /** The run-throughs that are kept with it. */
  runs: readonly KeptRun[];
  outcomes: ReadonlyMap<string, Outcome>;
}) {
  const { workspace } = useSignedIn();
  const reader = useReader();
  const stage = useStage();
  const scene = useSelection(state => state.scene);
  const step = useSelection(state => state.step);
  const [beats, setBeats] = useState<Beat[]>([]);
  const [from, setFrom] = useState(scene);
  const [setting, setSetting] = useState<Setting>(() => ({ ...plainSetting, clock: clockNow(stage.zone) }));
  const [kept, setKept] = useState<KeptRun>();
  const [keeping, setKeeping] = useState(false);

  // Until somebody has answered, the rehearsal follows the caret from scene to scene.
  useEffect(() => {
    if (beats.length === 0 && !kept) setFrom(scene);
  }, [scene, beats.length, kept]);

  const run = useMemo(() => ({ ...(from ? { from } : {}), setting, beats }), [from, setting, beats]);
  const rehearsed = useMemo(() => rehearse(flow, run, stage), [flow, run, stage]);
  const { exchanges, session } = rehearsed;
  const staged = useMemo(() => {
    const world = worldOf(setting, stage);
    const head = { business: workspace.name, ...presence(Object.values(world.hours), world.now, workspace.language) };
    const rehearsing = { flow, known: session.facts, locale: workspace };
    return stagedOf(rehearsed, rehearsing, reader, new Date(world.now).toISOString(), head);
  }, [rehearsed, session.facts, setting, stage, flow, workspace, reader]);

  const happen = async (done: Beat) => {
    const beat = await withFound(done, { flow, session, setting, stage });
    setBeats([...beats, beat]);
    dismissHint('rehearsal');
  };
  const startAgain = (place: string) => {
    setBeats([]);
    setKept(undefined);
    setFrom(place);
  };
  const open = (one: KeptRun) => {
    setKept(one);
    setBeats([...one.run.beats]);
    setSetting(one.run.setting);
    setFrom(one.run.from ?? '');
  };
  const place = findStep(flow, from);
  const title = (place?.scene ?? flow.scenes.find(({ id }) => id === from) ?? flow.scenes[0])?.title;
  const known = Object.entries(session.facts);
  const types = new Map(flow.facts.map(fact => [fact.name, fact.type]));
  const stepAt = step === '' ? undefined : findStep(flow, step);
  return (
    <section aria-label="Rehearsal" className="flex h-full flex-col p-3.5">
      <div className="flex items-center gap-1">
        <h2 className="font-semibold">Rehearsal</h2>
        <p className="min-w-0 flex-1 truncate px-1 text-xs text-ink-2">
          {kept ? kept.run.name : `from ${title}${place ? `, step ${place.index + 1}` : ''}`}
        </p>
        <IconButton
          name="Take the last answer back"
          disabled={beats.length === 0}
          onClick={() => setBeats(beats.slice(0, -1))}
        >
          <Undo2 className="size-3.5" aria-hidden="true" />
        </IconButton>
        <IconButton
          name={stepAt ? `Start again from step ${stepAt.index + 1}` : 'Start again from the scene shown'}
          onClick={() => startAgain(stepAt && stepAt.index > 0 ? step : scene)}
        >
          <RotateCcw className="size-3.5" aria-hidden="true" />
        </IconButton>
        <IconButton name={kept ? 'Change the run-through' : 'Keep as a run-through'} onClick={() => setKeeping(true)}>
          <BookmarkPlus className="size-3.5" aria-hidden="true" />
        </IconButton>
      </div>
      <SettingButton setting={setting} onSet={setSetting} />
      <Hint id="rehearsal" className="mt-1">
        Answer as a visitor would: this is the window that they see. Keep the whole as a run-through, and it is played
        again at every change.
      </Hint>
      <div className="mt-1 min-h-0 flex-1 overflow-hidden rounded-xl border border-rule bg-sheet">
        <PlayedWindow
          staged={staged}
          onBeat={beat => void happen(beat)}
          onBack={number => setBeats(beats.slice(0, staged.answers.get(number) ?? beats.length))}
        />
      </div>
      <RehearsedWait session={session} acts={exchanges.at(-1)?.acts ?? []} onBeat={beat => void happen(beat)} />
      <div className="mt-2.5 flex items-baseline justify-between">
        <h3 className="label text-ink-2">Known so far</h3>
        <Select
          name="Who is in the office"
          value={setting.office}
          onChange={event => setSetting({ ...setting, office: Setting.shape.office.parse(event.target.value) })}
          className="border-transparent bg-transparent"
        >
          <option value="in">everyone is in</option>
          <option value="out">everyone is out</option>
          <option value="as the hours say">as the hours say</option>
        </Select>
      </div>
      {known.length === 0 ? <p className="text-ink-2">Nothing yet.</p> : null}
      <dl className="max-h-28 shrink-0 overflow-y-auto text-[0.8125rem]">
        {known.map(([fact, value]) => (
          <div key={fact} className="flex justify-between gap-3 py-0.5">
            <dt className="shrink-0">{fact}</dt>
            <dd className="truncate font-mono text-xs">{show(value, types.get(fact) ?? 'text', workspace)}</dd>
          </div>
        ))}
      </dl>
      <RunList flow={id} runs={runs} outcomes={outcomes} open={kept?.id} onOpen={open} />
      {keeping ? (
        <KeepRun
          flow={id}
          run={run}
          rehearsed={rehearsed}
          kept={kept}
          onClose={() => setKeeping(false)}
          onKept={setKept}
        />
      ) : null}
    </section>
  );
});
