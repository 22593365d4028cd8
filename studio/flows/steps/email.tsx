import type { Chart, Email } from '@kineta/core';
import { lineText } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { Select, SmallInput } from '../../ui/field.tsx';
import { useDraft } from '../draft/draft.ts';
import { FactSelect } from '../facts.tsx';
import { LineField } from '../lines/line-field.tsx';
import { LineTools } from '../lines/line-tools.tsx';
import { useSelection } from '../selection.ts';
import { useFacts } from '../workplace.ts';
import type { StepProps, StepView } from './view.ts';

/** The charts that the flow shows, any of which an email may show again. */
function useCharts(): Chart[] {
  const scenes = useDraft(state => state.flow?.scenes ?? []);
  return scenes.flatMap(scene => scene.steps.filter(step => step.kind === 'chart'));
}

function Body({ step, change, keys, selected }: StepProps<Email>) {
  const [editor, setEditor] = useState<Editor | null>(null);
  const write = useSelection(state => state.write);
  const charts = useCharts();
  const to =
    'fact' in step.to ? `the visitor, at ${step.to.fact || '…'}` : step.to.addresses.filter(Boolean).join(', ') || '…';
  return (
    <div className="rounded-md border border-rule bg-white px-3.5 py-2.5">
      <p className="label text-petrol">Email to {to}</p>
      <div className="mt-1 font-semibold">
        <LineField
          step={step.id}
          part="subject"
          name="Subject"
          line={step.subject}
          placeholder="Subject"
          onChange={subject => change({ ...step, subject }, 'subject')}
          onEditor={setEditor}
          onEnter={() => write(step.id, 'line')}
          onEscape={keys.onEscape ?? (() => {})}
        />
      </div>
      <div className="mt-1 border-t border-rule pt-1.5 font-script leading-[1.5]">
        <LineField
          step={step.id}
          part="line"
          name="Text of the email"
          line={step.line}
          placeholder="What it says"
          onChange={line => change({ ...step, line }, 'line')}
          onEditor={setEditor}
          onUp={keys.onUp ?? (() => {})}
          onDown={keys.onDown ?? (() => {})}
          onEscape={keys.onEscape ?? (() => {})}
        />
      </div>
      {charts
        .filter(chart => step.charts?.includes(chart.id))
        .map(chart => (
          <p key={chart.id} className="mt-1.5 rounded border border-rule px-2 py-1 text-xs text-ink-2">
            Chart: {lineText(chart.title)}
          </p>
        ))}
      {selected ? <LineTools editor={editor} /> : null}
    </div>
  );
}

function Panel({ step, change }: StepProps<Email>) {
  const charts = useCharts();
  const [addresses, setAddresses] = useState('addresses' in step.to ? step.to.addresses.join(', ') : '');
  const [wrong, setWrong] = useState<string>();
  const toColleagues = 'addresses' in step.to;
  const { own } = useFacts();
  const visitor = { fact: own.find(({ type }) => type === 'email')?.name ?? '' };
  const setTo = (text: string) => {
    setAddresses(text);
    const list = text
      .split(/[,;\s]+/)
      .map(address => address.trim())
      .filter(Boolean);
    const bad = list.find(address => !/^[^@\s]+@[^@\s]+\.[^@\s]+$/.test(address));
    setWrong(bad);
    if (!bad) change({ ...step, to: { addresses: list.length > 0 ? list.slice(0, 20) : [''] } }, 'to');
  };
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        To
        <Select
          name="Who gets it"
          value={toColleagues ? 'colleagues' : 'visitor'}
          onChange={event => change({ ...step, to: event.target.value === 'visitor' ? visitor : { addresses: [''] } })}
        >
          <option value="visitor">the visitor, at</option>
          <option value="colleagues">colleagues, at</option>
        </Select>
        {'fact' in step.to ? (
          <FactSelect
            name="Address"
            value={step.to.fact}
            usualType="email"
            fits={fact => fact.type === 'email'}
            onPick={fact => fact && change({ ...step, to: { fact } })}
          />
        ) : (
          <SmallInput
            name="Addresses"
            className="min-w-56 flex-1"
            placeholder="sales@brackenrow.example, hanne@brackenrow.example"
            value={addresses}
            aria-invalid={wrong ? true : undefined}
            onChange={event => setTo(event.target.value)}
          />
        )}
      </p>
      {wrong ? (
        <p role="alert" className="text-brick">
          “{wrong}” is not an email address yet.
        </p>
      ) : null}
      {toColleagues ? null : (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={step.askedFor ?? false}
            onChange={event => {
              const { askedFor: _, ...rest } = step;
              change(event.target.checked ? { ...rest, askedFor: true } : rest);
            }}
          />
          The visitor asked for this email, so it needs no consent
        </label>
      )}
      {charts.length > 0 ? (
        <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <legend className="mb-0.5">With what was worked out</legend>
          {charts.map(chart => (
            <label key={chart.id} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={step.charts?.includes(chart.id) ?? false}
                onChange={event => {
                  const { charts: before = [], ...rest } = step;
                  const next = event.target.checked ? [...before, chart.id] : before.filter(id => id !== chart.id);
                  change(next.length > 0 ? { ...rest, charts: next } : rest);
                }}
              />
              {lineText(chart.title) || 'a chart'}
            </label>
          ))}
        </fieldset>
      ) : null}
    </div>
  );
}

export const emailView: StepView<Email> = {
  name: 'Email',
  first: 'subject',
  group: 'outside',
  Body,
  Panel,
  begin(blank, { fact }) {
    const address = fact(({ type }) => type === 'email');
    return address === undefined ? blank : { ...blank, to: { fact: address } };
  },
};
