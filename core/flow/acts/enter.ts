import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { actKind } from './kind.ts';

const coming = {
  scene: z.string(),
  title: z.string(),
  /** The scene that the play was in before, if any. */
  from: z.string().optional(),
};

const entered = entryKind({
  kind: 'entered',
  schema: z.object({ ...coming, kind: z.literal('entered') }),
  happens: ({ scene, from }) => ({ scene, ...(from === undefined ? {} : { from }) }),
});

/** The play comes to a scene. */
export const enter = actKind({
  act: 'enter',
  schema: z.object({ ...coming, act: z.literal('enter') }),
  entry: entered,
  leaves: ({ scene, title, from }) => ({ scene, title, ...(from === undefined ? {} : { from }) }),
});
