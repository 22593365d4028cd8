import { z } from 'zod';
import { route } from './route.ts';

export const pictureRoutes = {
  add: route({
    method: 'POST',
    path: '/api/pictures',
    summary: 'Upload a picture: PNG, JPEG, GIF or WebP of at most 4 MB',
    access: 'member',
    bodyType: 'image/*',
    most: 4_000,
    reply: z.object({ src: z.string() }),
  }),
};
