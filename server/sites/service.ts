import { randomBytes } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Ports, Site } from '../house/ports.ts';
import { originOf } from './domains.ts';
import { sites } from './model.ts';

/** The sites of workspaces. */
export class Sites {
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** A site by its key, with the edition that its visitors meet now. Raw: every opening asks for it, in one round trip. */
  async byKey(key: string): Promise<Site | undefined> {
    const [row] = await this.tables.database.query<Site>(
      `SELECT s.id, s.workspace_id AS workspace, s.name, s.domains,
              IF(f.removed_at IS NULL, f.id, NULL) AS flow,
              IF(f.removed_at IS NULL, f.edition_id, NULL) AS edition,
              JSON_VALUE(e.content, '$.speaker') AS speaker
       FROM sites s LEFT JOIN flows f ON f.id = s.flow_id LEFT JOIN editions e ON e.id = f.edition_id
       WHERE s.site_key = :key`,
      { replacements: { key }, type: QueryTypes.SELECT },
    );
    return row;
  }

  async all(workspace: string): ReturnType<Ports['sites']['all']> {
    const rows = await this.tables.in(workspace).of(sites).all({}, { by: 'id' });
    return rows.map(({ id, name, siteKey, flowId }) => ({ id, name, key: siteKey, flow: flowId }));
  }

  async make(
    workspace: string,
    { name, domains }: { name: string; domains: readonly string[] },
    transaction?: Transaction,
  ): Promise<{ id: string; key: string }> {
    const key = randomBytes(12).toString('base64url');
    const id = await this.tables
      .in(workspace)
      .of(sites)
      .add({ name, siteKey: key, domains: [...domains] }, { transaction });
    return { id, key };
  }

  async originOf(workspace: string, id: string, transaction?: Transaction): Promise<string> {
    const site = await this.tables.in(workspace).of(sites).one({ id }, { transaction });
    return originOf(site?.domains ?? []);
  }

  async switchOn(workspace: string, flow: string, ids: readonly string[], transaction: Transaction): Promise<void> {
    const rows = this.tables.in(workspace).of(sites);
    await rows.change({ flowId: null }, { flowId: flow }, { transaction });
    if (ids.length > 0) await rows.change({ flowId: flow }, { id: [...ids] }, { transaction });
  }
}
