import type { PushAddress, PushPlace, TellingRow } from '@kineta/contract';
import { asForAll, conditionRows, firstTellings, letterWords, type OwnTellings, type Telling } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../../database/connect.ts';
import type { House } from '../../house/house.ts';
import type { SignedIn } from '../../house/ports.ts';
import { notFound, ProblemError } from '../../http/problem.ts';
import { ownTellings, pushPlaces, tellings } from '../model.ts';
import { MOST_TELLINGS, type TellingBooks } from './book.ts';
import { endpointHash } from './endpoint.ts';
import { PushFailed, type PushService } from './push-service.ts';
import { vapidKey } from './vapid.ts';

/** In so many places one member is notified; the oldest goes for another. */
const MOST_PLACES = 10;

const refuse = (message: string, path = 'body.telling') =>
  new ProblemError('wrong_telling', message, { fields: [{ path, message }] });

/** Tells a new workspace’s members what most want to be told of. */
export async function shipTellings(
  tables: House['tables'],
  workspace: string,
  transaction?: Transaction,
): Promise<void> {
  const rows = firstTellings.map(telling => ({ telling, isOn: true }));
  await tables
    .in(workspace)
    .of(tellings)
    .addAll(rows, transaction ? { transaction } : {});
}

/** Who is told of what: as leads write it, and as each member has it otherwise. */
export class TellingService {
  private readonly house: House;
  private readonly books: TellingBooks;
  private readonly push: PushService;

  constructor(house: House, books: TellingBooks, push: PushService) {
    this.house = house;
    this.books = books;
    this.push = push;
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(tellings);
  }

  async list(workspace: string) {
    const [kept, book] = await Promise.all([
      this.rows(workspace).all({}, { by: 'id', most: MOST_TELLINGS }),
      this.house.ports.rules.of(workspace),
    ]);
    return {
      tellings: kept.map(({ id, telling, isOn, number }): TellingRow => ({ id, telling, on: isOn, number })),
      facts: [...book.facts],
    };
  }

  /** @throws {ProblemError} `wrong_telling` */
  async add(workspace: string, { telling, on }: { telling: Telling; on: boolean }): Promise<TellingRow> {
    await this.holds(workspace, telling);
    if ((await this.rows(workspace).count({})) >= MOST_TELLINGS)
      throw refuse(`There are ${MOST_TELLINGS} of these, and no more can be written.`);
    const id = await this.rows(workspace).add({ telling, isOn: on });
    this.books.forget(workspace);
    return { id, telling, on, number: 0 };
  }

  /** @throws {ProblemError} `not_found`, `telling_changed`, `wrong_telling` */
  async change(
    workspace: string,
    id: string,
    { telling, on, number }: { telling: Telling; on: boolean; number: number },
  ): Promise<TellingRow> {
    await this.holds(workspace, telling);
    const changed = await this.rows(workspace).change({ telling, isOn: on, number: number + 1 }, { id, number });
    if (changed === 0) {
      if ((await this.rows(workspace).count({ id })) === 0) throw notFound('telling');
      throw new ProblemError('telling_changed', 'Somebody else changed this meanwhile. Look at theirs first.');
    }
    this.books.forget(workspace);
    return { id, telling, on, number: number + 1 };
  }

  async remove(workspace: string, id: string): Promise<void> {
    if ((await this.rows(workspace).remove({ id })) === 0) throw notFound('telling');
    this.books.forget(workspace);
  }

  /** That those whom it names are there, and that its conditions ask about what there is. */
  private async holds(workspace: string, { to, onlyIf }: Telling): Promise<void> {
    const { ports } = this.house;
    const [{ teams, members }, book] = await Promise.all([ports.directories.of(workspace), ports.rules.of(workspace)]);
    for (const one of to) {
      if (typeof one === 'string') continue;
      if ('team' in one && !teams.has(one.team)) throw refuse('A team in it is gone.', 'body.telling.to');
      if ('member' in one && members.get(one.member)?.resting !== false)
        throw refuse('A member in it is gone.', 'body.telling.to');
    }
    const unknown = onlyIf && conditionRows(onlyIf).find(({ fact }) => !book.factNames.includes(fact));
    if (unknown) throw refuse(`There is no fact “${unknown.fact}”.`, 'body.telling.onlyIf');
  }

