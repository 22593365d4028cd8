import { type Fact, type Finding, findStep, isEmptyLine, kindOf, type Scene, type Step, stepKinds } from '@kineta/core';
import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { IconButton } from '../ui/button.tsx';
import { newId, useDraft } from './draft.ts';
import type { LineKeys } from './line-editor.tsx';
import { useSelection } from './selection.ts';
import { StepMenu } from './step-menu.tsx';
import { viewOf } from './steps/registry.ts';
import { isKept } from './workplace.ts';

/** A new step of a kind, its first wording set to what is there: a fact, a scene or a team of this flow. */
function newStep(kind: Step['kind'], team: string | undefined): Step {
  const flow = useDraft.getState().flow;
  const blank = stepKinds.find(known => known.kind === kind)!.blank(newId()) as Step;
  const first = (fits: (fact: Fact) => boolean) => flow?.facts.find(fact => isKept(fact) && fits(fact))?.name;
  const fact = first(() => true);
  switch (blank.kind) {
    case 'decide':
      return fact ? { ...blank, ways: [{ when: { all: [{ fact, is: 'is known' }] } }] } : blank;
    case 'set':
      return fact ? { ...blank, fact } : blank;
    case 'work out': {
      const number = first(({ type }) => type === 'money' || type === 'number');
      return number ? { ...blank, fact: number } : blank;
    }
    case 'email': {
      const address = first(({ type }) => type === 'email');
      return address ? { ...blank, to: { fact: address } } : blank;
    }
    case 'call scene':
      return { ...blank, scene: flow?.scenes.at(-1)?.id ?? blank.scene };
    case 'go':
      return { ...blank, to: flow?.scenes[0]?.id ?? blank.to };
    case 'hand over':
      return team ? { ...blank, team } : blank;
    default:
      return blank;
  }
}

function isBlank(step: Step | undefined): boolean {
  return step?.kind === 'say' && isEmptyLine(step.line) && !step.pictures?.length;
}

/** Steps that have a line of their own, in which the caret can stand. */
function hasLine(step: Step | undefined): boolean {
  return (
    step !== undefined &&
    ['say', 'show', 'ask', 'form', 'chart', 'ask consent', 'remind', 'email', 'notify'].includes(step.kind)
  );
}

function StepTools({ scene, step, index }: { scene: Scene; step: Step; index: number }) {
  const edit = useDraft(state => state.edit);
  const undo = useDraft(state => state.undo);
  const goTo = useSelection(state => state.goTo);
  const move = (by: number) => edit([{ edit: 'move step', step: step.id, scene: scene.id, to: index + by }]);
  return (
    <div className="absolute -top-3.5 right-2 z-10 hidden rounded-md border border-rule bg-sheet shadow-sm group-focus-within:flex group-hover:flex">
      <IconButton name="Move up" disabled={index === 0} onClick={() => move(-1)}>
        <ArrowUp className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Move down" disabled={index === scene.steps.length - 1} onClick={() => move(1)}>
        <ArrowDown className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton
        name="Copy the step"
        onClick={() => {
          const copy = { ...structuredClone(step), id: newId() };
          if (copy.kind === 'ask' && copy.answer.type === 'choice')
            for (const choice of copy.answer.choices) choice.id = newId();
          edit([{ edit: 'insert step', scene: scene.id, at: index + 1, step: copy }]);
          goTo({ scene: scene.id, step: copy.id });
        }}
      >
        <Copy className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton
        name="Delete the step"
        onClick={() => {
          edit([{ edit: 'remove step', step: step.id }]);
          toast('The step was deleted.', { action: { label: 'Undo', onClick: undo } });
        }}
      >
        <Trash2 className="size-3.5" aria-hidden="true" />
      </IconButton>
    </div>
  );
}

