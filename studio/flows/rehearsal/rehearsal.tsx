import type { KeptRun } from '@kineta/contract';
import {
  type Act,
  type Beat,
  entriesOf,
  entryWords,
  type Flow,
  findStep,
  type Outcome,
  plainSetting,
  rehearse,
  Setting,
  show,
} from '@kineta/core';
import { BookmarkPlus, RotateCcw, Undo2 } from 'lucide-react';
import { type FormEvent, memo, useEffect, useMemo, useRef, useState } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { useReader } from '../../log/reader.ts';
import { IconButton } from '../../ui/button.tsx';
import { Select } from '../../ui/field.tsx';
import { dismissHint, Hint } from '../../ui/hint.tsx';
import { useSelection } from '../selection.ts';
import { actViewOf } from './acts/registry.ts';
import type { ActProps } from './acts/view.ts';
import { happeningWords, RehearsedAnswer } from './answer.tsx';
import { KeepRun, RunList } from './runs.tsx';
import { SettingButton } from './setting.tsx';
import { clockNow, useStage } from './stage.ts';
import { RehearsedWait } from './wait.tsx';

/** Further down than any log: where its end is need not be measured. */
const FAR_DOWN = 1_000_000;

/** What the visitor, or the world, did. */
function Done({ beat, onBack }: { beat: Beat; onBack: () => void }) {
  if (beat.does !== 'replies') return <p className="text-center text-xs text-ink-3">{happeningWords(beat)}</p>;
  return (
    <button
      type="button"
      title="Back to before this answer, to take another way"
      onClick={onBack}
      className="ml-auto block w-fit max-w-[85%] rounded-[14px_14px_2px_14px] bg-plum px-3 py-1 text-left text-white hover:bg-plum/85"
    >
      {beat.text}
    </button>
  );
}

/** What the flow did: as its own view shows it, or as the sentence that it leaves in the log. */
function ActShown({ act, flow, known, locale }: ActProps<Act['act']>) {
  const reader = useReader();
  const Shown = actViewOf(act)?.Shown;
  if (Shown) return <Shown act={act} flow={flow} known={known} locale={locale} />;
  const [entry] = entriesOf([act], flow.speaker);
  const words = entry && entryWords(entry, reader);
  return words ? <p className="font-script text-ink-2 italic">{words}</p> : null;
}

const isHeard = (act: Act): boolean => actViewOf(act)?.isHeard?.(act) ?? true;

/**
 * The draft played in this browser, beside the page: it follows the scene being written, and what was answered so far
 * is played again through every change.
 */
export const Rehearsal = memo(function Rehearsal({
  flow,
  outcomes,
}: {
  flow: Flow;
  outcomes: ReadonlyMap<string, Outcome>;
}) {
  const { workspace } = useSignedIn();
  const stage = useStage();
  const scene = useSelection(state => state.scene);
  const step = useSelection(state => state.step);
  const [beats, setBeats] = useState<Beat[]>([]);
  const [from, setFrom] = useState(scene);
  const [setting, setSetting] = useState<Setting>(() => ({ ...plainSetting, clock: clockNow(stage.zone) }));
  const [kept, setKept] = useState<KeptRun>();
  const [keeping, setKeeping] = useState(false);
  const [text, setText] = useState('');
  const log = useRef<HTMLDivElement>(null);

  // Until somebody has answered, the rehearsal follows the caret from scene to scene.
  useEffect(() => {
    if (beats.length === 0 && !kept) setFrom(scene);
  }, [scene, beats.length, kept]);

  const run = useMemo(() => ({ ...(from ? { from } : {}), setting, beats }), [from, setting, beats]);
  const rehearsed = useMemo(() => rehearse(flow, run, stage), [flow, run, stage]);
  const { exchanges, session } = rehearsed;

  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever is added below is to be seen
  useEffect(() => {
    log.current?.scrollTo({ top: FAR_DOWN });
  }, [exchanges.length]);

  const questions = exchanges.flatMap(({ acts }) => acts.flatMap(act => actViewOf(act)?.asks?.(act) ?? []));
  const asked = session.state === 'asking' ? questions.at(-1) : undefined;
  const happen = (beat: Beat) => {
    if (beat.does === 'replies' && beat.text.trim() === '') return;
    setBeats([...beats, beat]);
    dismissHint('rehearsal');
    setText('');
  };
  const reply = (words: string, picked: Partial<Extract<Beat, { does: 'replies' }>> = {}) =>
    happen({ does: 'replies', text: words, ...picked });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    reply(text);
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
        Answer as a visitor would. Click an answer to go back to it; keep the whole as a run-through, and it is played
        again at every change.
      </Hint>
      <div className="mt-1 flex min-h-0 flex-1 flex-col rounded-xl border border-rule bg-sheet">
        <div
          ref={log}
          className="min-h-0 flex-1 space-y-2.5 overflow-y-auto p-3.5"
          role="log"
          aria-label="Rehearsed conversation"
          tabIndex={0}
        >
          {exchanges.map(({ beat, acts }, index) => (
            <div key={index} className="space-y-2.5">
              {beat ? (
                <Done
                  beat={beat}
                  onBack={() => {
                    setBeats(beats.slice(0, index - 1));
                  }}
                />
              ) : null}
              {acts.filter(isHeard).map((act, at) => (
                <ActShown key={at} act={act} flow={flow} known={session.facts} locale={workspace} />
              ))}
            </div>
          ))}
          {asked ? <RehearsedAnswer key={beats.length} answer={asked} onReply={reply} /> : null}
          <RehearsedWait session={session} acts={exchanges.at(-1)?.acts ?? []} onBeat={happen} />
        </div>
        <form onSubmit={submit} className="p-2.5">
          <input
            aria-label="Answer as the visitor"
            placeholder="Answer as the visitor"
            value={text}
            onChange={event => setText(event.target.value)}
            className="w-full rounded-lg border border-rule bg-white px-2.5 py-2"
          />
        </form>
      </div>
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
      <RunList outcomes={outcomes} open={kept?.id} onOpen={open} />
      {keeping ? (
        <KeepRun run={run} rehearsed={rehearsed} kept={kept} onClose={() => setKeeping(false)} onKept={setKept} />
      ) : null}
    </section>
  );
});
