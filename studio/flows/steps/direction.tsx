import { kindOf, type Step, surroundings } from '@kineta/core';
import { Direction } from '../../ui/words.tsx';
import { useDraft } from '../draft/draft.ts';
import { useWorkplace } from '../workplace.ts';

/** A step as a stage direction: one sentence in italics. */
export function DirectionBody({ step }: { step: Step }) {
  const flow = useDraft(state => state.flow);
  const workplace = useWorkplace();
  if (!flow) return null;
  return (
    <p className="border-l-2 border-rule pl-3.5 font-script text-[0.9375rem] leading-7 text-ink-2 italic">
      <Direction words={kindOf(step).words(step, surroundings(flow, workplace))} />.
    </p>
  );
}
