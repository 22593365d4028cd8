import { keyTable } from '../ui/key-table.ts';

export const correctionKeys = keyTable('While a fact is put right', {
  leave: { keys: ['Escape'], does: 'Leave it as it is' },
});

export const searchKeys = keyTable('While what was said is searched', {
  leave: { keys: ['Escape'], does: 'Back to the lists' },
});

export const replyKeys = keyTable('In the inbox', {
  send: { keys: ['Enter'], does: 'Send' },
  // The box itself begins the line.
  line: { keys: ['Shift', 'Enter'], does: 'A new line' },
});
