import { describe, expect, test } from 'vitest';
import { keyTable } from './key-table.ts';

const table = keyTable('Here', {
  menu: { keys: ['Mod', 'K'], does: 'Open the menu' },
  undo: { keys: ['Mod', 'Z'], does: 'Undo' },
  redo: { keys: ['Mod', 'Shift', 'Z'], or: [['Mod', 'Y']], does: 'Redo' },
  down: { keys: ['ArrowDown'], does: 'Down' },
  mark: { keys: ['Shift', 'ArrowDown'], does: 'Mark' },
  sheet: { keys: ['?'], does: 'All keys' },
});
const press = (key: string, ...held: string[]) =>
  table.pressed({
    key,
    ctrlKey: held.includes('ctrl'),
    metaKey: held.includes('meta'),
    altKey: held.includes('alt'),
    shiftKey: held.includes('shift'),
  });

describe('keys', () => {
  test.each([
    ['Ctrl or ⌘ is the same key', press('k', 'ctrl'), 'menu'],
    ['as on a Mac', press('k', 'meta'), 'menu'],
    ['a letter alone is written', press('k'), undefined],
    ['with more held than asked for it is another', press('k', 'ctrl', 'alt'), undefined],
    ['Shift makes it another', press('Z', 'ctrl', 'shift'), 'redo'],
    ['two ways to the same', press('y', 'ctrl'), 'redo'],
    ['without Shift', press('z', 'ctrl'), 'undo'],
    ['an arrow', press('ArrowDown'), 'down'],
    ['an arrow with Shift', press('ArrowDown', 'shift'), 'mark'],
    ['a sign that takes Shift here', press('?', 'shift'), 'sheet'],
    ['and none there', press('?'), 'sheet'],
  ])('%s', (_, pressed, expected) => {
    expect(pressed).toBe(expected);
  });
});
