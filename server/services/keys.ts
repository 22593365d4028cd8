import type { NewServiceKey, ServiceKey } from '@kineta/contract';
import type { Tables } from '../database/rows.ts';
import type { Seal } from '../house/seal.ts';
import { CallFailed } from './caller.ts';
import { serviceKeys } from './model.ts';

const placeOf = (workspace: string, host: string): string => `service_keys/${workspace}/${host}`;

/** The keys that services ask for: kept sealed, sent to their host, and never shown again. */
export class ServiceKeys {
  private readonly tables: Tables;
  private readonly seal: Seal;

  constructor(tables: Tables, seal: Seal) {
    this.tables = tables;
    this.seal = seal;
  }

  async of(workspace: string): Promise<ServiceKey[]> {
    const rows = await this.tables.in(workspace).of(serviceKeys).all({}, { by: 'host' });
    return rows.map(({ host, header, setAt }) => ({ host, header, setAt: setAt.toISOString() }));
  }

  /** Keeps a key, in the place of the one that the host had. */
  async keep(workspace: string, { host, header, value }: NewServiceKey): Promise<void> {
    const rows = this.tables.in(workspace).of(serviceKeys);
    const sealed = this.seal.close(value, placeOf(workspace, host));
    await this.tables.database.transaction(async transaction => {
      await rows.remove({ host }, { transaction });
      await rows.add({ host, header, sealed, setAt: new Date() }, { transaction });
    });
  }

  async forget(workspace: string, host: string): Promise<void> {
    await this.tables.in(workspace).of(serviceKeys).remove({ host });
  }

  /**
   * What a host is sent so that it answers: the header of its key, or nothing when it has none.
   * @throws {CallFailed} when the key was sealed under another secret
   */
  async headersFor(workspace: string, host: string): Promise<Record<string, string>> {
    const row = await this.tables.in(workspace).of(serviceKeys).one({ host });
    if (!row) return {};
    const value = this.seal.open(row.sealed, placeOf(workspace, row.host));
    if (value === undefined)
      throw new CallFailed('its key can no longer be read, and has to be given again in Settings.', false);
    return { [row.header]: value };
  }
}