function StepBlock({ scene, step, index, findings }: { scene: Scene; step: Step; index: number; findings: Finding[] }) {
  const speaker = useDraft(state => state.flow?.speaker ?? '');
  const edit = useDraft(state => state.edit);
  const selected = useSelection(state => state.step === step.id);
  const write = useSelection(state => state.write);
  const { teams } = useSignedIn();
  const [choosing, setChoosing] = useState(false);
  const { Body, Panel } = viewOf(step.kind);
  const own = findings.filter(finding => finding.place.step === step.id);
  const problem = own.some(finding => finding.level === 'problem');

  // A line that was begun and left with nothing in it goes away by itself.
  useEffect(() => {
    if (!selected) return;
    return () => {
      const { flow, edit: remove } = useDraft.getState();
      if (flow && isBlank(findStep(flow, step.id)?.step)) remove([{ edit: 'remove step', step: step.id }]);
    };
  }, [selected, step.id]);

  const insertAfter = (added: Step) => {
    edit([{ edit: 'insert step', scene: scene.id, at: index + 1, step: added }]);
    write(added.id, hasLine(added) ? 'line' : '');
  };
  const near = (by: number) => {
    const other = scene.steps[index + by];
    if (other) write(other.id, hasLine(other) ? 'line' : '');
  };
  const keys: LineKeys = {
    onEnter: () => insertAfter(newStep('say', undefined)),
    onEmptied: () => {
      if (step.kind !== 'say' || step.pictures?.length) return;
      edit([{ edit: 'remove step', step: step.id }]);
      near(-1);
    },
    onUp: () => near(-1),
    onDown: () => near(1),
    onEscape: () => write(step.id, ''),
    ...(step.kind === 'say' ? { onSlash: () => setChoosing(true) } : {}),
  };
  // The line's editor is made anew, which puts the caret into it.
  const writeAgain = () => {
    setChoosing(false);
    write(step.id, '');
    requestAnimationFrame(() => write(step.id, 'line'));
  };
  const become = (kind: Step['kind']) => {
    const next = { ...newStep(kind, teams[0]?.name), id: step.id };
    edit([{ edit: 'replace step', step: next }]);
    if (hasLine(next)) writeAgain();
    else {
      setChoosing(false);
      write(step.id, '');
    }
  };
  return (
    <li
      id={`step-${step.id}`}
      className={`group relative grid grid-cols-[2.25rem_1fr] rounded-lg border py-2 pr-4 ${
        selected ? 'border-petrol-2 bg-petrol-3' : 'border-transparent'
      }`}
    >
      <button
        type="button"
        aria-label={`Step ${index + 1}: ${viewOf(step.kind).name}`}
        aria-expanded={selected}
        onClick={() => write(selected ? '' : step.id, '')}
        className={`mt-0.5 self-start justify-self-center rounded px-1 font-mono text-xs ${problem ? 'bg-brick-2 text-brick' : 'text-ink-3'}`}
      >
        {index + 1}
      </button>
      <div className="min-w-0">
        {/* biome-ignore lint/a11y/noStaticElementInteractions: a wider target for the numbered button beside it */}
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: as above */}
        <div onClick={() => !selected && !hasLine(step) && write(step.id, '')}>
          <Body
            step={step}
            selected={selected}
            speaker={speaker}
            keys={keys}
            change={(next, part) => edit([{ edit: 'replace step', step: next }], part ? `${step.id}:${part}` : '')}
          />
        </div>
        {choosing ? <StepMenu onPick={become} onBack={writeAgain} onLeave={() => setChoosing(false)} /> : null}
        {selected && Panel ? (
          <div className="mt-2.5 border-t border-petrol-2 pt-2.5">
            <Panel
              step={step}
              selected
              speaker={speaker}
              keys={keys}
              change={(next, part) => edit([{ edit: 'replace step', step: next }], part ? `${step.id}:${part}` : '')}
            />
          </div>
        ) : null}
        {selected && own.length > 0 && !isBlank(step) ? (
          <ul className="mt-2 space-y-0.5 text-xs">
            {own.map(finding => (
              <li
                key={finding.code + finding.sentence}
                className={finding.level === 'problem' ? 'text-brick' : 'text-ochre'}
              >
                {finding.sentence}
              </li>
            ))}
          </ul>
        ) : null}
      </div>
      <StepTools scene={scene} step={step} index={index} />
    </li>
  );
}

