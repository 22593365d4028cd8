import type { Area } from '../house/area.ts';
import { figuresListener } from './listener.ts';
import { dailyScenes, hourlyConversations, walkedScenes } from './model.ts';
import { figuresOf } from './service.ts';

/** What is counted of conversations while they happen. */
export const figures: Area = {
  name: 'figures',
  tables: [hourlyConversations, dailyScenes, walkedScenes],
  offers: ({ database }) => ({ figures: figuresOf(database) }),
  listeners: house => [figuresListener(house)],
};
