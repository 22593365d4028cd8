import type { Phrase } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { firstPhrases } from './first.ts';
import { phrases } from './model.ts';

/** So many are everybody’s, and so many one’s own. */
const MOST = 500;

const phraseOf = (row: Row<(typeof phrases)['columns']>): Phrase => ({
  id: row.id,
  shortcut: row.shortcut,
  text: row.text,
  shared: row.memberId === null,
  draft: row.draft,
  used: row.used,
});

/** Takes in the phrases that ship, as drafts, but for those whose shortcut there is. */
export async function shipTo(tables: House['tables'], workspace: string, transaction?: Transaction): Promise<void> {
  const rows = tables.in(workspace).of(phrases);
  const within = transaction ? { transaction } : {};
  const known = new Set((await rows.all({ memberId: null }, within)).map(({ shortcut }) => shortcut.toLowerCase()));
  const fresh = firstPhrases.filter(({ shortcut }) => !known.has(shortcut));
  await rows.addAll(
    fresh.map(phrase => ({ ...phrase, memberId: null, draft: true })),
    within,
  );
}

const refuse = (message: string) =>
  new ProblemError('known_already', message, { fields: [{ path: 'body.shortcut', message }] });

/** What members write again and again. Everybody’s is a lead’s to write; one’s own are one’s own. */
export class Phrasebook {
  private readonly house: Pick<House, 'tables' | 'database'>;

  constructor(house: Pick<House, 'tables' | 'database'>) {
    this.house = house;
  }

  private rows(me: SignedIn) {
    return this.house.tables.in(me.workspace).of(phrases);
  }

  async list(me: SignedIn): Promise<Phrase[]> {
    const [shared, own] = await Promise.all([
      this.rows(me).all({ memberId: null }, { by: 'shortcut', most: MOST }),
      this.rows(me).all({ memberId: me.id }, { by: 'shortcut', most: MOST }),
    ]);
    return [...shared, ...own].filter(({ draft }) => !draft || me.role === 'lead').map(phraseOf);
  }

  /** @throws {ProblemError} `not_allowed` for who is no lead and writes for everybody, `known_already` at the shortcut */
  async add(me: SignedIn, { shortcut, text, shared }: Pick<Phrase, 'shortcut' | 'text' | 'shared'>): Promise<Phrase> {
    const memberId = shared ? null : me.id;
    this.mayWrite(me, memberId);
    await this.isFree(me, memberId, shortcut);
    const rows = this.rows(me);
    if ((await rows.count({ memberId })) >= MOST)
      throw refuse(`There are ${MOST} phrases, and no more can be written.`);
    const id = await rows.add({ memberId, shortcut, text });
    return { id, shortcut, text, shared, draft: false, used: 0 };
  }

  /** @throws {ProblemError} `not_found`, `not_allowed`, or `known_already` at the shortcut */
  async change(me: SignedIn, id: string, to: Pick<Phrase, 'shortcut' | 'text'>): Promise<Phrase> {
    const before = await this.of(me, id);
    await this.isFree(me, before.memberId, to.shortcut, id);
    await this.rows(me).change({ ...to, draft: false }, { id });
    return phraseOf({ ...before, ...to, draft: false });
  }

  async remove(me: SignedIn, id: string): Promise<void> {
    await this.of(me, id);
    await this.rows(me).remove({ id });
  }

  /** Raw: counted where it stands, by any number of members at once. */
  async used(me: SignedIn, id: string): Promise<void> {
    const [, changed] = await this.house.database.query(
      `UPDATE phrases SET used = LEAST(used + 1, 4000000000)
       WHERE id = :id AND workspace_id = :workspace AND (member_id IS NULL OR member_id = :me)`,
      { replacements: { id, workspace: me.workspace, me: me.id }, type: QueryTypes.UPDATE },
    );
    if (changed === 0) throw notFound('phrase');
  }

  /** A phrase that this member may write otherwise. */
  private async of(me: SignedIn, id: string) {
    const row = await this.rows(me).one({ id });
    // What another wrote for themselves is nobody else’s to know of.
    if (!row || (row.memberId !== null && row.memberId !== me.id)) throw notFound('phrase');
    this.mayWrite(me, row.memberId);
    return row;
  }

  private mayWrite(me: SignedIn, memberId: string | null): void {
    if (memberId === null && me.role !== 'lead')
      throw new ProblemError('not_allowed', 'Leads write the phrases that everybody has. Keep it as your own.');
  }

  private async isFree(me: SignedIn, memberId: string | null, shortcut: string, except?: string): Promise<void> {
    const taken = await this.rows(me).all({ memberId, shortcut }, { most: 2 });
    if (taken.some(({ id }) => id !== except)) throw refuse(`There is a phrase “/${shortcut}” already.`);
  }
}
