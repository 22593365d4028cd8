import { type OpenStretch, type SpanMistake, spanMistake } from '@kineta/core';
import { useState } from 'react';
import { AddButton } from '../../ui/add-button.tsx';
import { Button } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { dateFormat } from '../../ui/writing.ts';
import { copied, proposedSpan, type Span, toStretches, toWritten, type WrittenWeek } from './written-week.ts';

/** Monday first: 1 January 2024 was one. */
const weekdays = (): string[] => {
  const { format } = dateFormat({ weekday: 'long', timeZone: 'UTC' });
  return Array.from({ length: 7 }, (_, day) => format(Date.UTC(2024, 0, 1 + day)));
};

export const mistakes: Record<SpanMistake, string> = {
  'ends before it begins': 'This ends before it begins. What goes past midnight is written on two days.',
  overlaps: 'This overlaps another time of the same day.',
};

/** The spans of a day, one after the other. */
export function Spans({
  of,
  spans,
  onChange,
}: {
  of: string;
  spans: readonly Span[];
  onChange: (spans: Span[]) => void;
}) {
  const wrong = spanMistake(spans);
  const change = (index: number, to: Partial<Span>) =>
    onChange(spans.map((span, at) => (at === index ? { ...span, ...to } : span)));
  return (
    <div className="flex flex-col gap-1">
      {spans.map((span, index) => (
        <div key={index} className="flex items-center gap-1.5">
          <SmallInput
            name={`${of}, from`}
            type="time"
            value={span.from}
            aria-invalid={wrong?.at === index ? true : undefined}
            onChange={event => change(index, { from: event.target.value || span.from })}
          />
          <span className="text-ink-2">to</span>
          {/* A clock on a page has no 24:00: the end of the day is its first minute there. */}
          <SmallInput
            name={`${of}, to`}
            type="time"
            value={span.to === '24:00' ? '00:00' : span.to}
            aria-invalid={wrong?.at === index ? true : undefined}
            onChange={event =>
              change(index, { to: event.target.value === '00:00' ? '24:00' : event.target.value || span.to })
            }
          />
          <RemoveButton
            name={`Remove ${span.from} to ${span.to} of ${of}`}
            onClick={() => onChange(spans.filter((_, at) => at !== index))}
          />
        </div>
      ))}
      {wrong ? (
        <p role="alert" className="text-brick">
          {mistakes[wrong.mistake]}
        </p>
      ) : null}
    </div>
  );
}

/** A week: the spans of each day, in the order in which they were written, copied to other days in one move. */
export function WeekEditor({
  week: given,
  onChange,
}: {
  week: readonly OpenStretch[];
  onChange: (week: OpenStretch[]) => void;
}) {
  const [week, setWeek] = useState<WrittenWeek>(() => toWritten(given));
  const change = (to: WrittenWeek) => {
    setWeek(to);
    onChange(toStretches(to));
  };
  return (
    <ul>
      {weekdays().map((name, day, names) => (
        <li
          key={name}
          className="grid grid-cols-[6.5rem_1fr_auto] items-start gap-3 border-b border-rule py-1.5 max-md:grid-cols-[5.5rem_1fr]"
        >
          <span className={`pt-1 ${week[day]!.length > 0 ? '' : 'text-ink-2'}`}>{name}</span>
          <div className="flex min-h-7 flex-wrap items-center gap-x-3 gap-y-1">
            {week[day]!.length === 0 ? <span className="text-ink-2">closed</span> : null}
            <Spans
              of={name}
              spans={week[day]!}
              onChange={spans => change(week.map((one, at) => (at === day ? spans : one)))}
            />
            <AddButton
              onClick={() => change(week.map((one, at) => (at === day ? [...one, proposedSpan(week, day)] : one)))}
            >
              {week[day]!.length === 0 ? `Open on ${name}` : 'Another time'}
            </AddButton>
          </div>
          <Menu
            items={[
              { label: 'to Monday to Friday', onSelect: () => change(copied(week, day, [0, 1, 2, 3, 4])) },
              { label: 'to every day', onSelect: () => change(copied(week, day, [0, 1, 2, 3, 4, 5, 6])) },
              ...(day < 6
                ? [{ label: `to ${names[day + 1]}`, onSelect: () => change(copied(week, day, [day + 1])) }]
                : []),
            ]}
          >
            <Button look="quiet" className="max-md:col-start-2 max-md:justify-self-start">
              Copy<span className="sr-only"> {name}</span>
            </Button>
          </Menu>
        </li>
      ))}
    </ul>
  );
}
