import type { NewServiceKey, ServiceKey } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import { CallFailed } from './caller.ts';
import type { Seal } from './seal.ts';

interface KeyRow {
  host: string;
  header: string;
  sealed: Buffer;
  set_at: Date;
}

const placeOf = (workspace: string, host: string): string => `service_keys/${workspace}/${host}`;

/** The keys that services ask for: kept sealed, sent to their host, and never shown again. */
export class ServiceKeys {
  private readonly database: Database;
  private readonly seal: Seal;

  constructor(database: Database, seal: Seal) {
    this.database = database;
    this.seal = seal;
  }

  async of(workspace: string): Promise<ServiceKey[]> {
    const rows = await this.database.query<Omit<KeyRow, 'sealed'>>(
      'SELECT host, header, set_at FROM service_keys WHERE workspace_id = :workspace ORDER BY host',
      { replacements: { workspace }, type: QueryTypes.SELECT },
    );
    return rows.map(({ host, header, set_at }) => ({ host, header, setAt: set_at.toISOString() }));
  }

  /** Keeps a key, in the place of the one that the host had. */
  async keep(workspace: string, { host, header, value }: NewServiceKey): Promise<void> {
    await this.database.query(
      `INSERT INTO service_keys (workspace_id, host, header, sealed, set_at)
       VALUES (:workspace, :host, :header, :sealed, UTC_TIMESTAMP(3))
       ON DUPLICATE KEY UPDATE header = VALUE(header), sealed = VALUE(sealed), set_at = VALUE(set_at)`,
      { replacements: { workspace, host, header, sealed: this.seal.close(value, placeOf(workspace, host)) } },
    );
  }

  async forget(workspace: string, host: string): Promise<void> {
    await this.database.query('DELETE FROM service_keys WHERE workspace_id = :workspace AND host = :host', {
      replacements: { workspace, host },
    });
  }

  /**
   * What a host is sent so that it answers: the header of its key, or nothing when it has none.
   * @throws {CallFailed} when the key was sealed under another secret
   */
  async headersFor(workspace: string, host: string): Promise<Record<string, string>> {
    const [row] = await this.database.query<KeyRow>(
      'SELECT host, header, sealed, set_at FROM service_keys WHERE workspace_id = :workspace AND host = :host',
      { replacements: { workspace, host }, type: QueryTypes.SELECT },
    );
    if (!row) return {};
    const value = this.seal.open(row.sealed, placeOf(workspace, row.host));
    if (value === undefined)
      throw new CallFailed('its key can no longer be read, and has to be given again in Settings.', false);
    return { [row.header]: value };
  }
}
