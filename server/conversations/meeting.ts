import { isLed } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Came, Directory, MetFlow, Site } from '../house/ports.ts';
import { holdingOf } from './holding.ts';
import type { Host } from './host.ts';
import { type Appended, append, type Outcome } from './log.ts';
import type { ConversationRow } from './model.ts';
import { type Told, takenFrom } from './outside.ts';
import { worldOf } from './world.ts';

/** The flow that greets, with its edition as it is live now; nobody where it has none. */
export async function greeting(
  house: House,
  site: Site,
  flow: string | null,
  transaction: Transaction,
): Promise<{ flowId: string | null; editionId: string | null }> {
  if (flow === null || flow === site.flow)
    return { flowId: site.edition === null ? null : site.flow, editionId: site.edition };
  const { directories, editions } = house.ports;
  const name = (await directories.of(site.workspace)).flowNames.get(flow);
  const live = name === undefined ? undefined : await editions.called(site.workspace, name, transaction);
  return live ? { flowId: live.flow, editionId: live.edition } : greeting(house, site, site.flow, transaction);
}

/** For so long, in milliseconds, what a visitor left in the middle is gone on with, though a rule has closed it. */
const LEFT_HALFWAY_FOR = 24 * 3_600_000;

/** How somebody comes again. */
interface Coming {
  /** For how many minutes after its last word a conversation is gone on with that is closed. */
  goesOnFor: number;
  /** By which cue they came, what they pressed beside the launcher, and which flow they meet by that. */
  came: Came | undefined;
  says: string | undefined;
  meeting: MetFlow | undefined;
  /** It is no connection that comes again. */
  isAnew: boolean;
}

/**
 * What becomes of somebody’s last conversation as they come again: it goes on, led by another flow from here on if so, or it is left as it
 * is and another begins. Who pressed a reply of a prompt wants what that offers; what people have is never taken from them.
 */
export function takenUp(
  { holder, flow_id: leads, last_at, session }: Pick<ConversationRow, 'holder' | 'flow_id' | 'last_at' | 'session'>,
  { goesOnFor, came, says, meeting, isAnew }: Coming,
  now: number,
): { goesOn: boolean; begins?: string; asks?: string } {
  const isOver = holder === 'done';
  const isHalfway = session.state === 'asking' || session.state === 'pausing';
  const goesOn = isHalfway ? Math.max(LEFT_HALFWAY_FOR, goesOnFor * 60_000) : goesOnFor * 60_000;
  if (isOver && now - last_at.getTime() >= goesOn) return { goesOn: false };
  const isOther = isAnew && meeting && came?.cue === meeting.cue && meeting.flow !== leads;
  if (!isOther || meeting.flow === null) return { goesOn: true };
  const isWanted = meeting.unfinished === 'begins' || says !== undefined;
  if (isOver) return { goesOn: isHalfway && !isWanted };
  if (holder !== 'flow') return { goesOn: true };
  // Where nothing waits for them any more, nothing is left unfinished.
  if (isWanted || (meeting.unfinished === 'asks' && !isHalfway)) return { goesOn: true, begins: meeting.flow };
  return { goesOn: true, ...(meeting.unfinished === 'asks' ? { asks: meeting.flow } : {}) };
}

/** What comes of it when another flow leads from here on; nothing where it does already, or is not published. */
export async function beginning(
  house: House,
  host: Host,
  row: ConversationRow,
  { flow, told }: { flow: string; told: Told },
  { directory, transaction }: { directory: Directory; transaction: Transaction },
): Promise<Outcome> {
  const around = { directory, now: new Date(), transaction };
  const { editions } = house.ports;
  const name = directory.flowNames.get(flow);
  const live = name === undefined ? undefined : await editions.called(row.workspace_id, name, transaction);
  if (!live || row.flow_id === flow) return { entries: [] };
  const next = await editions.get(row.workspace_id, live.edition, transaction);
  const world = worldOf(directory, row, around.now.getTime());
  const taken = await host.takes(row, takenFrom(next, told, row.session.facts, world), around);
  const led = await host.lead({ ...row, ...taken.changes }, { flow }, around);
  const id = led?.outcome.changes?.edition_id;
  if (!led || !id) return { entries: [] };
  const edition = await editions.numberOf(row.workspace_id, id, transaction);
  const { entries, changes, ...rest } = led.outcome;
  return {
    ...rest,
    changes: { ...taken.changes, ...changes },
    entries: [{ kind: 'went on with', flow: led.flow, edition: edition ?? 1 }, ...taken.entries, ...entries],
  };
}

/** What goes on is led by another flow from here on; not where a person has it, or is waited for. */
export async function beginsIn(
  house: House,
  host: Host,
  place: { workspace: string; conversation: string },
  flow: string,
  told: Told,
): Promise<Appended> {
  const directory = await house.ports.directories.of(place.workspace);
  return append(house, place, async (row, transaction) => {
    if (!isLed(holdingOf(row)) || row.holder === 'waiting') return { entries: [] };
    return beginning(house, host, row, { flow, told }, { directory, transaction });
  });
}