const sceneList = new Intl.ListFormat('en');

/** What begins the scene, as the stage direction under its title. */
function beginning(first: boolean, from: string[]): string {
  if (first) return 'Begins when a visitor opens the chat.';
  return from.length === 0 ? 'Nothing leads here yet.' : `Comes after ${sceneList.format(from)}.`;
}

/** One scene, set like a page of a play: what is said, what the visitor may pick, and directions. */
export function Page({ scene, findings }: { scene: Scene; findings: Finding[] }) {
  const flow = useDraft(state => state.flow)!;
  const edit = useDraft(state => state.edit);
  const write = useSelection(state => state.write);
  const place = flow.scenes.indexOf(scene);
  const from = flow.scenes
    .filter(other =>
      other.steps.some(step =>
        kindOf(step)
          .leads(step)
          .some(lead => lead.scene === scene.id),
      ),
    )
    .map(other => other.title);
  const last = scene.steps.at(-1);
  // New lines go before what closes the scene, where they will be heard.
  const closes =
    last !== undefined &&
    kindOf(last)
      .leads(last)
      .every(lead => lead.scene !== undefined) &&
    last.kind !== 'ask';
  const add = () => {
    if (isBlank(last)) {
      write(last!.id, 'line');
      return;
    }
    const step = newStep('say', undefined);
    edit([{ edit: 'insert step', scene: scene.id, at: scene.steps.length - (closes ? 1 : 0), step }]);
    write(step.id, 'line');
  };
  return (
    <article className="mx-auto min-h-full w-full max-w-[34rem] rounded border border-rule bg-sheet pt-6 pr-4 pb-10 pl-4 shadow-[0_1px_3px_rgb(30_37_39/0.05)]">
      <header className="pr-4 pl-9">
        <h2 className="flex items-baseline gap-1.5 text-[0.9375rem] font-semibold">
          <span className="whitespace-nowrap">{place + 1} ·</span>
          <input
            aria-label="Title of the scene"
            value={scene.title}
            maxLength={100}
            onChange={event =>
              event.target.value &&
              edit([{ edit: 'rename scene', scene: scene.id, title: event.target.value }], `title:${scene.id}`)
            }
            className="w-full min-w-0 rounded-sm bg-transparent tracking-[0.02em] uppercase outline-offset-4"
          />
        </h2>
        <p className="font-script text-sm text-ink-2 italic">{beginning(place === 0, from)}</p>
      </header>
      <ol className="mt-3 space-y-1.5" aria-label={`Steps of ${scene.title}`}>
        {scene.steps.map((step, index) => (
          <StepBlock key={step.id} scene={scene} step={step} index={index} findings={findings} />
        ))}
      </ol>
      <button type="button" onClick={add} className="mt-2 ml-9 rounded px-0.5 text-left text-ink-3 hover:text-ink">
        Type a line, or <kbd className="rounded border border-rule px-1.5 font-mono text-xs">/</kbd> for questions,
        decisions, hand-over …
      </button>
    </article>
  );
}

/** Brings a place of the draft into view, with the caret in its line when it has one. */
export function jumpTo(place: Finding['place']): void {
  const { flow } = useDraft.getState();
  if (!flow || !place.scene) return;
  const step = place.step ? findStep(flow, place.step)?.step : undefined;
  useSelection.getState().goTo({
    scene: place.scene,
    ...(step ? { step: step.id } : {}),
    ...(step && hasLine(step) && (place.part === 'line' || place.part === undefined)
      ? { line: `${step.id}:line` }
      : {}),
  });
  requestAnimationFrame(() =>
    document.getElementById(step ? `step-${step.id}` : `scene-${place.scene}`)?.scrollIntoView({ block: 'center' }),
  );
}
