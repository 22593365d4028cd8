import { useSortable } from '@dnd-kit/sortable';
import { changeStep, type Finding, findStep, insertSteps, removeStep, type Step, usualKinds } from '@kineta/core';
import { ArrowDown, ArrowUp, Copy, GripVertical, StickyNote, Trash2 } from 'lucide-react';
import { memo, useEffect, useState } from 'react';
import { useSignedIn } from '../account/store.ts';
import { IconButton } from '../ui/button.tsx';
import { useDraft } from './draft/draft.ts';
import { WritersAt } from './draft/writers.tsx';
import type { LineKeys } from './lines/line-editor.tsx';
import { isBlank, newStep } from './new-step.ts';
import { copyMarked, moveMarked, removeMarked, writeAfter } from './page-keys.ts';
import { focusPanel, focusStep, hasLine } from './place.ts';
import { markedSteps, useSelection } from './selection.ts';
import { StepMenu } from './step-menu.tsx';
import { viewOf } from './steps/registry.ts';

function StepTools({
  step,
  first,
  last,
  shown,
  handle,
  onNote,
}: {
  step: Step;
  first: boolean;
  last: boolean;
  /** Whether they are there for who is not near, too: a finger never is. */
  shown: boolean;
  handle: React.HTMLAttributes<HTMLButtonElement>;
  onNote: () => void;
}) {
  // What is marked moves together; what is not is marked first.
  const withIt = (action: () => void) => () => {
    const { flow } = useDraft.getState();
    const selection = useSelection.getState();
    const steps = findStep(flow!, step.id)?.scene.steps ?? [];
    if (!markedSteps(steps, selection).some(({ id }) => id === step.id)) selection.write(step.id, '');
    action();
  };
  return (
    <div
      className={`absolute -top-3.5 right-2 z-10 rounded-md border border-rule bg-sheet shadow-sm group-focus-within:flex group-hover:flex ${shown ? 'flex' : 'hidden'}`}
    >
      <IconButton name="Drag to another place" className="cursor-grab touch-none" {...handle}>
        <GripVertical className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Move up" disabled={first} onClick={withIt(() => moveMarked(-1))}>
        <ArrowUp className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Move down" disabled={last} onClick={withIt(() => moveMarked(1))}>
        <ArrowDown className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name={step.note === undefined ? 'Add a note' : 'Write in the note'} onClick={onNote}>
        <StickyNote className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Copy the step" onClick={withIt(copyMarked)}>
        <Copy className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Delete the step" onClick={withIt(removeMarked)}>
        <Trash2 className="size-3.5" aria-hidden="true" />
      </IconButton>
    </div>
  );
}

/** What the writers of a flow tell each other about a step. Emptied, it goes away. */
function Note({
  step,
  writing,
  onChange,
}: {
  step: Step;
  writing: boolean;
  onChange: (note: string | undefined) => void;
}) {
  if (step.note === undefined) return null;
  return (
    <textarea
      aria-label="Note"
      placeholder="A note for whoever reads this flow later"
      value={step.note}
      maxLength={1_000}
      autoFocus={writing}
      rows={1}
      onChange={event => onChange(event.target.value)}
      onBlur={() => step.note?.trim() === '' && onChange(undefined)}
      className="mt-1.5 field-sizing-content w-full resize-none rounded-sm border-l-2 border-ochre bg-ochre-2 px-2 py-1 text-[0.8125rem] text-ochre placeholder:text-ochre"
    />
  );
}

interface StepBlockProps {
  scene: string;
  step: Step;
  index: number;
  /** How many steps the scene has. */
  count: number;
  /** What is found at it. */
  findings: readonly Finding[];
  /** Whether it is one of several that are marked. */
  marked: boolean;
}

/** Findings are made anew at every check; mostly they say the same. */
function saySame(a: readonly Finding[], b: readonly Finding[]): boolean {
  return (
    a === b ||
    (a.length === b.length &&
      a.every(({ sentence, level }, index) => sentence === b[index]!.sentence && level === b[index]!.level))
  );
}

/**
 * One step on the page: its line or its sentence, what opens below it, and what can be done with it. Drawn anew only
 * when something of its own changes.
 */
export const StepBlock = memo(Block, (before, after) => {
  const { findings, ...rest } = before;
  return (
    saySame(findings, after.findings) &&
    Object.entries(rest).every(([key, value]) => after[key as keyof StepBlockProps] === value)
  );
});

