import { type Consent, type Person, peopleRoutes } from '@kineta/contract';
import { wordsSought } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { after, cursor } from '../database/page.ts';
import type { House } from '../house/house.ts';
import { type Doors, serve } from '../http/serve.ts';
import { everybody, fitting, PAGE } from './found.ts';
import { PersonalRecord } from './record.ts';

type PersonRow = Omit<Person, 'firstSeen' | 'lastSeen' | 'conversations'> & {
  firstSeen: Date;
  lastSeen: Date;
  conversations: string | number;
};

export function peopleDoors(doors: Doors, house: House): void {
  const { database, logger } = house;
  const record = new PersonalRecord(house);
  serve(doors, peopleRoutes.export, async ({ params, response }, me) => {
    const told = await record.told(me.workspace, params.id);
    logger.info({ member: me.id, person: params.id }, 'a person was exported');
    response.set('Content-Disposition', `attachment; filename="person-${params.id}.json"`);
    return told;
  });
  serve(doors, peopleRoutes.erase, async ({ params }, me) => {
    const conversations = await record.erase(me.workspace, params.id);
    logger.info({ member: me.id, person: params.id, conversations }, 'a person was erased');
    return { conversations };
  });
  serve(doors, peopleRoutes.list, async ({ query }, me) => {
    const from = after(query.before);
    const found =
      query.search === undefined || query.search.trim() === ''
        ? await everybody(database, me.workspace, from)
        : await fitting(database, me.workspace, wordsSought(query.search), from);
    const { ids, total, orMore } = found;
    if (ids.length === 0) return { people: [], total, orMore, next: null };
    // Raw: only the people of the page have their conversations counted.
    const rows = await database.query<PersonRow>(
      `SELECT p.id, p.name, p.email, p.phone, p.facts, p.first_seen AS firstSeen, p.last_seen AS lastSeen,
              COUNT(c.id) AS conversations, MAX(c.id) AS lastConversation
       FROM people p
       LEFT JOIN visitors v ON v.person_id = p.id
       LEFT JOIN conversations c ON c.visitor_id = v.id
       WHERE p.workspace_id = :workspace AND p.id IN (:ids)
       GROUP BY p.id ORDER BY p.last_seen DESC, p.id DESC`,
      { replacements: { workspace: me.workspace, ids }, type: QueryTypes.SELECT },
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
      orMore,
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
