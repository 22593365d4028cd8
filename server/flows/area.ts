import { teamsHandedTo } from '@kineta/core';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { Drafts } from './drafts.ts';
import { Editions } from './editions.ts';
import { DraftsLive } from './live.ts';
import { draftEdits, editions, runThroughs, scheduledPublishes, flows as table } from './model.ts';
import { Publisher } from './publisher.ts';
import { type FlowParts, flowDoors } from './routes.ts';
import { Runs } from './runs.ts';
import { schedule } from './schedule.ts';
import { FlowService } from './service.ts';

/** So many live flows are looked at for what they know; as many are kept in memory. */
const MOST_LIVE = 200;

const made = new WeakMap<House, FlowParts>();

function partsOf(house: House): FlowParts {
  let parts = made.get(house);
  if (!parts) {
    const drafts = new Drafts(house);
    const runs = new Runs(house.tables);
    parts = {
      drafts,
      runs,
      flows: new FlowService(house, runs),
      publisher: new Publisher(house, drafts, runs),
      live: new DraftsLive(house.io, house.wire),
    };
    made.set(house, parts);
  }
  return parts;
}

/** Flows as they are written, published and rehearsed. */
export const flows: Area = {
  name: 'flows',
  tables: [table, editions, draftEdits, runThroughs, scheduledPublishes],
  offers: ({ tables }) => {
    const kept = new Editions(tables);
    return {
      editions: kept,
      flows: {
        async handingOver(workspace) {
          const live = await tables
            .in(workspace)
            .of(table)
            .all({ removedAt: null, editionId: { not: null } }, { only: ['id', 'name', 'editionId'], most: 2_000 });
          const handing = [];
          // One after the other: an edition may be large, and of each only the teams are kept.
          for (const { id, name, editionId } of live) {
            const teams = editionId === null ? [] : teamsHandedTo(await kept.get(workspace, editionId));
            if (teams.length > 0) handing.push({ id, name, teams });
          }
          return handing;
        },
        async live(workspace) {
          const rows = await tables
            .in(workspace)
            .of(table)
            .all({ removedAt: null, editionId: { not: null } }, { only: ['id', 'name', 'editionId'], most: MOST_LIVE });
          const flows = [];
          for (const { id, name, editionId } of rows) {
            if (editionId === null) continue;
            const { scenes, facts } = await kept.get(workspace, editionId);
            flows.push({ id, name, facts, scenes: scenes.map(scene => ({ id: scene.id, title: scene.title })) });
          }
          return flows;
        },
        async names(workspace) {
          const rows = await tables
            .in(workspace)
            .of(table)
            .all({}, { only: ['id', 'name', 'editionId', 'removedAt'], most: 2_000 });
          return rows.map(({ id, name, editionId, removedAt }) => ({
            id,
            name,
            published: editionId !== null && removedAt === null,
          }));
        },
      },
    };
  },
  todo: ({ ports }) => [
    {
      code: 'a flow that is live',
      async look(workspace) {
        const [all, sites] = await Promise.all([ports.flows.names(workspace), ports.sites.all(workspace)]);
        const live = all.find(({ id, published }) => published && sites.some(({ flow }) => flow === id));
        return { done: live !== undefined, about: { flows: all.length, name: (live ?? all[0])?.name ?? '' } };
      },
    },
  ],
  doors: (doors, house) => flowDoors(doors, house, partsOf(house)),
  duties: house => [schedule(partsOf(house).publisher, partsOf(house).live)],
  studio: (socket, me, house) => partsOf(house).live.attend(socket, me),
};