function Block({ scene, step, index, count, findings: own, marked }: StepBlockProps) {
  const speaker = useDraft(state => state.flow?.speaker ?? '');
  const edit = useDraft(state => state.edit);
  const selected = useSelection(state => state.step === step.id);
  const extend = useSelection(state => state.extend);
  const [noting, setNoting] = useState(false);
  // What can be done with it is there for who comes near.
  const [isNear, setNear] = useState(false);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: step.id });
  const write = useSelection(state => state.write);
  const { teams } = useSignedIn();
  const [choosing, setChoosing] = useState(false);
  const { Body, Panel } = viewOf(step.kind);
  const problem = own.some(finding => finding.level === 'problem');

  // A line that was begun and left with nothing in it goes away by itself.
  useEffect(() => {
    if (!selected) return;
    return () => {
      const { flow, edit: remove } = useDraft.getState();
      if (flow && isBlank(findStep(flow, step.id)?.step)) remove(now => removeStep(now, step.id));
    };
  }, [selected, step.id]);

  const near = (by: number) => {
    const other = useDraft.getState().flow?.scenes.find(({ id }) => id === scene)?.steps[index + by];
    if (other) write(other.id, hasLine(other) ? 'line' : '');
  };
  const keys: LineKeys = {
    onEnter: writeAfter,
    onEmptied: () => {
      if (step.kind !== usualKinds.line.kind || step.pictures?.length) return;
      edit(flow => removeStep(flow, step.id));
      near(-1);
    },
    onUp: () => near(-1),
    onDown: () => near(1),
    onEscape: () => {
      write(step.id, '');
      focusStep(step.id);
    },
    onSteps: steps => {
      edit(flow => [
        ...insertSteps(flow, scene, index + 1, steps),
        ...(isBlank(findStep(flow, step.id)?.step) ? removeStep(flow, step.id) : []),
      ]);
      write(steps[0]!.id, '');
    },
    ...(step.kind === usualKinds.line.kind ? { onSlash: () => setChoosing(true) } : {}),
  };
  // The line's editor is made anew, which puts the caret into it.
  const writeAgain = (part = 'line') => {
    setChoosing(false);
    write(step.id, '');
    requestAnimationFrame(() => write(step.id, part));
  };
  const become = (kind: Step['kind']) => {
    const { step: next, besides } = newStep(kind, teams[0]?.name, step.id);
    edit(flow => [...besides, ...changeStep(flow, next)]);
    if (hasLine(next)) writeAgain(viewOf(kind).first);
    else {
      setChoosing(false);
      write(step.id, '');
      focusPanel(step.id);
    }
  };
  const change = (next: Step, part?: string) =>
    edit(flow => changeStep(flow, next, step), part ? `${step.id}:${part}` : '');
  const setNote = (note: string | undefined) => {
    const { note: _, ...rest } = step;
    change(note === undefined ? rest : { ...rest, note }, 'note');
  };
  return (
    <li
      ref={setNodeRef}
      id={`step-${step.id}`}
      data-step={step.id}
      onPointerEnter={() => setNear(true)}
      onFocus={() => setNear(true)}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`group relative grid grid-cols-[2.25rem_1fr] rounded-lg border py-2 pr-4 ${
        selected || marked ? 'border-petrol-2 bg-petrol-3' : 'border-transparent'
      } ${isDragging ? 'z-20 opacity-80 shadow-lg' : ''}`}
    >
      <button
        type="button"
        aria-label={`Step ${index + 1}: ${viewOf(step.kind).name}`}
        aria-expanded={selected}
        data-number
        onClick={event => (event.shiftKey ? extend(step.id) : write(selected ? '' : step.id, ''))}
        className={`mt-0.5 self-start justify-self-center rounded px-1 font-mono text-xs ${problem ? 'bg-brick-2 text-brick' : 'text-ink-3'}`}
      >
        {index + 1}
      </button>
      <div className="min-w-0">
        <StepMenu open={choosing} onPick={become} onBack={() => writeAgain()} onLeave={() => setChoosing(false)}>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: a wider target for the numbered button beside it */}
          {/* biome-ignore lint/a11y/useKeyWithClickEvents: as above */}
          <div onClick={() => !selected && !hasLine(step) && write(step.id, '')}>
            <Body step={step} selected={selected} speaker={speaker} keys={keys} change={change} />
          </div>
        </StepMenu>
        {selected && Panel ? (
          <div data-panel className="mt-2.5 border-t border-petrol-2 pt-2.5">
            <Panel step={step} selected speaker={speaker} keys={keys} change={change} />
          </div>
        ) : null}
        <Note step={step} writing={noting} onChange={setNote} />
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
      <WritersAt step={step.id} />
      {isNear || selected ? (
        <StepTools
          step={step}
          first={index === 0}
          last={index === count - 1}
          shown={selected}
          handle={{ ...attributes, ...listeners }}
          onNote={() => {
            setNoting(true);
            if (step.note === undefined) setNote('');
          }}
        />
      ) : null}
    </li>
  );
}
