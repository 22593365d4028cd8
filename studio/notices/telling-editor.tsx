import { alertKinds, type Channel, Telling, type To } from '@kineta/core';
import { useState } from 'react';
import { OnlyIf } from '../conditions/only-if.tsx';
import { sentenceOf } from '../shell/api.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Button } from '../ui/button.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { PartRow } from '../ui/part-row.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { alertWordsOf } from './kinds.ts';
import { channelWords } from './telling-words.ts';

const MOST_TOLD = 20;
const channels = Object.keys(channelWords) as Channel[];

/** What a choice of who is told stands for; an address is written beside it. */
const keyOf = (to: To): string =>
  typeof to === 'string' ? to : 'team' in to ? `team ${to.team}` : 'member' in to ? `member ${to.member}` : 'address';

function toOf(key: string): To {
  const [kind = '', id = ''] = key.split(' ');
  if (kind === 'team') return { team: id };
  if (kind === 'member') return { member: id };
  if (kind === 'address') return { address: '' };
  return kind as To;
}

export interface There {
  teams: ReadonlyArray<{ id: string; name: string }>;
  members: ReadonlyArray<{ id: string; name: string }>;
}

function WhoRow({ to, of, there, onSet }: { to: To; of: string; there: There; onSet: (to: To) => void }) {
  const key = keyOf(to);
  const { teams, members } = there;
  const isGone =
    typeof to === 'object' &&
    (('team' in to && !teams.some(({ id }) => id === to.team)) ||
      ('member' in to && !members.some(({ id }) => id === to.member)));
  return (
    <>
      <Select name="Who is told" value={key} onChange={event => onSet(toOf(event.target.value))}>
        <option value="concerned">{alertWordsOf(of).concerned}</option>
        <option value="everyone">everybody</option>
        <option value="leads">who leads</option>
        {isGone ? <option value={key}>gone</option> : null}
        <optgroup label="A team">
          {teams.map(({ id, name }) => (
            <option key={id} value={`team ${id}`}>
              {name}
            </option>
          ))}
        </optgroup>
        <optgroup label="Somebody">
          {members.map(({ id, name }) => (
            <option key={id} value={`member ${id}`}>
              {name}
            </option>
          ))}
        </optgroup>
        <option value="address">an email address</option>
      </Select>
      {typeof to === 'object' && 'address' in to ? (
        <SmallInput
          name="Email address"
          type="email"
          placeholder="office@brackenrow.example"
          className="w-64"
          value={to.address}
          onChange={event => onSet({ address: event.target.value })}
        />
      ) : null}
    </>
  );
}

/** When an email goes: so many minutes later, or once a day. */
function Mailing({ mailing, onSet }: { mailing: Telling['mailing']; onSet: (mailing: Telling['mailing']) => void }) {
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <Select
        name="When the email goes"
        value={'daily' in mailing ? 'daily' : mailing.after === 0 ? 'at once' : 'after'}
        onChange={event => {
          const next = event.target.value;
          onSet(next === 'daily' ? { daily: '17:00' } : { after: next === 'after' ? 5 : 0 });
        }}
      >
        <option value="at once">at once</option>
        <option value="after">when nobody has looked for</option>
        <option value="daily">once a day, at</option>
      </Select>
      {'daily' in mailing ? (
        <SmallInput
          name="Time of the day"
          type="time"
          value={mailing.daily}
          onChange={event => event.target.value && onSet({ daily: event.target.value })}
        />
      ) : mailing.after > 0 ? (
        <>
          <SmallInput
            name="Minutes"
            type="number"
            min={1}
            max={1_440}
            className="w-18"
            value={mailing.after}
            onChange={event => onSet({ after: Math.max(1, Math.round(Number(event.target.value))) })}
          />
          minutes
        </>
      ) : null}
    </span>
  );
}

/** Who is told of something that is written; kept when it is said to be, and not before. */
export function TellingEditor({
  telling,
  there,
  isNew,
  onChange,
  onKeep,
  onLeave,
  onRemove,
}: {
  telling: Telling;
  there: There;
  isNew: boolean;
  onChange: (telling: Telling) => void;
  onKeep: (telling: Telling) => Promise<void>;
  onLeave: () => void;
  onRemove: () => void;
}) {
  const [mistake, setMistake] = useState('');
  const [keeps, setKeeps] = useState(false);
  const { to, channels: chosen } = telling;
  const toAddress = to.some(one => typeof one === 'object' && 'address' in one);
  const keep = async () => {
    const read = Telling.safeParse(telling);
    if (!read.success) return setMistake(read.error.issues[0]?.message ?? 'Something in it is not right yet.');
    setKeeps(true);
    try {
      await onKeep(read.data);
      setMistake('');
    } catch (error) {
      setMistake(sentenceOf(error));
    } finally {
      setKeeps(false);
    }
  };
  return (
    <div className="mt-2 border-t border-rule pt-1">
      <PartRow name="When">
        <Select name="When" value={telling.of} onChange={event => onChange({ ...telling, of: event.target.value })}>
          {alertKinds.map(({ alert }) => (
            <option key={alert} value={alert}>
              {alertWordsOf(alert).when}
            </option>
          ))}
        </Select>
      </PartRow>
      <PartRow name="Only if">
        <OnlyIf condition={telling.onlyIf} onSet={onlyIf => onChange({ ...telling, onlyIf })} />
      </PartRow>
      <PartRow name="Tell">
        <ul className="space-y-1.5">
          {to.map((one, index) => (
            <li key={index} className="flex flex-wrap items-center gap-1.5">
              <WhoRow
                to={one}
                of={telling.of}
                there={there}
                onSet={next => onChange({ ...telling, to: to.with(index, next) })}
              />
              {to.length > 1 ? (
                <RemoveButton
                  name="Tell them not"
                  onClick={() => onChange({ ...telling, to: to.toSpliced(index, 1) })}
                />
              ) : null}
            </li>
          ))}
        </ul>
        {to.length < MOST_TOLD ? (
          <AddButton onClick={() => onChange({ ...telling, to: [...to, 'leads'] })}>Somebody else</AddButton>
        ) : null}
      </PartRow>
      <PartRow name="By">
        <div className="flex min-h-7 flex-wrap items-center gap-x-4 gap-y-1">
          {channels.map(channel => (
            <label key={channel} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-petrol"
                checked={chosen.includes(channel)}
                onChange={({ target }) =>
                  onChange({
                    ...telling,
                    channels: channels.filter(one => (one === channel ? target.checked : chosen.includes(one))),
                  })
                }
              />
              {channelWords[channel]}
            </label>
          ))}
        </div>
        {toAddress ? <p className="text-ink-2">An address is always told by email.</p> : null}
      </PartRow>
      {chosen.includes('mail') || toAddress ? (
        <PartRow name="Email">
          <Mailing mailing={telling.mailing} onSet={mailing => onChange({ ...telling, mailing })} />
          <label className="mt-1.5 flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-petrol"
              checked={telling.transcript}
              onChange={event => onChange({ ...telling, transcript: event.target.checked })}
            />
            with what was said so far
          </label>
        </PartRow>
      ) : null}
      {mistake ? (
        <p role="alert" className="py-1 text-brick">
          {mistake}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2 pt-2">
        <Button look="main" disabled={keeps} onClick={() => void keep()}>
          Keep it
        </Button>
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
        {isNew ? null : (
          <Button look="quiet" className="ml-auto" onClick={onRemove}>
            Remove it
          </Button>
        )}
      </div>
    </div>
  );
}
