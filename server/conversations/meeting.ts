import { isLed } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Came, MetFlow, Site } from '../house/ports.ts';
import { holdingOf } from './holding.ts';
import type { Host } from './host.ts';
import { type Appended, append } from './log.ts';
import type { ConversationRow } from './model.ts';

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

/** The flow that is to begin in what goes on, where the cue says so by which its visitor came. */
export function beginsInstead(
  { holder, flow_id: leads }: Pick<ConversationRow, 'holder' | 'flow_id'>,
  came: Came | undefined,
  meeting: MetFlow | undefined,
): { begins?: string } {
  const isMeant = meeting?.unfinished === 'begins' && came?.cue === meeting.cue;
  return isMeant && meeting.flow !== null && meeting.flow !== leads && holder === 'flow'
    ? { begins: meeting.flow }
    : {};
}

/** What goes on is led by another flow from here on; not where a person has it, or is waited for. */
export async function beginsIn(
  house: House,
  host: Host,
  place: { workspace: string; conversation: string },
  flow: string,
): Promise<Appended> {
  const directory = await house.ports.directories.of(place.workspace);
  return append(house, place, async (row, transaction) => {
    if (!isLed(holdingOf(row)) || row.holder === 'waiting' || row.flow_id === flow) return { entries: [] };
    const led = await host.lead(row, { flow }, { directory, now: new Date(), transaction });
    const id = led?.outcome.changes?.edition_id;
    if (!led || !id) return { entries: [] };
    const edition = await house.ports.editions.numberOf(place.workspace, id, transaction);
    const { entries, ...rest } = led.outcome;
    return { ...rest, entries: [{ kind: 'went on with', flow: led.flow, edition: edition ?? 1 }, ...entries] };
  });
}
