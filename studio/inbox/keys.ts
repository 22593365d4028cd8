import { keyTable } from '../ui/key-table.ts';

export const replyKeys = keyTable('In the inbox', {
  send: { keys: ['Enter'], does: 'Send' },
  // The box itself begins the line.
  line: { keys: ['Shift', 'Enter'], does: 'A new line' },
});
