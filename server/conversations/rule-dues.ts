import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import { Lane } from '../clockwork/lane.ts';
import { isUnavailable } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Announcer } from './announcer.ts';
import { type Claimed, claimIn, type DueTable, dueIn } from './due-rows.ts';
import type { Host } from './host.ts';
import type { Line } from './line.ts';
import { append } from './log.ts';
import { Ruling, tellsOfLine } from './ruling.ts';
import type { WaysBack } from './way-back.ts';

/** Few enough that visitors’ messages always find a connection to the database free. */
const SLOTS = { all: 8, share: 5 };
/** After so many tries what is due is let pass. */
const MOST_TRIES = 4;
/** So many are looked at again at once when a workspace’s rules are others. */
const MOST_LOOKED_AT = 20_000;

const TABLE: DueTable = { name: 'rule_dues' };

/** Raw: for whichever conversations something is to come, rules that are others now may have it sooner, or not at all. */
export async function lookAgain({ database, wake }: House, workspace: string): Promise<void> {
  await database.query(
    `UPDATE rule_dues SET due_at = UTC_TIMESTAMP(3)
     WHERE workspace_id = :workspace AND due_at > UTC_TIMESTAMP(3) LIMIT ${MOST_LOOKED_AT}`,
    { replacements: { workspace }, type: QueryTypes.UPDATE },
  );
  wake(0);
}

/**
 * Has rules act in conversations in which something is due. What is written, and when it is looked at next, stands in one
 * transaction, in which everything that must hold was looked at.
 */
export function ruleDues(
  house: House,
  { host, line, waysBack }: { host: Host; line: Line; waysBack: WaysBack },
  announcer: Announcer,
): Duty {
  return new Lane<Claimed>(
    {
      name: 'rules',
      slots: SLOTS,
      due: (most, without) => dueIn(house.database, TABLE, most, without),
      claim: ids => claimIn(house.database, TABLE, ids),
      async run({ id, workspace, tries }) {
        const { ports, logger } = house;
        const [book, directory] = await Promise.all([ports.rules.of(workspace), ports.directories.of(workspace)]);
        const standing = tellsOfLine(book) ? await line.placeOf(workspace, id) : {};
        const place = { workspace, conversation: id, isLook: true as const };
        const ruling = (...[row, transaction]: Parameters<Parameters<typeof append>[2]>) =>
          new Ruling({ house, host, waysBack }, { book, directory, standing }, row, transaction);
        try {
          await announcer.announce(await append(house, place, (row, transaction) => ruling(row, transaction).act()));
        } catch (error) {
          if (tries < MOST_TRIES || isUnavailable(error)) throw error;
          logger.error({ err: error, conversation: id }, 'what rules were to do cannot be done');
          await append(house, place, (row, transaction) => ruling(row, transaction).giveUp());
        }
      },
    },
    house.logger,
  );
}
