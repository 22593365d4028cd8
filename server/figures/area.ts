import type { Area } from '../house/area.ts';
import { figuresListener } from './listener.ts';
import { dailyScenes, hourlyConversations, walkedScenes } from './model.ts';
import { figuresOf } from './service.ts';

/** What is counted of conversations while they happen. */
export const figures: Area = {
  name: 'figures',
  tables: [hourlyConversations, dailyScenes, walkedScenes],
  offers: ({ database }) => ({ figures: figuresOf(database) }),
  personal: ({ tables }) => ({
    // What was counted is nobody’s; only which conversation was counted is known.
    tell: () => [],
    async erase({ workspace, conversations }, transaction) {
      if (conversations.length > 0)
        await tables
          .in(workspace)
          .of(walkedScenes)
          .remove({ conversationId: [...conversations] }, { transaction });
    },
  }),
  listeners: house => [figuresListener(house)],
};
