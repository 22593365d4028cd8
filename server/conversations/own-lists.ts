import { type ConversationSummary, type InboxFilter, type OwnList, ownListRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { after, cursor } from '../database/page.ts';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { UNREAD } from './agents.ts';
import { type ConversationRow, JOIN_OFFER, OFFERED, type OfferedRow, ownLists, summaryOf } from './model.ts';

const PAGE = 50;
/** Among so many of the newest is looked for those for which something holds: what holds rarely would be looked for everywhere. */
const AMONG = 2_000;
/** So many lists one member keeps. */
const MOST = 30;

const HOLDERS: Record<InboxFilter['state'], ReadonlyArray<ConversationRow['holder']>> = {
  open: ['waiting', 'agent', 'flow'],
  done: ['done'],
  any: ['waiting', 'agent', 'flow', 'done'],
};

/** What must hold of `c`, but for its tag. */
function conditions({ team, member, site, urgent, outcome }: InboxFilter): string {
  return [
    ...(team === undefined ? [] : ['c.team_id = :team']),
    ...(member === undefined ? [] : [`c.agent_id = :member AND c.holder = 'agent'`]),
    ...(site === undefined ? [] : ['c.site_id = :site']),
    ...(urgent === undefined ? [] : ['c.urgent = 1']),
    ...(outcome === undefined ? [] : ['c.outcome = :outcome']),
  ]
    .map(condition => ` AND ${condition}`)
    .join('');
}

/**
 * Those for which something holds. Raw: the newest of each state along an index, or of a tag along its own, and of the page
 * alone the whole row.
 */
async function filtered(
  { database, ports }: House,
  me: SignedIn,
  { before, ...filter }: InboxFilter & { before?: string | undefined },
): Promise<{ conversations: ConversationSummary[]; next: string | null; among: number | null }> {
  const { tag, ...rest } = filter;
  const from = after(before);
  const beyond = from ? ' AND (c.last_at, c.id) < (:at, :id)' : '';
  const holders = HOLDERS[filter.state];
  const looked =
    tag === undefined
      ? holders
          .map(
            holder =>
              `(SELECT c.id, c.last_at FROM conversations c
                WHERE c.workspace_id = :workspace AND c.holder = '${holder}'${beyond}
                ORDER BY c.last_at DESC, c.id DESC LIMIT ${AMONG})`,
          )
          .join(' UNION ALL ')
      : `SELECT c.id, c.last_at FROM (
           SELECT ct.conversation_id AS id FROM conversation_tags ct WHERE ct.tag_id = :tag AND ct.workspace_id = :workspace
           ORDER BY ct.conversation_id DESC LIMIT ${AMONG}
         ) tagged JOIN conversations c ON c.id = tagged.id WHERE c.holder IN (:holders)${beyond}`;
  const replacements = { ...rest, tag, holders: [...holders], workspace: me.workspace, me: me.id, ...from };
  const [rows, [size], directory] = await Promise.all([
    database.query<ConversationRow & OfferedRow & { unread: string | number }>(
      `SELECT c.*, ${OFFERED}, ${UNREAD} AS unread FROM (
         SELECT c.id FROM (${looked}) looked JOIN conversations c ON c.id = looked.id
         WHERE TRUE${conditions(filter)} ORDER BY c.last_at DESC, c.id DESC LIMIT ${PAGE + 1}
       ) page JOIN conversations c ON c.id = page.id ${JOIN_OFFER} ORDER BY c.last_at DESC, c.id DESC`,
      { replacements, type: QueryTypes.SELECT },
    ),
    database.query<{ most: string | number | null }>(
      `SELECT MAX(size) AS most FROM (${
        tag === undefined
          ? holders
              .map(
                holder => `(SELECT COUNT(*) AS size FROM (SELECT 1 FROM conversations c
                  WHERE c.workspace_id = :workspace AND c.holder = '${holder}'${beyond} LIMIT ${AMONG + 1}) s)`,
              )
              .join(' UNION ALL ')
          : `SELECT COUNT(*) AS size FROM (SELECT 1 FROM conversation_tags ct
               WHERE ct.tag_id = :tag AND ct.workspace_id = :workspace LIMIT ${AMONG + 1}) s`
      }) sizes`,
      { replacements, type: QueryTypes.SELECT },
    ),
    ports.directories.of(me.workspace),
  ]);
  const page = rows.slice(0, PAGE);
  const last = page.at(-1);
  return {
    conversations: page.map(row => summaryOf(row, directory, Number(row.unread))),
    next: rows.length > PAGE && last ? cursor(last.last_at, last.id) : null,
    among: Number(size?.most ?? 0) > AMONG ? AMONG : null,
  };
}

/** Keeps a list; one of that name is another from then on. @throws {ProblemError} `invalid_request` when there are too many */
async function keep(
  { tables, database }: House,
  me: SignedIn,
  { name, filter }: Omit<OwnList, 'id'>,
): Promise<OwnList> {
  const rows = tables.in(me.workspace).of(ownLists);
  return database.transaction(async transaction => {
    const all = await rows.all({ memberId: me.id }, { transaction, lock: true, most: MOST });
    const known = all.find(list => list.name.toLowerCase() === name.toLowerCase());
    if (known) {
      await rows.change({ name, filter }, { id: known.id }, { transaction });
      return { id: known.id, name, filter };
    }
    if (all.length >= MOST) {
      const message = `You keep ${MOST} lists. Remove one first.`;
      throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.name', message }] });
    }
    const id = await rows.add({ memberId: me.id, name, filter, createdAt: new Date() }, { transaction });
    return { id, name, filter };
  });
}

export function ownListDoors(doors: Doors, house: House): void {
  const mine = (me: SignedIn) => house.tables.in(me.workspace).of(ownLists);
  serve(doors, ownListRoutes.filtered, ({ query }, me) => filtered(house, me, query));
  serve(doors, ownListRoutes.list, async (_, me) => ({
    lists: (await mine(me).all({ memberId: me.id }, { by: 'name', most: MOST })).map(({ id, name, filter }) => ({
      id,
      name,
      filter,
    })),
  }));
  serve(doors, ownListRoutes.keep, ({ body }, me) => keep(house, me, body));
  serve(doors, ownListRoutes.remove, async ({ params: { id } }, me) => {
    if ((await mine(me).remove({ id, memberId: me.id })) === 0) throw notFound('list');
    return { ok: true as const };
  });
}
