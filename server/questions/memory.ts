import { createHash } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import { meanings } from './model.ts';

/** So many are read or written at once. */
const AT_ONCE = 500;

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');

/** What texts mean, as it was found before: no text is read twice, by whichever process. */
export class Memory {
  private readonly house: Pick<House, 'tables' | 'database'>;

  constructor(house: Pick<House, 'tables' | 'database'>) {
    this.house = house;
  }

  /** What is known of these, by the text. */
  async of(workspace: string, texts: readonly string[]): Promise<Map<string, Int8Array>> {
    const textOf = new Map(texts.map(text => [hashOf(text), text]));
    const known = new Map<string, Int8Array>();
    const hashes = [...textOf.keys()];
    for (let from = 0; from < hashes.length; from += AT_ONCE) {
      const rows = await this.house.tables
        .in(workspace)
        .of(meanings)
        .all({ textHash: hashes.slice(from, from + AT_ONCE) }, { only: ['textHash', 'amounts'] });
      for (const { textHash, amounts } of rows) known.set(textOf.get(textHash)!, new Int8Array(Buffer.from(amounts)));
    }
    return known;
  }

  /** Raw: two processes may find out the same at once, and the second is not wrong. */
  async keep(workspace: string, found: ReadonlyArray<readonly [text: string, amounts: Int8Array]>): Promise<void> {
    if (found.length === 0) return;
    const at = new Date();
    await this.house.database.query(
      `INSERT IGNORE INTO meanings (workspace_id, text_hash, amounts, at) VALUES ${found.map(() => '(?, ?, ?, ?)').join(', ')}`,
      {
        replacements: found.flatMap(([text, amounts]) => [workspace, hashOf(text), Buffer.from(amounts), at]),
        type: QueryTypes.INSERT,
      },
    );
  }
}
