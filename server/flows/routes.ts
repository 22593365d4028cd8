import { flowRoutes } from '@kineta/contract';
import express from 'express';
import { ProblemError } from '../http/problem.ts';
import { answerProblem, type Doors, serve } from '../http/serve.ts';
import type { StudioLive } from '../live/studio.ts';
import type { FlowService } from './service.ts';
import { starters } from './starters.ts';

const LARGEST_PICTURE = '4mb';

export function flowDoors(doors: Doors, flows: FlowService, live: StudioLive): void {
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
  serve(doors, flowRoutes.rename, ({ params, body }, me) => flows.rename(me, params.id, body.name));
  serve(doors, flowRoutes.saveDraft, async ({ params, body }, me) => {
    const saved = await flows.saveDraft(me, params.id, body);
    live.draftSaved(me.workspace, { flow: params.id, revision: saved.revision, by: me.name, writer: body.writer });
    return saved;
  });
  serve(doors, flowRoutes.publish, ({ params, body }, me) => flows.publish(me, params.id, body));
  serve(doors, flowRoutes.remove, async ({ params }, me) => {
    await flows.remove(me, params.id);
    return { ok: true as const };
  });
  serve(doors, flowRoutes.restore, ({ params }, me) => flows.restore(me, params.id));

  doors.router.use(flowRoutes.addPicture.path, express.raw({ type: 'image/*', limit: LARGEST_PICTURE }));
  serve(doors, flowRoutes.addPicture, async ({ request }, me) => {
    if (!Buffer.isBuffer(request.body)) throw new ProblemError('wrong_picture', 'Choose a picture to upload.');
    return { src: await flows.addPicture(me, request.body) };
  });
  doors.router.get('/p/:id', async (request, response) => {
    try {
      const picture = await flows.picture(request.params.id);
      if (!picture) throw new ProblemError('not_found', 'There is no such picture.');
      response
        .set({ 'Cache-Control': 'public, max-age=31536000, immutable', 'Cross-Origin-Resource-Policy': 'cross-origin' })
        .type(picture.type)
        .send(picture.content);
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });
}
