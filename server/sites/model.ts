import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

export interface SiteRow {
  id: string;
  workspace: string;
  name: string;
  domains: string[];
  flow: string | null;
  edition: string | null;
  number: number | null;
  /** The name under which the site’s flow speaks. */
  speaker: string | null;
}

/** A site by its key, with the edition that its visitors meet now. */
export async function siteByKey(database: Database, key: string): Promise<SiteRow | undefined> {
  const [row] = await database.query<SiteRow>(
    `SELECT s.id, s.workspace_id AS workspace, s.name, s.domains,
            IF(f.removed_at IS NULL, f.id, NULL) AS flow,
            IF(f.removed_at IS NULL, f.edition_id, NULL) AS edition, e.number,
            JSON_VALUE(e.content, '$.speaker') AS speaker
     FROM sites s LEFT JOIN flows f ON f.id = s.flow_id LEFT JOIN editions e ON e.id = f.edition_id
     WHERE s.site_key = :key`,
    { replacements: { key }, type: QueryTypes.SELECT },
  );
  return row;
}

/**
 * Whether a page of this origin may carry the chat. A domain is a host, with its port when that is not the usual one;
 * `*.brackenrow.example` stands for every host below it.
 */
export function allows(domains: readonly string[], origin: string): boolean {
  let host: string;
  try {
    host = new URL(origin).host;
  } catch {
    return false;
  }
  return domains.some(domain =>
    domain.startsWith('*.') ? host.endsWith(domain.slice(1)) && host.length > domain.length - 1 : host === domain,
  );
}
