import { type ActOf, cut, type Facts, type PersonPart } from '@kineta/core';
import { isTaken, type Transaction } from '../../database/connect.ts';
import type { Rows } from '../../database/rows.ts';
import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import type { Visitor } from '../../house/ports.ts';
import { people, peopleWords } from '../model.ts';
import { keepWords } from '../words.ts';

type Remembered = ActOf<'remember'>;
type Identity = Partial<Record<PersonPart, string>>;
type People = Rows<typeof people.columns>;
type Words = Rows<typeof peopleWords.columns>;

const longest: Record<PersonPart, number> = { name: 200, email: 254, phone: 30 };

/** What the facts say of who somebody is: the columns of their record by which they are listed and found. */
function identity(remembered: readonly Remembered[]): Identity {
  const found: Identity = {};
  for (const { person, value } of remembered)
    if (person && typeof value === 'string' && value !== '') found[person] = cut(value, longest[person]);
  return found;
}

/** Who on record has this email; or, when nobody has, the one person who has this phone number. */
async function recognised(
  rows: People,
  { email, phone }: Identity,
  transaction: Transaction,
): Promise<string | undefined> {
  const [byEmail] = email === undefined ? [] : await rows.all({ email }, { most: 1, transaction });
  if (byEmail || phone === undefined) return byEmail?.id;
  // A household may share a phone: only a number that belongs to one person, without another email, tells who it is.
  const byPhone = await rows.all({ phone, ...(email === undefined ? {} : { email: null }) }, { most: 2, transaction });
  return byPhone.length === 1 ? byPhone[0]!.id : undefined;
}

/** Fills a person’s record with what became known; `corrects` says that it replaces what is there already. */
async function fill(
  rows: People,
  words: Words,
  id: string,
  { name, email, phone }: Identity,
  facts: Facts,
  corrects: boolean,
  transaction: Transaction,
): Promise<void> {
  const person = await rows.one({ id }, { transaction, lock: true });
  if (!person) return;
  const one = (known: string | null, learnt: string | undefined): string | null =>
    corrects ? (learnt ?? known) : (known ?? learnt ?? null);
  const now = {
    name: one(person.name, name),
    email: one(person.email, email),
    phone: one(person.phone, phone),
  };
  await rows.change(
    {
      ...now,
      facts: corrects ? { ...person.facts, ...facts } : { ...facts, ...person.facts },
      lastSeen: new Date(),
    },
    { id },
    { transaction },
  );
  await keepWords(words, id, person, now, transaction);
}

/**
 * Keeps what became known of a visitor, with the visitor and with the person that they are: the one whose email or phone
 * number it is, or a new one as soon as there is a name, an email or a phone number. Which fact is one of these, the flow
 * says.
 *
 * What a visitor types is only ever written there, never read back to them from there, so that typing somebody else’s
 * address shows nothing of that person. Nor does it change what is on record: somebody who was only recognised by what
 * they typed fills gaps, and who has been that person all along corrects it.
 */
async function remember(
  house: House,
  visitor: Visitor,
  remembered: readonly Remembered[],
  transaction: Transaction,
): Promise<void> {
  const { tables, ports } = house;
  const own = tables.in(visitor.workspace);
  const rows = own.of(people);
  const words = own.of(peopleWords);
  const known = await ports.visitors.held(visitor, transaction);
  const learnt = Object.fromEntries(remembered.map(({ fact, value }) => [fact, value]));
  const facts = { ...known.facts, ...learnt };
  const who = identity(remembered);
  const { name, email, phone } = who;
  const before = known.person;
  const found = email === undefined && phone === undefined ? undefined : await recognised(rows, who, transaction);
  // A phone number does not turn somebody who is known by now into somebody else.
  let person = email === undefined ? (before ?? found ?? null) : (found ?? before);
  if (person !== null)
    await fill(rows, words, person, who, person === before ? learnt : facts, person === before, transaction);
  else if (name ?? email ?? phone) {
    const now = new Date();
    const row = {
      name: name ?? null,
      email: email ?? null,
      phone: phone ?? null,
      facts,
      firstSeen: now,
      lastSeen: now,
    };
    try {
      person = await rows.add(row, { transaction });
      await keepWords(words, person, undefined, row, transaction);
    } catch (error) {
      if (!isTaken(error)) throw error;
      // Somebody of this email came on record in this moment, in another conversation.
      person = (await recognised(rows, who, transaction)) ?? null;
      if (person !== null) await fill(rows, words, person, who, facts, false, transaction);
    }
  }
  await ports.visitors.keep(visitor, { person, facts }, transaction);
  if (before !== null && person !== before) await leave(house, visitor.workspace, before, transaction);
}

/**
 * A visitor turned out to be somebody else: the record that was begun of them, of whom no email was known and whom nobody
 * else came as, would be left as a double of nobody.
 */
async function leave(
  { tables, ports }: House,
  workspace: string,
  person: string,
  transaction: Transaction,
): Promise<void> {
  if ((await ports.visitors.of(workspace, person, transaction)).length > 0) return;
  await tables.in(workspace).of(people).remove({ id: person, email: null }, { transaction });
}

/** Of a visitor who is only played nobody is put on record. */
async function rememberHere(
  { ports }: House,
  visitor: Visitor,
  remembered: readonly Remembered[],
  transaction: Transaction,
): Promise<void> {
  const { person, facts } = await ports.visitors.held(visitor, transaction);
  const learnt = Object.fromEntries(remembered.map(({ fact, value }) => [fact, value]));
  await ports.visitors.keep(visitor, { person, facts: { ...facts, ...learnt } }, transaction);
}

/** Remembers facts for the visitor’s next conversation. A conversation is called by the name, or the email, it brings. */
export function rememberFacts(house: House): Effect<'remember'> {
  return {
    acts: ['remember'],
    async carryOut(acts, { conversation, transaction, changes }) {
      const { workspace, visitor: id } = conversation;
      const who = { id, workspace };
      if (conversation.isTest) await rememberHere(house, who, acts, transaction);
      else await remember(house, who, acts, transaction);
      const { name, email } = identity(acts);
      if (name) changes.visitorName = name;
      else if (email && conversation.visitorName.startsWith('Visitor ')) changes.visitorName = cut(email, longest.name);
    },
  };
}
