import type { StartFlow } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import { useDraft } from '../draft/draft.ts';
import { useWorkplace } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<StartFlow>) {
  const { flows } = useWorkplace();
  const own = useDraft(state => state.flow?.name);
  const others = flows.filter(name => name !== own);
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Go on with
      <Select name="Flow" value={step.flow} onChange={event => change({ ...step, flow: event.target.value })}>
        <option value="">a flow…</option>
        {step.flow && !others.includes(step.flow) ? <option>{step.flow}</option> : null}
        {others.map(name => (
          <option key={name}>{name}</option>
        ))}
      </Select>
      {others.length === 0 ? 'No other flow is published yet.' : 'Facts of the same names go along.'}
    </p>
  );
}

export const startFlowView: StepView<StartFlow> = { name: 'Start flow', group: 'way', Body: DirectionBody, Panel };
