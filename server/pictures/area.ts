import { pictureRoutes } from '@kineta/contract';
import type { Area } from '../house/area.ts';
import { ProblemError } from '../http/problem.ts';
import { answerProblem, serve } from '../http/serve.ts';
import { pictures as table } from './model.ts';
import { PICTURES, Pictures } from './service.ts';

/** Pictures that members upload, served to whoever is shown them. */
export const pictures: Area = {
  name: 'pictures',
  tables: [table],
  offers: ({ tables }) => ({ pictures: new Pictures(tables) }),
  doors(doors, { ports }) {
    serve(doors, pictureRoutes.add, async ({ request }, me) => {
      if (!Buffer.isBuffer(request.body)) throw new ProblemError('wrong_picture', 'Choose a picture to upload.');
      return { src: await ports.pictures.add(me.workspace, request.body) };
    });
    doors.router.get(`${PICTURES}:id`, async (request, response) => {
      try {
        const picture = await ports.pictures.of(request.params.id);
        if (!picture) throw new ProblemError('not_found', 'There is no such picture.');
        response
          .set({
            'Cache-Control': 'public, max-age=31536000, immutable',
            'Cross-Origin-Resource-Policy': 'cross-origin',
          })
          .type(picture.type)
          .send(picture.content);
      } catch (error) {
        answerProblem(error, request, response, doors.logger);
      }
    });
  },
};
