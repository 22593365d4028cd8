import type { Picked, Staged, StagedCall, StagedNews } from '@kineta/contract';
import { type Beat, startOfButton } from '@kineta/core';
import { useEffect, useRef, useState } from 'react';

/** A beat as it comes of what was done in the window, which also says which question it meant, or behind which answer a button was. */
function beatOf({ text, picked, file }: Extract<StagedCall, { kineta: 'replied' }>, { chat }: Staged): Beat {
  const { choice, choices, fields, buttonOf }: Picked = picked;
  const startsFlow = buttonOf && startOfButton(chat.entries, { of: buttonOf, label: text });
  return { does: 'replies', text, choice, choices, fields, file, ...(startsFlow ? { startsFlow } : {}) };
}

/** Tells the window what to show. */
function tell(frame: HTMLIFrameElement | null, { chat, notes }: Staged): void {
  const news: StagedNews = { kineta: 'staged', staged: { chat, notes } };
  frame?.contentWindow?.postMessage(news, location.origin);
}

/** The window that visitors see, in a frame of its own, showing what is played here. */
export function PlayedWindow({
  staged,
  onBeat,
  onBack,
}: {
  staged: Staged;
  onBeat: (beat: Beat) => void;
  /** Called with the number of the answer to go back to before. */
  onBack: (number: number) => void;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const latest = useRef({ staged, onBeat, onBack });
  latest.current = { staged, onBeat, onBack };
  useEffect(() => {
    const hear = ({ source, origin, data }: MessageEvent<StagedCall>) => {
      if (source !== frame.current?.contentWindow || origin !== location.origin) return;
      if (data.kineta === 'ready') tell(frame.current, latest.current.staged);
      else if (data.kineta === 'replied') latest.current.onBeat(beatOf(data, latest.current.staged));
      else latest.current.onBack(data.number);
    };
    addEventListener('message', hear);
    return () => removeEventListener('message', hear);
  }, []);

  useEffect(() => tell(frame.current, staged), [staged]);

  // The page that is written comes first.
  const [isDue, setDue] = useState(false);
  useEffect(() => {
    const idle = requestIdleCallback(() => setDue(true), { timeout: 1_000 });
    return () => cancelIdleCallback(idle);
  }, []);

  if (!isDue) return null;
  return (
    <iframe ref={frame} src="/w/rehearsal" title="Rehearsed conversation" className="size-full rounded-[inherit]" />
  );
}
