import { serviceAnswered } from '@kineta/core';
import type { OutsideKind } from './kind.ts';

/**
 * A service of the workspace’s own: it is sent the message and the thread, and answers with lines, choices and a wish for a person, or that
 * it does not know.
 */
export const service: OutsideKind = {
  name: 'service',
  of: ({ answeringService }) => answeringService,
  answersAlone: true,
  body: async ({ text, thread, page, language }) => ({ message: text, thread: await thread(), page, language }),
  read: async answer => serviceAnswered(answer),
};
