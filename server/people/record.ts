import { Readable } from 'node:stream';
import { STUDIO_NAMESPACE, VISITOR_NAMESPACE } from '@kineta/contract';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Section } from '../house/person.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { rooms } from '../live/rooms.ts';
import { people } from './model.ts';

/** How many conversations are erased in one transaction, so that nobody waits long for its locks. */
const AT_ONCE = 50;
/** The most conversations that one export holds; whoever had more is no person. */
const MOST_TOLD = 10_000;
/** How often it is begun again when somebody goes on writing while they are erased. */
const MOST_TRIES = 20;

/** The parts of a JSON document: some values, then lists that are read while they are written. */
async function* asJson(values: Record<string, unknown>, sections: readonly Section[]): AsyncGenerator<string> {
  yield JSON.stringify(values).slice(0, -1);
  for (const { name, rows } of sections) {
    yield `,\n${JSON.stringify(name)}:[`;
    let between = '\n';
    for await (const row of rows) {
      yield between + JSON.stringify(row);
      between = ',\n';
    }
    yield ']';
  }
  yield '\n}\n';
}

/** All that is kept of a person, wherever in Kineta it lies: told to them, and erased. */
export class PersonalRecord {
  private readonly house: House;

  constructor(house: House) {
    this.house = house;
  }

  /**
   * All of it as one JSON document, read as it is sent.
   * @throws {ProblemError} `not_found`
   */
  async told(workspace: string, id: string): Promise<Readable> {
    const { tables, ports, areas } = this.house;
    const person = await tables.in(workspace).of(people).one({ id });
    if (!person) throw notFound('person');
    const visitors = await ports.visitors.of(workspace, id);
    const conversations = await ports.conversations.of(workspace, visitors, MOST_TOLD);
    const kept = { workspace, visitors, conversations };
    const sections = areas.flatMap(area => area.personal?.(this.house).tell(kept) ?? []);
    const { workspaceId: _, ...record } = person;
    const values = { format: 'kineta.person/1', at: new Date().toISOString(), person: record };
    return Readable.from(asJson(values, sections));
  }

  /**
   * Takes all of it away, some conversations at a time; broken off, it is done again. What was only counted of them stays
   * as numbers.
   * @returns how many conversations there were
   * @throws {ProblemError} `not_found`
   */
  async erase(workspace: string, id: string): Promise<number> {
    const { tables, ports } = this.house;
    if ((await tables.in(workspace).of(people).count({ id })) === 0) throw notFound('person');
    return this.eraseAll(
      workspace,
      transaction => ports.visitors.of(workspace, id, transaction),
      transaction => tables.in(workspace).of(people).remove({ id }, { transaction }),
    );
  }

  /**
   * The same for a visitor who asks for it. The person behind them goes as well when they were first met as this visitor and
   * came as no other: whoever only says an address takes nothing of its owner away.
   */
  async eraseVisitor(workspace: string, id: string): Promise<number> {
    const { tables, ports } = this.house;
    const met = await ports.visitors.met(workspace, id);
    if (!met) throw notFound('visitor');
    const { person, firstSeen } = met;
    if (person !== null) {
      const record = await tables.in(workspace).of(people).one({ id: person });
      const all = await ports.visitors.of(workspace, person);
      if (record && all.length === 1 && record.firstSeen >= firstSeen) return this.erase(workspace, person);
    }
    return this.eraseAll(
      workspace,
      async transaction => ((await ports.visitors.met(workspace, id, transaction)) ? [id] : []),
      async () => {},
    );
  }

  /**
   * @param visitorsOf who is erased, as long as there are any
   * @param last what goes with the last of it
   */
  private async eraseAll(
    workspace: string,
    visitorsOf: (transaction?: Transaction) => Promise<string[]>,
    last: (transaction: Transaction) => Promise<unknown>,
  ): Promise<number> {
    const { ports, database, areas, io } = this.house;
    const keepers = areas.toReversed().flatMap(area => area.personal?.(this.house) ?? []);
    const erased: string[] = [];
    for (let tries = 0; tries < MOST_TRIES; ) {
      const visitors = await visitorsOf();
      const conversations = await ports.conversations.of(workspace, visitors, AT_ONCE);
      if (conversations.length > 0) {
        await database.transaction(async transaction => {
          for (const { erase } of keepers) await erase({ workspace, visitors: [], conversations }, transaction);
        });
        erased.push(...conversations);
        continue;
      }
      const gone = await database.transaction(async transaction => {
        // Held, so that none of them begins another meanwhile.
        await ports.visitors.hold(workspace, visitors, transaction);
        if ((await ports.conversations.of(workspace, visitors, 1, transaction)).length > 0) return false;
        for (const { erase } of keepers) await erase({ workspace, visitors, conversations: [] }, transaction);
        // Somebody else may turn out to be them meanwhile, and one look takes in so many visitors and no more.
        if ((await visitorsOf(transaction)).length > 0) return false;
        await last(transaction);
        return true;
      });
      if (gone) {
        // Whoever has the chat open comes again, as somebody who is not known: only now, as before they still were.
        for (const one of erased) io.of(VISITOR_NAMESPACE).to(rooms.visitor(one)).emit('moving', { within: 0 });
        // Nor does it stay on a screen of the team’s.
        io.of(STUDIO_NAMESPACE).to(rooms.workspace(workspace)).emit('erased', { conversations: erased });
        return erased.length;
      }
      tries++;
    }
    throw new ProblemError('slow_down', 'They are writing just now. Please try again in a moment.', { retryAfter: 10 });
  }
}
