import type { Whereabouts, Writer } from '@kineta/contract';
import { useEffect } from 'react';
import { create } from 'zustand';
import { live, useConnection } from '../../shell/live.ts';
import { jumpTo } from '../place.ts';
import { useDraft, writer } from './draft.ts';

/** Who else has the draft open, and where they are in it. */
const useWriters = create<{ others: Writer[] }>(() => ({ others: [] }));

let last: Omit<Whereabouts, 'writer'> | undefined;

/** Tells the others where this page’s member is in the draft; without a flow, that they have left it. */
export function tellWhereabouts(where: Omit<Whereabouts, 'writer'>): void {
  last = where;
  if (where.flow === undefined) useWriters.setState({ others: [] });
  live().emit('writes', { ...where, writer });
}

const colours = ['bg-petrol', 'bg-plum', 'bg-ochre', 'bg-moss'];
const colourOf = (who: Writer): string =>
  colours[[...who.writer].reduce((sum, sign) => sum + sign.charCodeAt(0), 0) % colours.length]!;
const initials = (name: string): string =>
  name
    .split(/\s+/)
    .map(word => word[0])
    .slice(0, 2)
    .join('');

function Badge({ who }: { who: Writer }) {
  return (
    <span
      aria-hidden="true"
      className={`inline-grid size-6 place-items-center rounded-full text-[0.6875rem] font-semibold text-white ${colourOf(who)}`}
    >
      {initials(who.name)}
    </span>
  );
}

/** The others who have this draft open; each leads to where they are. */
export function Writers() {
  const others = useWriters(state => state.others);
  const detail = useDraft(state => state.detail);
  const epoch = useConnection(state => state.epoch);
  useEffect(() => {
    const onWriters = ({ flow, writers }: { flow: string; writers: Writer[] }) => {
      if (flow === detail?.id) useWriters.setState({ others: writers.filter(who => who.writer !== writer) });
    };
    live().on('writers', onWriters);
    return () => {
      live().off('writers', onWriters);
    };
  }, [detail?.id]);
  // A new connection knows nothing of where we are.
  useEffect(() => {
    if (epoch > 0 && last) tellWhereabouts(last);
  }, [epoch]);
  if (others.length === 0) return null;
  return (
    <ul aria-label="Also here" className="flex gap-1">
      {others.map(who => (
        <li key={who.writer}>
          <button
            type="button"
            title={`${who.name} is here too`}
            aria-label={`${who.name} is here too: go there`}
            onClick={() => jumpTo({ scene: who.scene, ...(who.step ? { step: who.step } : {}) })}
          >
            <Badge who={who} />
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The others at a step. */
export function WritersAt({ step }: { step: string }) {
  const others = useWriters(state => state.others);
  const here = others.filter(who => who.step === step);
  if (here.length === 0) return null;
  return (
    <span className="absolute -top-2 -left-2 flex">
      {here.map(who => (
        <span key={who.writer} role="img" aria-label={`${who.name} is at this step`} title={who.name}>
          <Badge who={who} />
        </span>
      ))}
    </span>
  );
}
