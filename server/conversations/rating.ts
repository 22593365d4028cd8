import { type EntryBody, type Event, isOfRating, ratedBy } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory } from '../house/ports.ts';
import { type ConversationRow, ratings } from './model.ts';

const WAITS_FOR = { asked: 'rating', given: 'comment' } as const;

/**
 * Takes a reply for what a visitor says of how it went, where that was asked last and it is that.
 * @returns what stands in the log behind the reply; undefined where it is a message like any other
 */
export async function rated(
  { tables, ports }: Pick<House, 'tables' | 'ports'>,
  row: ConversationRow,
  reply: Extract<Event, { event: 'replied' }>,
  { workspace, manners }: Directory,
  transaction: Transaction,
): Promise<EntryBody[] | undefined> {
  const asked = typeof row.course === 'object' ? row.course?.course.rating : undefined;
  if (!isOfRating(reply.step) || (asked !== 'asked' && asked !== 'given')) return undefined;
  const edition =
    row.edition_id === null ? undefined : await ports.editions.get(row.workspace_id, row.edition_id, transaction);
  const came = ratedBy(reply, WAITS_FOR[asked], {
    speaker: edition?.speaker ?? workspace.name,
    language: manners.get(row.site_id)?.language ?? workspace.language,
    wishes: workspace.wishes,
  });
  if (!came) return undefined;
  const rows = tables.in(row.workspace_id).of(ratings);
  if (came.rating)
    await rows.add(
      {
        conversationId: row.id,
        memberId: row.agent_id,
        teamId: row.team_id,
        flowId: row.flow_id,
        rating: came.rating,
        at: new Date(),
      },
      { transaction },
    );
  if (came.comment !== undefined)
    await rows.change({ comment: came.comment }, { conversationId: row.id }, { transaction });
  return came.entries;
}
