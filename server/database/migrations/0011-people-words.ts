import { wordsOfPerson } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../connect.ts';
import type { Migration } from '../migration.ts';

const AT_ONCE = 500;

interface Person {
  id: string;
  workspace_id: string;
  name: string | null;
  email: string | null;
  phone: string | null;
}

async function words(database: Database): Promise<void> {
  for (let last = '0'; ; ) {
    const people = await database.query<Person>(
      'SELECT id, workspace_id, name, email, phone FROM people WHERE id > :last ORDER BY id LIMIT :most',
      { replacements: { last, most: AT_ONCE }, type: QueryTypes.SELECT },
    );
    const rows = people.flatMap(person => wordsOfPerson(person).map(word => [person.workspace_id, word, person.id]));
    if (rows.length > 0)
      await database.query('INSERT IGNORE INTO people_words (workspace_id, word, person_id) VALUES :rows', {
        replacements: { rows },
        type: QueryTypes.RAW,
      });
    if (people.length < AT_ONCE) return;
    last = people.at(-1)!.id;
  }
}

/** The words by which people are found, of those who are on record already as of those to come. */
export const peopleWords: Migration = {
  name: '0011-people-words',
  steps: [
    `CREATE TABLE IF NOT EXISTS people_words (
      workspace_id BIGINT UNSIGNED NOT NULL,
      word VARCHAR(40) NOT NULL,
      person_id BIGINT UNSIGNED NOT NULL,
      PRIMARY KEY (workspace_id, word, person_id),
      KEY people_words_person (person_id, word),
      FOREIGN KEY (person_id) REFERENCES people (id) ON DELETE CASCADE
    ) COLLATE utf8mb4_bin`,
    words,
  ],
};
