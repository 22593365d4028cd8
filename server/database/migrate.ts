import { QueryTypes } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { Database } from './connect.ts';
import { type Migration, runnable } from './migration.ts';
import { first } from './migrations/0001-first.ts';
import { outcomes } from './migrations/0002-outcomes.ts';
import { consents } from './migrations/0003-consents.ts';
import { clockwork } from './migrations/0004-clockwork.ts';
import { kinds } from './migrations/0005-kinds.ts';
import { writing } from './migrations/0006-writing.ts';
import { editions } from './migrations/0007-editions.ts';
import { schedule } from './migrations/0008-schedule.ts';
import { keys } from './migrations/0009-keys.ts';
import { ground } from './migrations/0010-ground.ts';
import { peopleWords } from './migrations/0011-people-words.ts';
import { lanes } from './migrations/0012-lanes.ts';
import { processes } from './migrations/0013-processes.ts';
import { keeping } from './migrations/0014-keeping.ts';
import { joining } from './migrations/0015-joining.ts';
import { siteChanges } from './migrations/0016-sites.ts';
import { looks } from './migrations/0017-looks.ts';
import { pages } from './migrations/0018-pages.ts';
import { before } from './migrations/0019-before.ts';
import { trials } from './migrations/0020-trials.ts';
import { regions } from './migrations/0021-regions.ts';
import { testNotices } from './migrations/0022-notices.ts';
import { missed } from './migrations/0023-missed.ts';
import { wishes } from './migrations/0024-wishes.ts';
import { availability } from './migrations/0025-availability.ts';
import { offers } from './migrations/0026-offers.ts';
import { said } from './migrations/0027-said.ts';
import { later } from './migrations/0028-later.ts';
import { blocked } from './migrations/0029-blocked.ts';
import { skills } from './migrations/0030-skills.ts';
import { tags } from './migrations/0031-tags.ts';
import { ownLists } from './migrations/0032-own-lists.ts';
import { mentions } from './migrations/0033-mentions.ts';
import { phrases } from './migrations/0034-phrases.ts';
import { away } from './migrations/0035-away.ts';
import { trail } from './migrations/0036-trail.ts';
import { rules } from './migrations/0037-rules.ts';
import { ratings } from './migrations/0038-ratings.ts';
import { tellings } from './migrations/0039-tellings.ts';
import { back } from './migrations/0040-back.ts';
import { passers } from './migrations/0041-passers.ts';
import { filesSent } from './migrations/0042-files-sent.ts';
import { reached } from './migrations/0043-reached.ts';
import { joined } from './migrations/0044-joined.ts';
import { wording } from './migrations/0045-wording.ts';
import { products } from './migrations/0046-products.ts';
import { questions } from './migrations/0047-questions.ts';
import { asked } from './migrations/0048-asked.ts';
import { answeringOutside } from './migrations/0049-answering-outside.ts';
import { helpSites } from './migrations/0050-help-sites.ts';
import { helpChanges } from './migrations/0051-help-changes.ts';
import { reach } from './migrations/0052-reach.ts';
import { signIn } from './migrations/0053-sign-in.ts';
import { arrivals } from './migrations/0054-arrivals.ts';

/** Every change there was, in order. What was once released is never edited, only added to. */
export const migrations: readonly Migration[] = [
  first,
  outcomes,
  consents,
  clockwork,
  kinds,
  writing,
  editions,
  schedule,
  keys,
  ground,
  peopleWords,
  lanes,
  processes,
  keeping,
  joining,
  siteChanges,
  looks,
  pages,
  before,
  trials,
  regions,
  testNotices,
  missed,
  wishes,
  availability,
  offers,
  said,
  later,
  blocked,
  skills,
  tags,
  ownLists,
  mentions,
  phrases,
  away,
  trail,
  rules,
  ratings,
  tellings,
  back,
  passers,
  filesSent,
  reached,
  joined,
  wording,
  products,
  questions,
  asked,
  answeringOutside,
  helpSites,
  helpChanges,
  reach,
  signIn,
  arrivals,
];

/**
 * Brings the tables up to date. Two processes may start at once: the second waits for the first, on a lock that
 * MariaDB lets go of when its holder dies.
 * @returns the names of the migrations that were made
 */
export async function migrate(database: Database): Promise<string[]> {
  const lock = `${database.config.database}.migrations`;
  // The lock belongs to a connection, and a transaction keeps one.
  return database.transaction(async transaction => {
    const [held] = await database.query<{ held: number | string | null }>('SELECT GET_LOCK(:lock, 120) AS held', {
      replacements: { lock },
      type: QueryTypes.SELECT,
      transaction,
    });
    if (Number(held?.held) !== 1) throw new Error('Another process has been changing the tables for two minutes.');
    try {
      const made = await new Umzug({
        migrations: migrations.map(runnable),
        context: database.getQueryInterface(),
        storage: new SequelizeStorage({ sequelize: database }),
        logger: undefined,
      }).up();
      return made.map(({ name }) => name);
    } finally {
      await database.query('DO RELEASE_LOCK(:lock)', { replacements: { lock }, transaction });
    }
  });
}
