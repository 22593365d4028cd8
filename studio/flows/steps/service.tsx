import { type CallService, kindOf } from '@kineta/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { FactSelect } from '../facts.tsx';
import { WaySelect } from '../way-select.tsx';
import { isKept, useFacts } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

/** A text that is put in the draft once it is right; what is wrong is said below it. */
function Checked({
  name,
  value,
  placeholder,
  className = '',
  mistakeIn,
  onSet,
}: {
  name: string;
  value: string;
  placeholder: string;
  className?: string;
  mistakeIn: (text: string) => string | undefined;
  onSet: (value: string) => void;
}) {
  const [text, setText] = useState(value);
  const mistake = mistakeIn(text);
  return (
    <span className={`flex flex-col ${className}`}>
      <SmallInput
        name={name}
        className="w-full font-mono"
        placeholder={placeholder}
        value={text}
        aria-invalid={mistake ? true : undefined}
        onChange={event => {
          setText(event.target.value);
          if (!mistakeIn(event.target.value)) onSet(event.target.value);
        }}
      />
      {mistake ? (
        <span role="alert" className="text-brick">
          {mistake}
        </span>
      ) : null}
    </span>
  );
}

/** What the format says against a changed part of the step. */
function mistakeWith(step: CallService, changed: Partial<CallService>): string | undefined {
  return kindOf(step).schema.safeParse({ ...step, ...changed }).error?.issues[0]?.message;
}

function Panel({ step, change }: StepProps<CallService>) {
  const { all } = useFacts();
  const { send = [], take } = step;
  const setSend = (next: NonNullable<CallService['send']>, part?: string) => {
    const { send: _, ...rest } = step;
    change(next.length > 0 ? { ...rest, send: next } : rest, part);
  };
  const setTake = (next: CallService['take'], part?: string) => change({ ...step, take: next }, part);
  const first = all.find(isKept)?.name ?? 'answer';
  return (
    <div className="space-y-2.5 text-[0.8125rem] text-ink-2">
      <div className="flex items-start gap-2">
        <Select
          name="Method"
          value={step.method}
          onChange={event => change({ ...step, method: event.target.value as CallService['method'] })}
        >
          <option>GET</option>
          <option>POST</option>
        </Select>
        <Checked
          name="Address of the service"
          className="flex-1"
          placeholder="https://post.example/lookup/{postcode}"
          value={step.url}
          mistakeIn={url => mistakeWith(step, { url })}
          onSet={url => change({ ...step, url }, 'url')}
        />
      </div>
      {step.method === 'POST' ? (
        <div className="space-y-1.5">
          {send.map((item, index) => (
            <p key={index} className="flex items-center gap-2">
              send
              <FactSelect
                name={`Fact to send ${index + 1}`}
                value={item.fact}
                usualType="text"
                onPick={fact => fact && setSend(send.with(index, { ...item, fact }))}
              />
              as
              <SmallInput
                name={`Sent as ${index + 1}`}
                className="w-32 font-mono"
                maxLength={60}
                value={item.name}
                onChange={event =>
                  event.target.value && setSend(send.with(index, { ...item, name: event.target.value }), `send${index}`)
                }
              />
              <RemoveButton name={`Do not send ${item.name}`} onClick={() => setSend(send.toSpliced(index, 1))} />
            </p>
          ))}
          <AddButton onClick={() => setSend([...send, { name: first.replaceAll(' ', '_'), fact: first }])}>
            Send a fact
          </AddButton>
        </div>
      ) : null}
      <div className="space-y-1.5">
        {take.map((item, index) => (
          <div key={index} className="flex items-center gap-2">
            keep
            <Checked
              name={`Place in the answer ${index + 1}`}
              className="w-40"
              placeholder="result.0.district"
              value={item.path}
              mistakeIn={path => mistakeWith(step, { take: take.with(index, { ...item, path }) })}
              onSet={path => setTake(take.with(index, { ...item, path }), `take${index}`)}
            />
            as
            <FactSelect
              name={`Kept as ${index + 1}`}
              value={item.fact}
              usualType="text"
              fits={isKept}
              onPick={fact => fact && setTake(take.with(index, { ...item, fact }))}
            />
            <RemoveButton
              name={`Do not keep ${item.path || 'the answer'}`}
              onClick={() => setTake(take.toSpliced(index, 1))}
            />
          </div>
        ))}
        <AddButton onClick={() => setTake([...take, { path: '', fact: first }])}>
          Keep something of the answer
        </AddButton>
      </div>
      <p>
        Does it ask for a key?{' '}
        <Link to="/settings/services" className="text-petrol underline">
          Settings keep it
        </Link>
        , so that the flow holds none.
      </p>
      <p className="flex flex-wrap items-center gap-2">
        Wait
        <SmallInput
          name="Seconds to wait"
          type="number"
          min={1}
          max={30}
          className="w-16"
          value={step.limit}
          onChange={event =>
            change({ ...step, limit: Math.max(1, Math.min(30, Math.round(Number(event.target.value)))) }, 'limit')
          }
        />
        seconds, try
        <Select
          name="How many tries"
          value={step.tries}
          onChange={event => change({ ...step, tries: Number(event.target.value) })}
        >
          {[1, 2, 3, 4, 5].map(tries => (
            <option key={tries} value={tries}>
              {tries === 1 ? 'once' : `${tries} times`}
            </option>
          ))}
        </Select>
        and when it fails
        <WaySelect
          name="When it fails"
          value={step.failed?.to}
          onPick={to => change({ ...step, failed: to ? { to } : {} })}
        />
      </p>
    </div>
  );
}

export const callServiceView: StepView<CallService> = {
  name: 'Call service',
  group: 'outside',
  Body: DirectionBody,
  Panel,
};
