import { Smile } from 'lucide-react';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import { IconButton } from './button.tsx';
import { Skeleton } from './skeleton.tsx';

const EmojiList = lazy(() => import('./emoji-list.tsx'));

interface EmojiPickerProps {
  onPick: (emoji: string) => void;
  /** Called once it has closed, in place of giving the focus back to its button. */
  onClosed: () => void;
  /** Whether Tab passes it by, as in a row of tools that is gone through by the arrows. */
  inToolbar?: true;
}

/** A button that opens all emoji, to be searched by name. */
export function EmojiPicker({ onPick, onClosed, inToolbar }: EmojiPickerProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <IconButton name="Emoji" tabIndex={inToolbar ? -1 : undefined} onMouseDown={event => event.preventDefault()}>
          <Smile className="size-3.5" aria-hidden="true" />
        </IconButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Emoji"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="appear z-50 w-80 rounded-lg border border-rule bg-sheet shadow-lg"
          onCloseAutoFocus={event => {
            event.preventDefault();
            onClosed();
          }}
        >
          <Suspense fallback={<Skeleton lines={6} className="p-3" />}>
            <EmojiList
              onPick={emoji => {
                onPick(emoji);
                setOpen(false);
              }}
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
