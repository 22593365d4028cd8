import { type Consent, type Person, peopleRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { after, cursor } from '../database/page.ts';
import type { House } from '../house/house.ts';
import { type Doors, serve } from '../http/serve.ts';

const PAGE = 100;
/** Who fits a search is counted so far: how many more there are helps nobody, and would be counted at every key. */
const MOST_COUNTED = 1_000;

type PersonRow = Omit<Person, 'firstSeen' | 'lastSeen' | 'conversations'> & {
  firstSeen: Date;
  lastSeen: Date;
  conversations: string | number;
};

export function peopleDoors(doors: Doors, { database }: House): void {
  serve(doors, peopleRoutes.list, async ({ query }, me) => {
    const from = after(query.before);
    const search = query.search?.trim() ?? '';
    const matching = search === '' ? '' : 'AND (p.name LIKE :like OR p.email LIKE :like OR p.phone LIKE :like)';
    const like = `%${search.replace(/[\\%_]/g, sign => `\\${sign}`)}%`;
    const given = { workspace: me.workspace, like, at: from?.at, id: from?.id };
    // Who fits is looked for once: as many as are counted with the first page, and as many as are shown with the others.
    const most = search !== '' && !from ? MOST_COUNTED + 1 : PAGE + 1;
    // Raw: whoever fits is found by the list’s own order, which ends with the first so many.
    const [found, [count]] = await Promise.all([
      database.query<{ id: string }>(
        `SELECT p.id FROM people p WHERE p.workspace_id = :workspace ${matching}
           ${from ? 'AND (p.last_seen, p.id) < (:at, :id)' : ''}
         ORDER BY p.last_seen DESC, p.id DESC LIMIT :most`,
        { replacements: { ...given, most }, type: QueryTypes.SELECT },
      ),
      search === '' && !from
        ? database.query<{ total: string | number }>(
            'SELECT COUNT(*) AS total FROM people p WHERE p.workspace_id = :workspace',
            { replacements: given, type: QueryTypes.SELECT },
          )
        : [],
    ]);
    const total = count ? Number(count.total) : Math.min(found.length, MOST_COUNTED);
    const ids = found.slice(0, PAGE + 1).map(({ id }) => id);
    if (ids.length === 0) return { people: [], total, orMore: false, next: null };
    // Raw: only the people of the page have their conversations counted.
    const rows = await database.query<PersonRow>(
      `SELECT p.id, p.name, p.email, p.phone, p.facts, p.first_seen AS firstSeen, p.last_seen AS lastSeen,
              COUNT(c.id) AS conversations, MAX(c.id) AS lastConversation
       FROM people p
       LEFT JOIN visitors v ON v.person_id = p.id
       LEFT JOIN conversations c ON c.visitor_id = v.id
       WHERE p.workspace_id = :workspace AND p.id IN (:ids)
       GROUP BY p.id ORDER BY p.last_seen DESC, p.id DESC`,
      { replacements: { ...given, ids }, type: QueryTypes.SELECT },
    );
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    return {
      people: page.map(row => ({
        ...row,
        conversations: Number(row.conversations),
        firstSeen: row.firstSeen.toISOString(),
        lastSeen: row.lastSeen.toISOString(),
      })),
      total,
      orMore: search !== '' && found.length > MOST_COUNTED,
      next: rows.length > PAGE && last ? cursor(last.lastSeen, last.id) : null,
    };
  });
  serve(doors, peopleRoutes.consents, async ({ params }, me) => {
    // Raw: one person may be several visitors, whose consents one join finds.
    const rows = await database.query<
      Omit<Consent, 'at' | 'withdrawnAt' | 'given'> & { at: Date; withdrawnAt: Date | null; given: number | boolean }
    >(
      `SELECT c.purpose, c.given, c.wording, c.policy, c.at, c.withdrawn_at AS withdrawnAt,
              c.conversation_id AS conversation
       FROM visitors v JOIN consents c ON c.visitor_id = v.id
       WHERE v.person_id = :id AND v.workspace_id = :workspace ORDER BY c.at DESC, c.id DESC LIMIT 200`,
      { replacements: { id: params.id, workspace: me.workspace }, type: QueryTypes.SELECT },
    );
    return {
      consents: rows.map(row => ({
        ...row,
        given: Boolean(row.given),
        at: row.at.toISOString(),
        withdrawnAt: row.withdrawnAt?.toISOString() ?? null,
      })),
    };
  });
}
