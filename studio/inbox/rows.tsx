import type { ConversationSummary } from '@kineta/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useRef } from 'react';
import type { usePages } from '../shell/pages.ts';
import { useReachesEnd } from '../shell/pages.ts';
import { Item } from './item.tsx';
import { listKeys } from './keys.ts';
import { useNow } from './offer.tsx';
import { pick, pickAll } from './store.ts';

/** Conversations one below the other, gone through and picked with keys. */
export function ConversationRows({
  name,
  conversations,
  pages,
  chosen,
}: {
  name: string;
  conversations: readonly ConversationSummary[];
  pages: ReturnType<typeof usePages>;
  chosen: string | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const now = useNow(conversations.some(({ waitingSince }) => waitingSince !== null));
  const rows = useVirtualizer({
    count: conversations.length,
    getScrollElement: () => box.current,
    estimateSize: () => 84,
    overscan: 8,
  });
  const items = rows.getVirtualItems();
  useReachesEnd(pages, items.at(-1)?.index ?? 0, conversations.length);
  const goTo = (index: number): void => {
    if (index < 0 || index >= conversations.length) return;
    rows.scrollToIndex(index);
    const drawn = () => box.current?.querySelector<HTMLElement>(`[data-index="${index}"] a`);
    // At once where it is drawn already: the next key may be pressed before a frame is over.
    const row = drawn();
    if (row) row.focus();
    else requestAnimationFrame(() => drawn()?.focus());
  };
  const press = (event: KeyboardEvent): void => {
    const row = (event.target as HTMLElement).closest<HTMLElement>('[data-index]');
    const key = listKeys.pressed(event);
    if (!row || !key) return;
    event.preventDefault();
    const index = Number(row.dataset.index);
    if (key === 'down' || key === 'up') goTo(index + (key === 'down' ? 1 : -1));
    else if (key === 'pick') pick(conversations[index]!.id);
    else pickAll(key === 'all' ? conversations.map(({ id }) => id) : []);
  };
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto">
      <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label={name} onKeyDown={press}>
        {items.map(item => {
          const conversation = conversations[item.index]!;
          return (
            <li
              key={conversation.id}
              data-index={item.index}
              className="absolute top-0 left-0 h-[84px] w-full"
              style={{ transform: `translateY(${item.start}px)` }}
              aria-setsize={conversations.length}
              aria-posinset={item.index + 1}
            >
              <Item conversation={conversation} chosen={conversation.id === chosen} now={now} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}
