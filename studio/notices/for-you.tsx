import { tellingRoutes } from '@kineta/contract';
import { alertKinds, type Channel, type OwnTellings, Quiet, Sound, type Telling } from '@kineta/core';
import { Play } from 'lucide-react';
import { useState } from 'react';
import { useRoute } from '../shell/query.ts';
import { IconButton } from '../ui/button.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dateFormat } from '../ui/writing.ts';
import { alertWordsOf } from './kinds.ts';
import { type Change, useOwn } from './own.ts';
import { Places } from './places.tsx';
import { play } from './sounds.ts';

const soundWords: Readonly<Record<Sound, string>> = {
  knock: 'a knock',
  'two notes': 'two notes',
  drop: 'a drop',
  bell: 'a bell',
  none: 'none',
};
/** What a kind sounds like where one has chosen nothing. */
const USUAL: Sound = 'two notes';
const channels: ReadonlyArray<{ channel: Channel; name: string }> = [
  { channel: 'push', name: 'Notification' },
  { channel: 'mail', name: 'Email' },
];

const heading = 'mb-2 font-script text-lg font-semibold';

/** Over which channels the workspace tells those whom something concerns. */
function usualChannels(tellings: readonly Telling[], of: string): ReadonlySet<Channel> {
  return new Set(
    tellings
      .filter(telling => telling.of === of && telling.to.some(to => to === 'concerned' || to === 'everyone'))
      .flatMap(telling => telling.channels),
  );
}

function KindRow({
  code,
  own,
  usual,
  onSet,
}: {
  code: string;
  own: OwnTellings;
  usual: ReadonlySet<Channel>;
  onSet: (change: Change) => void;
}) {
  const { own: when } = alertWordsOf(code);
  const mineOf = ({ kinds }: OwnTellings) => kinds[code] ?? { channels: {}, sound: null };
  const mine = mineOf(own);
  const set = (to: (before: typeof mine) => typeof mine) =>
    onSet(before => ({ ...before, kinds: { ...before.kinds, [code]: to(mineOf(before)) } }));
  const has = (channel: Channel): boolean => mine.channels[channel] ?? usual.has(channel);
  const sound: Sound = has('sound') ? (mine.sound ?? USUAL) : 'none';
  const choose = (next: Sound) => {
    const off = next === 'none';
    set(before => ({ channels: { ...before.channels, sound: !off }, sound: off ? before.sound : next }));
    void play(next);
  };
  return (
    <tr className="border-b border-rule max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-4 max-md:py-1.5">
      <th scope="row" className="py-2 pr-4 text-left font-normal max-md:w-full max-md:py-1">
        {when}
      </th>
      <td className="py-2 pr-4 max-md:p-0">
        <span className="flex items-center gap-1">
          <Select name={`Sound: ${when}`} value={sound} onChange={event => choose(event.target.value as Sound)}>
            {Sound.options.map(option => (
              <option key={option} value={option}>
                {soundWords[option]}
              </option>
            ))}
          </Select>
          <IconButton name={`Hear it: ${when}`} disabled={sound === 'none'} onClick={() => void play(sound)}>
            <Play className="size-3.5" aria-hidden="true" />
          </IconButton>
        </span>
      </td>
      {channels.map(({ channel, name }) => (
        <td key={channel} className="py-2 pr-4 text-center max-md:flex max-md:items-center max-md:gap-1.5 max-md:p-0">
          <input
            type="checkbox"
            aria-label={`${name}: ${when}`}
            className="size-4 accent-petrol"
            checked={has(channel)}
            onChange={({ target: { checked } }) =>
              set(before => ({ ...before, channels: { ...before.channels, [channel]: checked } }))
            }
          />
          <span className="text-ink-2 md:hidden" aria-hidden="true">
            {name}
          </span>
        </td>
      ))}
    </tr>
  );
}

/** Monday first: 1 January 2024 was one. */
const weekdays = (): string[] => {
  const { format } = dateFormat({ weekday: 'short', timeZone: 'UTC' });
  return Array.from({ length: 7 }, (_, day) => format(Date.UTC(2024, 0, 1 + day)));
};
const NIGHTS: Quiet = { from: '20:00', to: '07:30', days: [1, 2, 3, 4, 5, 6, 7] };

