import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { type Finding, insertStep, renameScene, type Scene, usualKinds } from '@kineta/core';
import { useMemo } from 'react';
import { Hint } from '../ui/hint.tsx';
import { beginningOf } from './beginning.ts';
import { newId, useDraft } from './draft/draft.ts';
import { endOf } from './dragging.tsx';
import { isBlank } from './new-step.ts';
import { markedSteps, useSelection } from './selection.ts';
import { StepBlock } from './step-block.tsx';

const nothing: Finding[] = [];
/** One scene, set like a page of a play: what is said, what the visitor may pick, and directions. */
export function Page({ scene, findings }: { scene: Scene; findings: Finding[] }) {
  const flow = useDraft(state => state.flow)!;
  const edit = useDraft(state => state.edit);
  const write = useSelection(state => state.write);
  const opened = useSelection(state => state.step);
  const until = useSelection(state => state.until);
  const marked = until === '' ? [] : markedSteps(scene.steps, { step: opened, until });
  // The same list while it names the same steps: what can be dragged hangs on it.
  const order = scene.steps.map(step => step.id).join(' ');
  const ids = useMemo(() => order.split(' '), [order]);
  const byStep = new Map<string, Finding[]>();
  for (const finding of findings) {
    const { step } = finding.place;
    if (step !== undefined) byStep.set(step, [...(byStep.get(step) ?? []), finding]);
  }
  const place = flow.scenes.indexOf(scene);
  const last = scene.steps.at(-1);
  const add = () => {
    if (isBlank(last)) {
      write(last!.id, 'line');
      return;
    }
    const step = usualKinds.line.blank(newId());
    // New lines go before what closes the scene, where they will be heard.
    edit(now => insertStep(now, scene.id, endOf(scene), step));
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
              event.target.value && edit(now => renameScene(now, scene.id, event.target.value), `title:${scene.id}`)
            }
            className="w-full min-w-0 rounded-sm bg-transparent tracking-[0.02em] uppercase outline-offset-4"
          />
        </h2>
        <p className="font-script text-sm text-ink-2 italic">{beginningOf(flow, scene)}</p>
      </header>
      <Hint id="writing" className="mt-3 mr-4 ml-9">
        Click a line and write. Enter begins the next one, <b>/</b> another kind of step, <b>@</b> puts a fact in. The
        rehearsal at the right plays what you write, at once.
      </Hint>
      <ol className="mt-3 space-y-1.5" aria-label={`Steps of ${scene.title}`}>
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          {scene.steps.map((step, index) => (
            <StepBlock
              key={step.id}
              scene={scene.id}
              step={step}
              index={index}
              count={scene.steps.length}
              findings={byStep.get(step.id) ?? nothing}
              marked={marked.includes(step)}
            />
          ))}
        </SortableContext>
      </ol>
      <button type="button" onClick={add} className="mt-2 ml-9 rounded px-0.5 text-left text-ink-3 hover:text-ink">
        Type a line, or <kbd className="rounded border border-rule px-1.5 font-mono text-xs">/</kbd> for questions,
        decisions, hand-over …
      </button>
    </article>
  );
}
