import type { Notify } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { Select } from '../../ui/field.tsx';
import { LineField } from '../lines/line-field.tsx';
import { LineTools } from '../lines/line-tools.tsx';
import { useWorkplace } from '../workplace.ts';
import type { StepProps, StepView } from './view.ts';

function Body({ step, change, keys, selected }: StepProps<Notify>) {
  const [editor, setEditor] = useState<Editor | null>(null);
  return (
    <div className="rounded-md bg-ochre-2 px-3 py-2">
      <p className="label text-ochre">For {step.team ?? 'everyone'} in the studio</p>
      <LineField
        step={step.id}
        part="line"
        name="Notice"
        line={step.line}
        placeholder="What shall they know?"
        onChange={line => change({ ...step, line }, 'line')}
        onEditor={setEditor}
        {...keys}
      />
      {selected ? <LineTools editor={editor} /> : null}
    </div>
  );
}

function Panel({ step, change }: StepProps<Notify>) {
  const { teams } = useWorkplace();
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Tell
      <Select
        name="Who is told"
        value={step.team ?? ''}
        onChange={event => {
          const { team: _, ...rest } = step;
          change(event.target.value ? { ...rest, team: event.target.value } : rest);
        }}
      >
        <option value="">everyone</option>
        {step.team && !teams.includes(step.team) ? <option>{step.team}</option> : null}
        {teams.map(team => (
          <option key={team}>{team}</option>
        ))}
      </Select>
      wherever they are in the studio.
    </p>
  );
}

export const notifyView: StepView<Notify> = { name: 'Notify', group: 'outside', Body, Panel };