function QuietHours({ quiet, onSet }: { quiet: Quiet | null; onSet: (quiet: Quiet | null) => void }) {
  const [mistake, setMistake] = useState('');
  const set = (next: Quiet) => {
    const read = Quiet.safeParse(next);
    setMistake(read.success ? '' : (read.error.issues[0]?.message ?? ''));
    if (read.success) onSet(read.data);
  };
  return (
    <section>
      <h2 className={heading}>Quiet hours</h2>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-petrol"
          checked={quiet !== null}
          onChange={event => onSet(event.target.checked ? NIGHTS : null)}
        />
        No sound and no notification at some hours; emails wait until they are over.
      </label>
      {quiet ? (
        <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
          <span className="flex items-center gap-1.5">
            <SmallInput
              name="Quiet from"
              type="time"
              value={quiet.from}
              onChange={event => event.target.value && set({ ...quiet, from: event.target.value })}
            />
            to
            <SmallInput
              name="Quiet to"
              type="time"
              value={quiet.to}
              onChange={event => event.target.value && set({ ...quiet, to: event.target.value })}
            />
          </span>
          <span className="flex flex-wrap gap-3">
            {weekdays().map((name, index) => (
              <label key={name} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  className="size-4 accent-petrol"
                  checked={quiet.days.includes(index + 1)}
                  onChange={({ target }) => {
                    const others = quiet.days.filter(day => day !== index + 1);
                    set({ ...quiet, days: target.checked ? [...others, index + 1].sort() : others });
                  }}
                />
                {name}
              </label>
            ))}
          </span>
        </div>
      ) : null}
      {mistake ? (
        <p role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </section>
  );
}

function Digest({ digest, onSet }: { digest: string | null; onSet: (digest: string | null) => void }) {
  return (
    <section>
      <h2 className={heading}>Emails</h2>
      <div className="flex flex-wrap items-center gap-1.5">
        <Select
          name="How emails come"
          value={digest === null ? 'each' : 'daily'}
          onChange={event => onSet(event.target.value === 'daily' ? '17:00' : null)}
        >
          <option value="each">soon after each thing</option>
          <option value="daily">all of a day in one, at</option>
        </Select>
        {digest === null ? null : (
          <SmallInput
            name="Time of the email"
            type="time"
            value={digest}
            onChange={event => event.target.value && onSet(event.target.value)}
          />
        )}
      </div>
    </section>
  );
}

/** What one is told oneself: where, of what, by which sound, and when not. */
export function ForYou() {
  const { data, change } = useOwn();
  const { data: all } = useRoute(tellingRoutes.list, {});
  if (!data || !all) return <Skeleton lines={6} />;
  const { own } = data;
  const tellings = all.tellings.filter(({ on }) => on).map(({ telling }) => telling);
  return (
    <div className="space-y-8">
      <Places places={data.places} serverKey={data.key} />
      <section>
        <h2 className={heading}>Of what</h2>
        <p className="mb-2 max-w-2xl text-ink-2">
          Of what concerns you. It begins as it is settled for everybody; what you change here is yours alone.
        </p>
        <table className="w-full max-w-3xl border-t border-rule max-md:block">
          <thead className="max-md:hidden">
            <tr className="border-b border-rule text-left text-ink-2">
              <th scope="col" className="py-1.5 pr-4 font-normal">
                When
              </th>
              <th scope="col" className="py-1.5 pr-4 font-normal">
                Sound
              </th>
              {channels.map(({ channel, name }) => (
                <th key={channel} scope="col" className="py-1.5 pr-4 text-center font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="max-md:block">
            {alertKinds.map(({ alert }) => (
              <KindRow key={alert} code={alert} own={own} usual={usualChannels(tellings, alert)} onSet={change} />
            ))}
          </tbody>
        </table>
      </section>
      <QuietHours quiet={own.quiet} onSet={quiet => change(before => ({ ...before, quiet }))} />
      <Digest digest={own.digest} onSet={digest => change(before => ({ ...before, digest }))} />
    </div>
  );
}
