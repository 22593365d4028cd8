import { keyTable } from '../ui/key-table.ts';

export const correctionKeys = keyTable('While a fact is put right', {
  leave: { keys: ['Escape'], does: 'Leave it as it is' },
});

export const searchKeys = keyTable('While what was said is searched', {
  leave: { keys: ['Escape'], does: 'Back to the lists' },
});

export const listKeys = keyTable('In the lists of the inbox', {
  down: { keys: ['ArrowDown'], or: [['j']], does: 'The next conversation' },
  up: { keys: ['ArrowUp'], or: [['k']], does: 'The one before' },
  pick: { keys: ['x'], does: 'Pick it, or pick it no more' },
  all: { keys: ['Mod', 'a'], does: 'Pick all that are loaded' },
  none: { keys: ['Escape'], does: 'Pick none' },
});

export const signpostKeys = keyTable('While a thing for sale, a page or a code is put in for the visitor', {
  put: { keys: ['Enter'], does: 'Put it in' },
  leave: { keys: ['Escape'], does: 'Not now' },
});

export const firstWordKeys = keyTable('While somebody without a chat is spoken to', {
  send: { keys: ['Enter'], does: 'Send' },
  leave: { keys: ['Escape'], does: 'Not now' },
});

export const replyKeys = keyTable('In the inbox', {
  send: { keys: ['Enter'], does: 'Send' },
  sendAndDone: { keys: ['Mod', 'Enter'], does: 'Send, and the conversation is done' },
  first: { keys: ['Alt', '1'], does: 'Put the first suggested answer in' },
  second: { keys: ['Alt', '2'], does: 'Put the second one in' },
  // The box itself begins the line.
  line: { keys: ['Shift', 'Enter'], does: 'A new line' },
});
