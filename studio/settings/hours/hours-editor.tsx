import { type TeamDetail, teamRoutes } from '@kineta/contract';
import { type OpeningHours, type SpecialDay, WrittenHours } from '@kineta/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../../account/store.ts';
import { CallError, call, sentenceOf } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { Button } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { daysOf, Holidays, useHolidays } from './holidays.tsx';
import { Seasons } from './seasons.tsx';
import { TwoWeeks } from './two-weeks.tsx';
import { Spans, WeekEditor } from './week-editor.tsx';

function SpecialDays({ days, onChange }: { days: SpecialDay[]; onChange: (days: SpecialDay[]) => void }) {
  const change = (index: number, to: Partial<SpecialDay>) =>
    onChange(days.map((day, at) => (at === index ? { ...day, ...to } : day)));
  const today = new Date().toISOString().slice(0, 10);
  return (
    <section>
      <h3 className="text-xs font-semibold tracking-wider text-ink-2 uppercase">Special days</h3>
      <p className="text-ink-2">Closed for once, or open otherwise. They go before everything else.</p>
      <ul>
        {days.map((day, index) => (
          <li key={index} className="flex flex-wrap items-start gap-x-2 gap-y-1 border-b border-rule py-1.5">
            <SmallInput
              name="First day"
              type="date"
              value={day.from}
              onChange={event => {
                const from = event.target.value;
                if (from) change(index, { from, to: [day.to, from].toSorted()[1]! });
              }}
            />
            <span className="pt-1 text-ink-2">to</span>
            <SmallInput
              name="Last day"
              type="date"
              value={day.to}
              min={day.from}
              onChange={event => event.target.value && change(index, { to: event.target.value })}
            />
            <SmallInput
              name="Why"
              placeholder="Stock-taking"
              value={day.name}
              onChange={event => change(index, { name: event.target.value })}
            />
            {day.open.length === 0 ? <span className="pt-1 text-ink-2">closed</span> : null}
            <Spans of={day.name || day.from} spans={day.open} onChange={open => change(index, { open })} />
            <AddButton onClick={() => change(index, { open: [...day.open, { from: '09:00', to: '12:00' }] })}>
              {day.open.length === 0 ? 'Open for some hours' : 'Another time'}
            </AddButton>
            <RemoveButton
              name={`Remove the special day ${day.name || day.from}`}
              onClick={() => onChange(days.filter((_, at) => at !== index))}
            />
          </li>
        ))}
      </ul>
      <div className="mt-2">
        <AddButton onClick={() => onChange([...days, { from: today, to: today, name: '', open: [] }])}>
          A special day
        </AddButton>
      </div>
    </section>
  );
}

/** What is wrong with hours before they are sent: the first sentence, with where it is. */
function firstMistake(hours: OpeningHours): string | undefined {
  const read = WrittenHours.safeParse(hours);
  if (read.success) return undefined;
  const [issue] = read.error.issues;
  const [part, index] = issue?.path ?? [];
  const place =
    part === 'seasons'
      ? `${hours.seasons[Number(index)]?.name || 'A season'}: `
      : part === 'special'
        ? `${hours.special[Number(index)]?.name || hours.special[Number(index)]?.from || 'A special day'}: `
        : '';
  return `${place}${issue?.message ?? 'These hours cannot be kept.'}`;
}

/** The hours of a team, with the next two weeks beside them as they are changed. */
export function HoursEditor({ team, onClose }: { team: TeamDetail; onClose: () => void }) {
  const { workspace } = useSignedIn();
  const [hours, setHours] = useState<OpeningHours>(
    team.hours ?? {
      zone: workspace.zone,
      open: [{ days: [1, 2, 3, 4, 5], from: '09:00', to: '17:00' }],
      seasons: [],
      special: [],
    },
  );
  const [refused, setRefused] = useState<string>();
  const { data } = useHolidays(hours.holidays?.country ?? workspace.country, hours.holidays?.region);
  const change = (to: Partial<OpeningHours>) => setHours({ ...hours, ...to });
  const mistake = firstMistake(hours);
  const keep = async (kept: OpeningHours | null) => {
    try {
      await call(teamRoutes.change, { params: { id: team.id }, body: { hours: kept } });
      await changedHere(teamRoutes.list);
      void useAccount.getState().load();
      toast.success(kept ? `The hours of ${team.name} are kept.` : `${team.name} is always open now.`);
      onClose();
    } catch (error) {
      setRefused((error instanceof CallError ? error.problem.fields?.[0]?.message : undefined) ?? sentenceOf(error));
    }
  };
  const played = { ...hours, special: [...hours.special, ...daysOf(hours.holidays, data?.holidays ?? [])] };
  return (
    <div className="mt-2 grid grid-cols-[minmax(0,1fr)_18rem] gap-6 max-lg:grid-cols-1">
      <div className="space-y-6">
        <section>
          <h3 className="text-xs font-semibold tracking-wider text-ink-2 uppercase">The week</h3>
          <WeekEditor week={hours.open} onChange={open => change({ open })} />
        </section>
        <Holidays
          chosen={hours.holidays}
          country={workspace.country}
          language={workspace.language}
          onChange={holidays => setHours({ ...hours, ...(holidays ? { holidays } : {}) })}
        />
        <SpecialDays days={hours.special} onChange={special => change({ special })} />
        <Seasons week={hours.open} seasons={hours.seasons} onChange={seasons => change({ seasons })} />
        <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-4">
          <Button look="main" disabled={mistake !== undefined} onClick={() => keep(hours)}>
            Keep these hours
          </Button>
          <Button onClick={onClose}>Leave them as they were</Button>
          {team.hours ? (
            <Button look="quiet" onClick={() => keep(null)}>
              No hours: always open
            </Button>
          ) : null}
          {(mistake ?? refused) ? (
            <p role="alert" className="text-brick">
              {mistake ?? refused}
            </p>
          ) : null}
        </div>
      </div>
      <div className="sticky top-4 self-start">
        <TwoWeeks hours={played} language={workspace.language} />
      </div>
    </div>
  );
}
