import type { Reach } from '@kineta/core';
import { Amount } from './parts/amount.tsx';
import { Patterns } from './parts/pages.tsx';

const devices = [
  ['computer', 'on computers'],
  ['tablet', 'on tablets'],
  ['phone', 'on phones'],
  ['closed', 'also while you are closed'],
] as const;

/** Whether the chat shows at all, and how often it speaks up by itself, whichever flow is met. */
export function Shows({
  reach: { shows, caps },
  onSet,
}: {
  reach: Reach;
  onSet: (to: Pick<Reach, 'shows'> | Pick<Reach, 'caps'>) => void;
}) {
  const set = (to: Partial<Reach['shows']>) => onSet({ shows: { ...shows, ...to } });
  return (
    <section aria-label="Whether the chat shows" className="mx-7 my-4 border-t border-rule pt-4">
      <h2 className="label text-ink-2">Whether the chat shows at all</h2>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-1.5">
        {devices.map(([name, words]) => (
          <label key={name} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-petrol"
              checked={shows[name]}
              onChange={event => set({ [name]: event.target.checked })}
            />
            {words}
          </label>
        ))}
      </div>
      <div className="mt-3 grid grid-cols-2 gap-3 max-md:grid-cols-1">
        <Patterns label="Only on these pages" usual="any page" patterns={shows.on} onSet={on => set({ on })} />
        <Patterns label="Never on these" usual="none" patterns={shows.off} onSet={off => set({ off })} />
      </div>
      <p className="mt-2 text-[0.8125rem] text-ink-2">Who is in the middle of a conversation keeps it on every page.</p>
      <h2 className="label mt-4 text-ink-2">How often anything appears by itself</h2>
      <div className="mt-2 flex flex-wrap gap-x-6 gap-y-2">
        <Amount
          name="Most in a visit"
          amount={caps.visit}
          least={1}
          most={50}
          unit="times in a visit at most,"
          onSet={visit => onSet({ caps: { ...caps, visit } })}
        />
        <Amount
          name="Most in a day"
          amount={caps.day}
          least={1}
          most={50}
          unit="times a day to one visitor; what they sent away does not come again"
          onSet={day => onSet({ caps: { ...caps, day } })}
        />
      </div>
    </section>
  );
}
