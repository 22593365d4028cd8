import type { Visit } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import type { PastVisit, Ports, Site } from '../house/ports.ts';
import { visitors } from './model.ts';

/** So many visits that were are told of. */
const MOST = 10;

/** Whom the pages of a site know again, and how they came. */
export function comers(house: Pick<House, 'tables' | 'database'>): Ports['comers'] {
  return {
    async marked(site: Pick<Site, 'id' | 'workspace'>, mark) {
      const [row] = await house.tables
        .in(site.workspace)
        .of(visitors)
        .all(
          { siteId: site.id, pageMark: mark, signedAs: null },
          { by: 'id', newestFirst: true, most: 1, only: ['facts', 'personId'] },
        );
      return row && { facts: row.facts, isKnown: row.personId !== null };
    },
    async signedIn(site: Pick<Site, 'id' | 'workspace'>, id) {
      const [row] = await house.tables
        .in(site.workspace)
        .of(visitors)
        .all({ siteId: site.id, signedAs: id }, { most: 1, only: ['facts'] });
      return row?.facts ?? {};
    },
    // Raw: of those that began last, by their index, without what was said in them.
    async lately(workspace, site): Promise<PastVisit[]> {
      const rows = await house.database.query<{ id: string; who: string; at: Date; visit: Visit | null }>(
        `SELECT id, visitor_name AS who, started_at AS at, visit FROM conversations
         WHERE workspace_id = :workspace AND site_id = :site ORDER BY id DESC LIMIT ${MOST}`,
        { replacements: { workspace, site }, type: QueryTypes.SELECT },
      );
      return rows.flatMap(({ visit, ...row }) => (visit ? [{ ...row, visit }] : []));
    },
  };
}
