import { QueryTypes } from 'sequelize';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import type { Visitor } from '../house/ports.ts';
import { absent } from './absent.ts';
import { AgentService } from './agents.ts';
import { Announcer } from './announcer.ts';
import { answeredAfter } from './answered-after.ts';
import { away, awayListener } from './away.ts';
import { comers } from './comers.ts';
import { end } from './effects/end.ts';
import { handOver } from './effects/hand-over.ts';
import { startFlow } from './effects/start-flow.ts';
import { timer } from './effects/timer.ts';
import { Host } from './host.ts';
import { joinedListener } from './joining.ts';
import { leavers } from './leavers.ts';
import { Line, standing } from './line.ts';
import { missedListener } from './missed.ts';
import {
  conversationTags,
  entries,
  missed,
  offers,
  ownLists,
  queues,
  ratings,
  reached,
  readings,
  ruleDues as ruleDuesTable,
  said,
  conversations as table,
  timers as timerTable,
  turns,
  unseenAnswers,
  visitors as visitorTable,
} from './model.ts';
import { ownListDoors } from './own-lists.ts';
import { past } from './past.ts';
import { personal } from './personal.ts';
import { putOff } from './put-off.ts';
import { Readers } from './readers.ts';
import { recordings } from './recordings.ts';
import { conversationDoors } from './routes.ts';
import { routing } from './routing.ts';
import { lookAgain, ruleDues } from './rule-dues.ts';
import { saidListener } from './said.ts';
import { knownOf, standings } from './standings.ts';
import { tagged } from './tagging.ts';
import { timerLag, timers } from './timers.ts';
import { transcriptOf } from './transcript.ts';
import { turnsListener } from './turns.ts';
import { visitorEnd } from './visitor-end.ts';
import { VisitorService } from './visitors.ts';
import { watching } from './watching.ts';
import { WaysBack } from './way-back.ts';

/** As so many visitors one person may have come; a browser that keeps nothing is a new one each time. */
const MOST_VISITORS = 2_000;
/** A conversation goes on now when something was said in it within so many milliseconds. */
const NOW = 600_000;

interface Parts {
  host: Host;
  announcer: Announcer;
  visitors: VisitorService;
  agents: AgentService;
  line: Line;
  readers: Readers;
  waysBack: WaysBack;
}
const made = new WeakMap<House, Parts>();

/** Made when it is first asked for: by then every area has said what it offers, and what it does about acts. */
function partsOf(house: House): Parts {
  let parts = made.get(house);
  if (!parts) {
    const host = new Host(house);
    const waysBack = new WaysBack(house.options.secret);
    const visitors = new VisitorService(house, host, waysBack);
    parts = {
      host,
      announcer: new Announcer(house),
      visitors,
      agents: new AgentService(house, host),
      line: new Line(house, visitors),
      readers: new Readers(house.wire),
      waysBack,
    };
    made.set(house, parts);
  }
  return parts;
}

