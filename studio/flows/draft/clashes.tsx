import { type Clash, type Flow, findStep, kindOf, type Step, surroundings } from '@kineta/core';
import { Button } from '../../ui/button.tsx';
import { Direction } from '../../ui/words.tsx';
import { useDraft } from './draft.ts';

function StepWords({ step, flow }: { step: Step; flow: Flow }) {
  return <Direction words={kindOf(step).words(step, surroundings(flow))} />;
}

/** What the two of you did to the same place, as the end of a sentence, and what each has there. */
function parts({ edit, mine }: Clash, flow: Flow): { what: string; mine: React.ReactNode; theirs: React.ReactNode } {
  const here = (id: string) => findStep(flow, id)?.step;
  const shown = (step: Step | undefined) => (step ? <StepWords step={step} flow={flow} /> : 'It is deleted.');
  switch (edit.edit) {
    case 'change step':
      return { what: 'this step', mine: shown(mine), theirs: shown(here(edit.step)) };
    case 'insert step':
      return { what: 'the scene of your new step', mine: shown(edit.step), theirs: 'The scene is deleted.' };
    case 'remove step':
      return { what: 'a step that you deleted', mine: 'It is deleted.', theirs: shown(here(edit.step.id)) };
    case 'remove scene':
      return {
        what: `the scene “${edit.scene.title}”, which you deleted`,
        mine: 'It is deleted.',
        theirs: 'It is there, with their changes.',
      };
    case 'rename scene':
      return {
        what: 'the title of a scene',
        mine: `“${edit.to}”`,
        theirs: `“${flow.scenes.find(({ id }) => id === edit.scene)?.title ?? 'deleted'}”`,
      };
    case 'set flow':
      return { what: `the flow’s ${edit.field}`, mine: `“${edit.to}”`, theirs: `“${flow[edit.field]}”` };
    case 'insert fact':
    case 'remove fact':
      return { what: `the fact “${edit.fact.name}”`, mine: 'As you left it.', theirs: 'As it is now.' };
    case 'change fact':
      return {
        what: `the fact “${edit.from.name}”`,
        mine: `“${edit.to.name}”, ${edit.to.type}`,
        theirs: 'As it is now.',
      };
    default:
      return { what: 'the same place', mine: 'As you left it.', theirs: 'As it is now.' };
  }
}

/** Places that somebody else changed at the same time: both versions are there until the lead chooses. */
export function Clashes() {
  const clashes = useDraft(state => state.clashes);
  const flow = useDraft(state => state.flow);
  const settleClash = useDraft(state => state.settleClash);
  const [clash] = clashes;
  if (!clash || !flow) return null;
  const { what, mine, theirs } = parts(clash, flow);
  return (
    <section role="alert" aria-label="Changed by two" className="bg-ochre-2 px-4.5 py-2.5 text-[0.875rem]">
      <p className="text-ochre">
        {clash.by} changed {what} while you did. Nothing is lost: which shall it be?
        {clashes.length > 1 ? ` (${clashes.length - 1} more after this)` : ''}
      </p>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        {(
          [
            ['Yours', mine, 'Take mine', true],
            ['As it is now', theirs, 'Leave it', false],
          ] as const
        ).map(([title, shown, label, isMine]) => (
          <div key={title} className="flex items-start gap-3 rounded-md border border-rule bg-sheet p-2.5">
            <div className="min-w-0 flex-1">
              <p className="label text-ink-2">{title}</p>
              <div className="font-script">{shown}</div>
            </div>
            <Button onClick={() => settleClash(clash, isMine)}>{label}</Button>
          </div>
        ))}
      </div>
    </section>
  );
}
