import { lazy, Suspense, useEffect } from 'react';
import { useCommands } from './commands.ts';
import { everywhereKeys } from './keys.ts';

const loadMenu = () => import('./command-menu.tsx');
const CommandMenu = lazy(async () => ({ default: (await loadMenu()).CommandMenu }));
const KeySheet = lazy(async () => ({ default: (await import('./key-sheet.tsx')).KeySheet }));

function isWriting(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest('input, textarea, select, [contenteditable]') !== null;
}

/** Ctrl or ⌘ with K opens the command menu from anywhere, `?` the sheet of all keys. */
export function CommandKeys() {
  const open = useCommands(state => state.open);
  const show = useCommands(state => state.show);
  // Who presses the keys goes on typing at once: by then the menu has been loaded.
  useEffect(() => {
    const idle = requestIdleCallback(() => void loadMenu());
    return () => cancelIdleCallback(idle);
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const pressed = everywhereKeys.pressed(event);
      const { open: now } = useCommands.getState();
      if (pressed === 'menu') show(now === 'menu' ? undefined : 'menu');
      else if (pressed === 'sheet' && !isWriting(event.target)) show('keys');
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [show]);
  if (!open) return null;
  return <Suspense>{open === 'menu' ? <CommandMenu /> : <KeySheet />}</Suspense>;
}