/** What is said between visitors, flows and people. */
export const conversations: Area = {
  name: 'conversations',
  tables: [
    table,
    conversationTags,
    visitorTable,
    entries,
    readings,
    reached,
    timerTable,
    missed,
    offers,
    turns,
    queues,
    said,
    ownLists,
    unseenAnswers,
    ruleDuesTable,
    ratings,
  ],
  offers: house => ({
    comers: comers(house),
    recordings: { of: (workspace, flow, after) => recordings(house.database, workspace, flow, after) },
    conversations: {
      past: (workspace, which) => past(house, workspace, which),
      lookAgain: workspace => lookAgain(house, workspace),
      async visitorOf(workspace, id) {
        const row = await house.tables.in(workspace).of(table).one({ id });
        return row && { id: row.visitorId, workspace };
      },
      standings: (ids, transaction) => standings(house, ids, transaction),
      known: (workspace, id, transaction) => knownOf(house, workspace, id, transaction),
      answeredAfter: (workspace, id, number) => answeredAfter(house, workspace, id, number),
      transcript: (workspace, id) => transcriptOf(house, workspace, id),
      async mailed(place, letter) {
        const { visitors, announcer } = partsOf(house);
        await announcer.announce(await visitors.mailed(place, letter));
      },
      async happen(place, event, also) {
        const { host, announcer } = partsOf(house);
        await announcer.announce(await host.happen(place, event, also));
      },
      // Raw: asked with every directory, which is every two seconds of every workspace where somebody is here.
      async held(workspace, members) {
        if (members.length === 0) return new Map();
        const rows = await house.database.query<{ agent_id: string; held: number | string }>(
          `SELECT agent_id, COUNT(*) AS held FROM conversations
           WHERE workspace_id = :workspace AND agent_id IN (:members) AND holder = 'agent' AND later_until IS NULL GROUP BY agent_id`,
          { replacements: { workspace, members: [...members] }, type: QueryTypes.SELECT },
        );
        return new Map(rows.map(row => [String(row.agent_id), Number(row.held)]));
      },
      waitingFor: (workspace, teamId) => house.tables.in(workspace).of(table).count({ holder: 'waiting', teamId }),
      tagged: workspace => tagged(house.database, workspace),
      async of(workspace, ids, most, transaction) {
        if (ids.length === 0) return [];
        const rows = house.tables.in(workspace).of(table);
        const found = await rows.all({ visitorId: [...ids] }, { by: 'id', most, only: ['id'], transaction });
        return found.map(({ id }) => id);
      },
    },
    visitors: {
      known: (site, pass) => partsOf(house).visitors.known(site, pass),
      async held(visitor: Visitor, transaction) {
        const row = await house.tables
          .in(visitor.workspace)
          .of(visitorTable)
          .one({ id: visitor.id }, { transaction, lock: true });
        return { person: row?.personId ?? null, facts: row?.facts ?? {} };
      },
      async keep(visitor, { person, facts }, transaction) {
        await house.tables
          .in(visitor.workspace)
          .of(visitorTable)
          .change({ personId: person, facts: { ...facts } }, { id: visitor.id }, { transaction });
      },
      async met(workspace, id, transaction) {
        const row = await house.tables.in(workspace).of(visitorTable).one({ id }, { transaction });
        return row && { person: row.personId, firstSeen: row.firstSeen };
      },
      async of(workspace, person, transaction) {
        const rows = house.tables.in(workspace).of(visitorTable);
        return (await rows.all({ personId: person }, { only: ['id'], most: MOST_VISITORS, transaction })).map(
          ({ id }) => id,
        );
      },
      async hold(workspace, ids, transaction) {
        if (ids.length === 0) return;
        await house.tables
          .in(workspace)
          .of(visitorTable)
          .all({ id: [...ids] }, { only: ['id'], transaction, lock: true });
      },
    },
  }),
  doors(doors, house) {
    const { agents, announcer } = partsOf(house);
    conversationDoors(doors, house, agents, announcer);
    ownListDoors(doors, house);
  },
  todo: ({ tables }) => [
    {
      code: 'a conversation',
      look: async workspace => ({ done: (await tables.in(workspace).of(table).one({})) !== undefined }),
    },
  ],
  day: ({ database }) => [
    {
      code: 'conversations',
      async count(workspace, from, to) {
        // Raw: a count over an index.
        const [row] = await database.query<{ count: string }>(
          `SELECT COUNT(*) AS count FROM conversations
           WHERE workspace_id = :workspace AND started_at >= :from AND started_at < :to AND is_test = 0`,
          { replacements: { workspace, from, to }, type: QueryTypes.SELECT },
        );
        return Number(row?.count ?? 0);
      },
    },
    {
      code: 'conversations now',
      async now(workspace) {
        // Raw: a stretch of an index for each holder.
        const [row] = await database.query<{ count: string }>(
          `SELECT COUNT(*) AS count FROM conversations
           WHERE workspace_id = :workspace AND holder IN ('flow', 'waiting', 'agent') AND last_at >= :since AND is_test = 0`,
          { replacements: { workspace, since: new Date(Date.now() - NOW) }, type: QueryTypes.SELECT },
        );
        return Number(row?.count ?? 0);
      },
    },
  ],
  effects: () => [handOver, end, startFlow, timer],
  duties(house) {
    const { host, announcer, line, waysBack } = partsOf(house);
    return [
      timers(house, host, announcer),
      ruleDues(house, { host, line, waysBack }, announcer),
      routing(house, announcer),
      standing(line),
      absent(house, announcer),
      putOff(house, announcer),
      away(house, host, announcer, waysBack),
    ];
  },
  personal,
  measures: ({ database }) => [timerLag(database)],
  listeners: house => [
    leavers(house, partsOf(house).announcer),
    missedListener(house),
    turnsListener(house),
    saidListener(house),
    awayListener(house, partsOf(house).announcer),
    joinedListener(house, partsOf(house).announcer),
  ],
  keeps: ({ tables }) => [
    {
      name: 'what was missed',
      days: 35,
      clear: (at, most) => tables.everywhere(missed).remove({ at: { before: at } }, { most }),
    },
    {
      name: 'offers',
      days: 7,
      clear: (at, most) => tables.everywhere(offers).remove({ offeredAt: { before: at } }, { most }),
    },
    {
      name: 'how long people had conversations',
      days: 400,
      clear: (at, most) => tables.everywhere(turns).remove({ beganAt: { before: at } }, { most }),
    },
  ],
  studio(socket, me, house) {
    const { announcer, readers } = partsOf(house);
    watching(socket, me, house, announcer, readers);
  },
  open(house) {
    const { visitors, announcer, line } = partsOf(house);
    visitorEnd(house, visitors, announcer, line);
  },
};
