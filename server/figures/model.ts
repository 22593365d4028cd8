import { day, instant, integer, partOfKey, reference, table, text } from '../database/table.ts';

/** How many conversations began with each edition of a flow, hour by hour. */
export const hourlyConversations = table('hourly_conversations', {
  workspaceId: reference(),
  flowId: partOfKey(reference()),
  editionId: partOfKey(reference()),
  hour: partOfKey(instant),
  conversations: integer,
});

/** How many conversations came to each scene of a flow, day by day, from where; `from` is empty for all of them. */
export const dailyScenes = table('daily_scenes', {
  workspaceId: reference(),
  flowId: partOfKey(reference()),
  day: partOfKey(day),
  scene: partOfKey(text(60)),
  cameFrom: partOfKey(text(60)),
  conversations: integer,
});

/** Which scenes a conversation has come to, and from where, so that each is counted once. */
export const walkedScenes = table('walked_scenes', {
  conversationId: partOfKey(reference()),
  flowId: partOfKey(reference()),
  scene: partOfKey(text(60)),
  cameFrom: partOfKey(text(60)),
  workspaceId: reference(),
});
