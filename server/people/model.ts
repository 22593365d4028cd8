import type { Facts, FactType } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../database/connect.ts';

/** Something to be remembered of a visitor. */
export interface Remembered {
  fact: string;
  type: FactType;
  value: Facts[string];
}

/** What the facts say of who somebody is: the columns of their record by which they are listed and found. */
function identity(remembered: readonly Remembered[]): { name?: string; email?: string; phone?: string } {
  const found: { name?: string; email?: string; phone?: string } = {};
  for (const { fact, type, value } of remembered) {
    if (typeof value !== 'string') continue;
    if (type === 'email') found.email = value;
    else if (type === 'phone') found.phone = value;
    else if (type === 'text' && /(^|\s)name$/i.test(fact)) found.name = value.slice(0, 200);
  }
  return found;
}

/** Who on record has this email; or, when nobody has, the one person who has this phone number. */
async function recognised(
  database: Database,
  workspace: string,
  { email, phone }: { email?: string; phone?: string },
  transaction: Transaction,
): Promise<string | undefined> {
  const find = (condition: string): Promise<Array<{ id: string }>> =>
    database.query<{ id: string }>(`SELECT id FROM people WHERE workspace_id = :workspace AND ${condition} LIMIT 2`, {
      replacements: { workspace, email, phone },
      type: QueryTypes.SELECT,
      transaction,
    });
  const [byEmail] = email === undefined ? [] : await find('email = :email');
  if (byEmail || phone === undefined) return byEmail?.id;
  // A household may share a phone: only a number that belongs to one person, without another email, tells who it is.
  const byPhone = await find(email === undefined ? 'phone = :phone' : 'phone = :phone AND email IS NULL');
  return byPhone.length === 1 ? byPhone[0]!.id : undefined;
}

/**
 * Keeps what became known of a visitor, with the visitor and with the person that they are: the one whose email or phone
 * number it is, or a new one as soon as there is a name, an email or a phone number.
 *
 * What a visitor types is only ever written there, never read back to them from there, so that typing somebody else’s
 * address shows nothing of that person. Nor does it change what is on record: somebody who was only recognised by what
 * they typed fills gaps, and who has been that person all along corrects it.
 * @returns the person’s name, when it became known
 */
export async function remember(
  database: Database,
  workspace: string,
  visitor: string,
  remembered: readonly Remembered[],
  transaction: Transaction,
): Promise<string | undefined> {
  const [known] = await database.query<{ person: string | null; facts: Facts }>(
    'SELECT person_id AS person, facts FROM visitors WHERE id = :visitor AND workspace_id = :workspace FOR UPDATE',
    { replacements: { visitor, workspace }, type: QueryTypes.SELECT, transaction },
  );
  const learnt = Object.fromEntries(remembered.map(({ fact, value }) => [fact, value]));
  const facts = { ...known?.facts, ...learnt };
  const { name, email, phone } = identity(remembered);
  const before = known?.person ?? null;
  const found =
    email === undefined && phone === undefined
      ? undefined
      : await recognised(database, workspace, identity(remembered), transaction);
  // A phone number does not turn somebody who is known by now into somebody else.
  let person = email === undefined ? (before ?? found ?? null) : (found ?? before);
  const columns = { name: name ?? null, email: email ?? null, phone: phone ?? null };
  if (person === null && Object.values(columns).some(value => value !== null)) {
    const [id] = await database.query(
      `INSERT INTO people (workspace_id, name, email, phone, facts, first_seen, last_seen)
       VALUES (:workspace, :name, :email, :phone, :facts, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))
       ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id), last_seen = UTC_TIMESTAMP(3)`,
      { replacements: { workspace, ...columns, facts: JSON.stringify(facts) }, type: QueryTypes.INSERT, transaction },
    );
    person = String(id);
  } else if (person !== null) {
    const first = (column: string): string =>
      person === before ? `COALESCE(:${column}, ${column})` : `COALESCE(${column}, :${column})`;
    await database.query(
      `UPDATE people SET name = ${first('name')}, email = ${first('email')}, phone = ${first('phone')},
              facts = ${person === before ? 'JSON_MERGE_PATCH(facts, :facts)' : 'JSON_MERGE_PATCH(:facts, facts)'},
              last_seen = UTC_TIMESTAMP(3)
       WHERE id = :person AND workspace_id = :workspace`,
      {
        replacements: { person, workspace, ...columns, facts: JSON.stringify(person === before ? learnt : facts) },
        transaction,
      },
    );
  }
  await database.query('UPDATE visitors SET facts = :facts, person_id = :person WHERE id = :visitor', {
    replacements: { facts: JSON.stringify(facts), person, visitor },
    transaction,
  });
  return name;
}
