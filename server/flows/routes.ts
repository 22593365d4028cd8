import { randomUUID } from 'node:crypto';
import { editionRoutes, flowRoutes, replayRoutes, runRoutes } from '@kineta/contract';
import { setFlow } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { type Doors, serve } from '../http/serve.ts';
import type { Drafts } from './drafts.ts';
import type { DraftsLive } from './live.ts';
import type { Publisher } from './publisher.ts';
import type { Runs } from './runs.ts';
import type { FlowService } from './service.ts';
import { starters } from './starters.ts';

/** What the area of flows is made of. */
export interface FlowParts {
  flows: FlowService;
  drafts: Drafts;
  publisher: Publisher;
  runs: Runs;
  live: DraftsLive;
}

export function flowDoors(
  doors: Doors,
  { ports: { directories, recordings } }: House,
  { flows, drafts, publisher, runs, live }: FlowParts,
): void {
  serve(doors, flowRoutes.list, async (_, me) => ({ flows: await flows.list(me) }));
  serve(doors, flowRoutes.starters, async () => ({
    starters: starters.map(({ id, purpose, flow }) => ({
      id,
      name: flow.name,
      purpose,
      scenes: flow.scenes.length,
      steps: flow.scenes.reduce((sum, scene) => sum + scene.steps.length, 0),
    })),
  }));
  serve(doors, flowRoutes.create, ({ body }, me) => flows.create(me, body));
  serve(doors, flowRoutes.get, ({ params }, me) => flows.get(me, params.id));
  const save = async (me: SignedIn, id: string, wish: Parameters<Drafts['save']>[2]) => {
    const { made, ...saved } = await drafts.save(me, id, wish);
    if (made.length > 0) {
      if (made.some(({ edit }) => edit === 'set flow')) directories.forget(me.workspace);
      const { revision } = saved;
      live.editsSaved(me.workspace, { flow: id, revision, by: me.name, writer: wish.writer, edits: made });
    }
    return saved;
  };
  serve(doors, flowRoutes.saveEdits, ({ params, body }, me) => save(me, params.id, body));
  serve(doors, flowRoutes.edits, async ({ params, query }, me) => ({
    saved: await drafts.edits(me, params.id, query.after),
  }));
  serve(doors, flowRoutes.rename, async ({ params, body }, me) => {
    const { name, draft, revision } = await flows.get(me, params.id);
    const edits = setFlow(draft, 'name', body.name);
    if (name !== body.name) await save(me, params.id, { revision, batch: randomUUID(), writer: '', edits });
    return flows.summary(me, params.id);
  });
  serve(doors, flowRoutes.ways, ({ params }, me) => flows.ways(me, params.id));
  /** What is told to everybody who has the flow open, and answered with the flow as it then is. */
  const publishing = async (me: SignedIn, id: string, work: Promise<void>) => {
    await work;
    live.published(me.workspace, id);
    return flows.get(me, id);
  };
  serve(doors, flowRoutes.publish, ({ params, body }, me) =>
    publishing(me, params.id, publisher.publish(me, params.id, body)),
  );
  serve(doors, flowRoutes.unschedule, ({ params }, me) =>
    publishing(me, params.id, publisher.unschedule(me, params.id)),
  );
  serve(doors, flowRoutes.file, async ({ params, response }, me) => {
    const { name, text } = await flows.file(me, params.id);
    response.attachment(`${name}.json`).type('application/json');
    return text;
  });
  serve(doors, editionRoutes.editions, async ({ params }, me) => ({ editions: await publisher.list(me, params.id) }));
  serve(doors, editionRoutes.edition, ({ params }, me) => publisher.edition(me, params.id, params.edition));
  serve(doors, editionRoutes.rollBack, ({ params }, me) =>
    publishing(me, params.id, publisher.rollBack(me, params.id, params.edition)),
  );
  serve(doors, editionRoutes.switchSites, ({ params, body }, me) =>
    publishing(me, params.id, publisher.switchSites(me, params.id, body.sites)),
  );
  serve(doors, replayRoutes.recorded, ({ params, query }, me) => recordings.of(me.workspace, params.id, query.after));
  serve(doors, runRoutes.list, async ({ params }, me) => ({ runs: await runs.list(me, params.id) }));
  serve(doors, runRoutes.keep, async ({ params, body }, me) => (await runs.keep(me, params.id, [body.run]))[0]!);
  serve(doors, runRoutes.change, ({ params, body }, me) => runs.change(me, params.id, params.run, body.run));
  serve(doors, runRoutes.remove, async ({ params }, me) => {
    await runs.remove(me, params.id, params.run);
    return { ok: true as const };
  });
  serve(doors, flowRoutes.remove, async ({ params }, me) => {
    await flows.remove(me, params.id);
    return { ok: true as const };
  });
  serve(doors, flowRoutes.restore, ({ params }, me) => flows.restore(me, params.id));
}
