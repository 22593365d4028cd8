import { keyTable } from './key-table.ts';

export const suggestionKeys = keyTable('While something is suggested to put in', {
  down: { keys: ['ArrowDown'], does: 'The next' },
  up: { keys: ['ArrowUp'], does: 'The one before' },
  pick: { keys: ['Enter'], or: [['Tab']], does: 'Put it in' },
  away: { keys: ['Escape'], does: 'None of them' },
});
