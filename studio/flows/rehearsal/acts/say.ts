import { isEmptyLine } from '@kineta/core';
import { actView } from './view.ts';

export const say = actView({
  act: 'say',
  // A line that is only begun is not heard yet.
  isHeard: ({ line, pictures }) => pictures !== undefined || !isEmptyLine(line),
});
