import { useState } from 'preact/hooks';
import { messages } from '../messages/messages.ts';
import type { Dress } from './dress.ts';
import type { Feed } from './feed.ts';
import { useLoaded } from './loaded.ts';
import { onSite } from './spoken.tsx';

/** Below where one writes: what becomes of it, whether it sounds, and what else can be done with the chat. */
export function Foot({
  feed,
  dress,
  muted,
  onMute,
}: {
  feed: Feed;
  dress: Dress;
  muted: boolean;
  onMute: (muted: boolean) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const more = useLoaded(isOpen, () => import('./more.tsx'));
  const { words, link } = dress.notice;
  return (
    <>
      <div class="foot">
        {link ? (
          <a href={onSite(link)} target="_blank" rel="noopener noreferrer">
            {words || messages.noticeLink}
          </a>
        ) : (
          <span>{words}</span>
        )}
        <span>
          {dress.sound ? (
            <button type="button" class="plain" onClick={() => onMute(!muted)}>
              {muted ? messages.unmute : messages.mute}
            </button>
          ) : null}
          {feed.erase || dress.menu ? (
            <button type="button" class="plain" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
              {dress.menu ? messages.menu : messages.more}
            </button>
          ) : null}
        </span>
      </div>
      {isOpen && more ? <more.More feed={feed} menu={dress.menu} onClose={() => setOpen(false)} /> : null}
    </>
  );
}
