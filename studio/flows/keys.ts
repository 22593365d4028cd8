import { keyTable } from '../ui/key-table.ts';

export const lineKeys = keyTable('In a line', {
  next: { keys: ['Enter'], does: 'The next line' },
  after: { keys: ['Mod', 'Enter'], does: 'A new line after the step' },
  kind: { keys: ['/'], does: 'At the beginning: another kind of step' },
  fact: { keys: ['@'], does: 'A fact' },
  on: { keys: ['Tab'], does: 'On to what may be picked' },
  tools: { keys: ['Alt', 'F10'], does: 'To what formats the line' },
  strong: { keys: ['Mod', 'B'], does: 'Strong' },
  emphasis: { keys: ['Mod', 'I'], does: 'Emphasis' },
  up: { keys: ['ArrowUp'], does: 'At the beginning: the step above' },
  down: { keys: ['ArrowDown'], does: 'At the end: the step below' },
  empty: { keys: ['Backspace'], does: 'In an empty line: delete it' },
  out: { keys: ['Escape'], does: 'Out of the line; the step stays open' },
});

/** Where kinds of steps or facts are offered, which narrow while one types on. */
export const offerKeys = keyTable('Where something is offered', {
  before: { keys: ['ArrowUp'], does: 'The one before' },
  after: { keys: ['ArrowDown'], does: 'The one after' },
  pick: { keys: ['Enter'], or: [['Tab']], does: 'Take it' },
  back: { keys: ['Backspace'], or: [['Escape']], does: 'Back to the line' },
});

export const toolKeys = keyTable('In what formats the line', {
  before: { keys: ['ArrowLeft'], does: 'The one before' },
  after: { keys: ['ArrowRight'], does: 'The one after' },
  back: { keys: ['Escape'], does: 'Back to the line' },
});

export const choiceKeys = keyTable('In a choice', {
  next: { keys: ['Enter'], does: 'The next choice' },
  empty: { keys: ['Backspace'], does: 'In an empty one: delete it' },
  up: { keys: ['Alt', 'ArrowUp'], does: 'Move it up' },
  down: { keys: ['Alt', 'ArrowDown'], does: 'Move it down' },
});

export const pageKeys = keyTable('On the page', {
  above: { keys: ['ArrowUp'], does: 'The step above' },
  below: { keys: ['ArrowDown'], does: 'The step below' },
  markUp: { keys: ['Shift', 'ArrowUp'], does: 'Mark as far as the step above' },
  markDown: { keys: ['Shift', 'ArrowDown'], does: 'Mark as far as the step below' },
  moveUp: { keys: ['Alt', 'ArrowUp'], does: 'Move what is marked up' },
  moveDown: { keys: ['Alt', 'ArrowDown'], does: 'Move it down' },
  write: { keys: ['Enter'], does: 'Write in the step' },
  after: { keys: ['Mod', 'Enter'], does: 'A new line after the step, from anywhere in it' },
  remove: { keys: ['Delete'], or: [['Backspace']], does: 'Delete' },
  close: { keys: ['Escape'], does: 'Out of what is being set; then close the step' },
  // The browser makes events of their own of these, which also its menu brings about.
  copy: { keys: ['Mod', 'C'], does: 'Copy' },
  cut: { keys: ['Mod', 'X'], does: 'Cut' },
  paste: { keys: ['Mod', 'V'], does: 'Paste, into any flow' },
});

export const flowKeys = keyTable('In a flow', {
  undo: { keys: ['Mod', 'Z'], does: 'Undo' },
  redo: { keys: ['Mod', 'Shift', 'Z'], or: [['Mod', 'Y']], does: 'Redo' },
  find: { keys: ['Mod', 'H'], does: 'Find and replace' },
});

/** A side of a station in the ways. */
export type Side = 'right' | 'left' | 'up' | 'down';

export const waysKeys = keyTable('In the ways', {
  right: { keys: ['ArrowRight'], does: 'Along the widest way' },
  left: { keys: ['ArrowLeft'], does: 'Back along it' },
  up: { keys: ['ArrowUp'], does: 'To what stands above' },
  down: { keys: ['ArrowDown'], does: 'To what stands below' },
  open: { keys: ['Enter'], or: [[' ']], does: 'Open the scene' },
  nearer: { keys: ['+'], does: 'Nearer' },
  further: { keys: ['-'], does: 'Further' },
  all: { keys: ['0'], does: 'All of it' },
});