  async own(me: SignedIn, endpoint: string | undefined) {
    const [row, places, { publicKey }] = await Promise.all([
      this.house.tables.in(me.workspace).of(ownTellings).one({ memberId: me.id }),
      this.places(me, endpoint),
      vapidKey(this.house),
    ]);
    return { own: row?.own ?? asForAll, places, key: publicKey };
  }

  /** Raw: kept for the first time or anew, in one statement. */
  async keepOwn(me: SignedIn, own: OwnTellings): Promise<void> {
    await this.house.database.query(
      `INSERT INTO own_tellings (member_id, workspace_id, own) VALUES (:me, :workspace, :own)
       ON DUPLICATE KEY UPDATE own = VALUES(own)`,
      { replacements: { me: me.id, workspace: me.workspace, own: JSON.stringify(own) }, type: QueryTypes.INSERT },
    );
    this.books.forget(me.workspace);
  }

  /** Raw: each with the browser that its session says. */
  private async places(me: SignedIn, endpoint: string | undefined): Promise<PushPlace[]> {
    const here = endpoint === undefined ? '' : endpointHash(endpoint);
    const rows = await this.house.database.query<{ id: string; browser: string; since: Date; hash: string }>(
      `SELECT p.id, s.browser, p.since, p.endpoint_hash AS hash FROM push_places p JOIN sign_ins s ON s.token_hash = p.session
       WHERE p.member_id = :me AND p.workspace_id = :workspace ORDER BY p.id DESC LIMIT ${MOST_PLACES}`,
      { replacements: { me: me.id, workspace: me.workspace }, type: QueryTypes.SELECT },
    );
    return rows.map(({ id, browser, since, hash }) => ({
      id: String(id),
      browser,
      since: since.toISOString(),
      here: hash === here,
    }));
  }

  /** Notifies a member in a browser, whoever was notified there before. */
  async pushHere(me: SignedIn, session: string, { endpoint, keys }: PushAddress): Promise<PushPlace> {
    const rows = this.house.tables.in(me.workspace).of(pushPlaces);
    const hash = endpointHash(endpoint);
    await this.house.tables.everywhere(pushPlaces).remove({ endpointHash: hash });
    await rows.add({
      memberId: me.id,
      session,
      endpoint,
      endpointHash: hash,
      p256dh: keys.p256dh,
      auth: keys.auth,
      since: new Date(),
    });
    const all = await rows.all({ memberId: me.id }, { by: 'id', newestFirst: true });
    const tooMany = all.slice(MOST_PLACES).map(({ id }) => id);
    if (tooMany.length > 0) await rows.remove({ id: tooMany });
    const place = (await this.places(me, endpoint)).find(({ here }) => here);
    if (!place) throw notFound('browser');
    return place;
  }

  async pushNoMore(me: SignedIn, id: string): Promise<void> {
    await this.house.tables.in(me.workspace).of(pushPlaces).remove({ id, memberId: me.id });
  }

  /** Tells one something at once, to see whether it comes. */
  async tryOut(me: SignedIn, channel: 'push' | 'mail'): Promise<{ sent: number; failed: string[] }> {
    const { ports, tables } = this.house;
    const { language, name } = (await ports.directories.of(me.workspace)).workspace;
    const words = letterWords(language, 'a try');
    if (channel === 'mail') {
      const { sent, why } = await ports.post.write(me.workspace, { to: me.email, subject: words, says: [words] });
      return sent ? { sent: 1, failed: [] } : { sent: 0, failed: [why ?? ''] };
    }
    const rows = tables.in(me.workspace).of(pushPlaces);
    const [places, key] = await Promise.all([rows.all({ memberId: me.id }), vapidKey(this.house)]);
    const failed: string[] = [];
    for (const place of places) {
      const payload = { tag: 'a-try', title: name, body: words, url: '/notices' };
      try {
        await this.push.send(place, payload, 'a-try', key);
      } catch (error) {
        if (!(error instanceof PushFailed)) throw error;
        if (error.kind === 'gone') await rows.remove({ id: place.id });
        failed.push(error.message);
      }
    }
    return { sent: places.length - failed.length, failed };
  }
}
