import type { HandOver } from '@kineta/core';
import { useSignedIn } from '../../account/store.ts';
import { Select } from '../../ui/field.tsx';
import { LineField } from '../lines/line-field.tsx';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<HandOver>) {
  const { teams } = useSignedIn();
  return (
    <div className="space-y-3 text-[0.8125rem]">
      <p className="flex flex-wrap items-center gap-2 text-ink-2">
        Hand over to
        <Select name="Team" value={step.team} onChange={event => change({ ...step, team: event.target.value })}>
          {teams.some(team => team.name === step.team) ? null : (
            <option value={step.team}>{step.team} (no such team)</option>
          )}
          {teams.map(team => (
            <option key={team.id}>{team.name}</option>
          ))}
        </Select>
      </p>
      <div>
        <p className="text-ink-2">While the visitor waits, say</p>
        <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
          <LineField
            step={step.id}
            part="waiting"
            name="Words while waiting"
            line={step.waiting}
            placeholder="Nothing"
            onChange={waiting => change({ ...step, waiting }, 'waiting')}
          />
        </div>
      </div>
      <div>
        <p className="text-ink-2">When the team is closed or nobody of it is there, say</p>
        <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
          <LineField
            step={step.id}
            part="closed"
            name="Words when nobody is there"
            line={step.closed.line}
            placeholder="Say that nobody is there, and what happens instead"
            onChange={line => change({ ...step, closed: { ...step.closed, line } }, 'closed')}
          />
        </div>
        <p className="mt-1.5 flex items-center gap-2 text-ink-2">
          and
          <WaySelect
            name="When nobody is there"
            value={step.closed.to}
            onPick={to => change({ ...step, closed: { line: step.closed.line, ...(to ? { to } : {}) } })}
          />
        </p>
      </div>
    </div>
  );
}

export const handOverView: StepView<HandOver> = {
  name: 'Hand over',
  group: 'close',
  Body: DirectionBody,
  Panel,
  begin: (blank, { team }) => ({ ...blank, team: team ?? blank.team }),
};
