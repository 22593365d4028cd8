import { setImmediate } from 'node:timers/promises';
import type { Would } from '@kineta/contract';
import { arrivedJustNow, metOnArrival, type Reach } from '@kineta/core';
import type { House } from '../../house/house.ts';
import type { Site } from '../../house/ports.ts';
import type { Arrival, Arrivals } from './arrivals.ts';
import { isOpen } from './page.ts';
import type { Reaches } from './reaches.ts';
import { visitFrom } from './visit.ts';

/** After so many it is let go of, so that nobody waits for all of them. */
const AT_A_TIME = 50;
/** So many of those that would be met otherwise are told of. */
const MOST_CASES = 5;

type Placed = Pick<Site, 'id' | 'workspace' | 'flow' | 'reachNumber'>;

/** What those who came lately would meet by another reach, beside what they meet by the one that is on the site. */
export async function wouldBe(
  { ports }: Pick<House, 'ports'>,
  { reaches, arrivals }: { reaches: Reaches; arrivals: Arrivals },
  site: Placed,
  { reach, flow }: { reach: Reach; flow: string | null },
): Promise<Would> {
  const directory = await ports.directories.of(site.workspace);
  const [before, after, came] = await Promise.all([
    reaches.ready(site, directory),
    reaches.make({ ...site, flow }, reach, directory),
    arrivals.of(site.workspace, site.id),
  ]);
  /** The flow that somebody is met with first, by its cue; null where the chat does not show. */
  const metBy = (kept: typeof before, { at, came: asked }: Arrival): string | null => {
    const visit = visitFrom(asked, asked.isKnown);
    const { page, visits, daysAway, lot } = asked;
    const now = at.getTime();
    const looker = { visit, page, visits, daysAway, lot, appeared: {}, facts: {}, moment: arrivedJustNow, now };
    const seen = reaches.seen(kept, site, { ...looker, isPast: true }, directory);
    if (kept.ready.hidden(seen, asked.device, isOpen(directory, now))) return null;
    return metOnArrival(kept.ready, seen).id;
  };
  const flowOf = (kept: typeof before, cue: string | null): string | null =>
    kept.ready.cues.find(one => one.cue.id === cue)?.cue.flow ?? null;
  const would: Would = { looked: came.length, others: 0, cases: [] };
  for (const [at, arrival] of came.entries()) {
    if (at % AT_A_TIME === AT_A_TIME - 1) await setImmediate();
    const [was, is] = [metBy(before, arrival), metBy(after, arrival)];
    if (was === is && flowOf(before, was) === flowOf(after, is)) continue;
    would.others++;
    const { page, device, visits } = arrival.came;
    if (would.cases.length < MOST_CASES)
      would.cases.push({
        at: arrival.at.toISOString(),
        page,
        device,
        visits,
        was: { cue: was, flow: flowOf(before, was) },
        is: { cue: is, flow: flowOf(after, is) },
      });
  }
  return would;
}
