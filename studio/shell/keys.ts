import { keyTable } from '../ui/key-table.ts';

/** What is pressed on any screen. */
export const everywhereKeys = keyTable('Everywhere', {
  menu: { keys: ['Mod', 'K'], does: 'Go anywhere, do anything' },
  sheet: { keys: ['?'], does: 'All keys' },
  // What is open closes itself, by its own part of the interface.
  close: { keys: ['Escape'], does: 'Close what is open' },
});
