import { EmojiPicker as Emoji, type EmojiPickerListComponents } from 'frimousse';
import { Skeleton } from './skeleton.tsx';

/** Those of 2021: what counts is what visitors' devices can draw, not what this one can. */
const VERSION = 14;

/** The library counts rows and columns from zero, and ARIA from one. */
const fromOne = (index: number | undefined): number => (index ?? 0) + 1;

const parts: Partial<EmojiPickerListComponents> = {
  CategoryHeader: ({ category, ...rest }) => (
    <div {...rest} className="bg-sheet px-2 pt-2 pb-1 text-xs text-ink-2">
      {category.label}
    </div>
  ),
  Row: ({ children, ...rest }) => (
    <div {...rest} role="row" aria-rowindex={fromOne(rest['aria-rowindex'])}>
      {children}
    </div>
  ),
  Emoji: ({ emoji, ...rest }) => (
    <button
      {...rest}
      role="gridcell"
      aria-label={emoji.label}
      aria-colindex={fromOne(rest['aria-colindex'])}
      className="grid size-8 place-items-center rounded text-lg data-active:bg-petrol-2"
    >
      {emoji.emoji}
    </button>
  ),
};

/** All emoji by what they are about, searched by name and walked by the arrows. */
export default function EmojiList({ onPick }: { onPick: (emoji: string) => void }) {
  return (
    <Emoji.Root
      emojibaseUrl="/emoji"
      emojiVersion={VERSION}
      columns={9}
      onEmojiSelect={({ emoji }) => onPick(emoji)}
      className="flex h-80 flex-col"
    >
      <Emoji.Search
        autoFocus
        aria-label="Search emoji"
        placeholder="Search, such as “wave”"
        className="m-2 min-h-8 rounded-md border border-rule bg-sheet px-2.5 py-1 focus:border-petrol focus:outline-2 focus:outline-petrol-2"
      />
      <Emoji.Viewport tabIndex={0} className="min-h-0 flex-1 px-2">
        <Emoji.Loading>
          <Skeleton lines={6} />
        </Emoji.Loading>
        <Emoji.Empty className="block p-2 text-ink-2">None is called that.</Emoji.Empty>
        <Emoji.List components={parts} />
      </Emoji.Viewport>
    </Emoji.Root>
  );
}
