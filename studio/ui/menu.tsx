import { DropdownMenu as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

export interface MenuItem {
  label: string;
  onSelect: () => void;
  danger?: boolean;
}

interface MenuProps {
  items: MenuItem[];
  children: ReactNode;
  /** What is said when there is nothing to pick. */
  empty?: string;
  /** Called once the menu has closed, in place of giving the focus back to the button. */
  onClosed?: () => void;
}

/** A menu that opens from its child, a button. */
export function Menu({ items, children, empty, onClosed }: MenuProps) {
  return (
    <Radix.Root>
      <Radix.Trigger asChild>{children}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          sideOffset={4}
          onCloseAutoFocus={event => {
            if (!onClosed) return;
            event.preventDefault();
            onClosed();
          }}
          className="appear z-50 max-h-80 min-w-44 overflow-y-auto rounded-lg border border-rule bg-sheet p-1 shadow-lg"
        >
          {items.length === 0 && empty ? <p className="px-3 py-1.5 text-ink-2">{empty}</p> : null}
          {items.map(item => (
            <Radix.Item
              key={item.label}
              onSelect={item.onSelect}
              className={`rounded px-3 py-1.5 outline-none data-highlighted:bg-petrol-2 ${item.danger ? 'text-brick' : ''}`}
            >
              {item.label}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
