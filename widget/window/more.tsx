import type { WindowDress } from '@kineta/contract';
import { useEffect, useId, useRef, useState } from 'preact/hooks';
import { messages } from '../messages/messages.ts';
import { partMessages } from '../messages/parts.ts';
import type { Feed } from './feed.ts';
import { MenuEntries, ReadOften } from './menu.tsx';
import './form.css';
import './more.css';

/** What can always be done with the chat: what its menu leads to, have it sent by email, or end it with all of it erased. */
export function More({ feed, menu = [], onClose }: { feed: Feed; menu?: WindowDress['menu']; onClose: () => void }) {
  const [asks, setAsks] = useState<'email' | 'erase' | 'often'>();
  const [email, setEmail] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ wrong: boolean; words: string }>();
  const id = useId();
  const panel = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever it asks next is come to
  useEffect(() => panel.current?.querySelector<HTMLElement>('input, button')?.focus(), [asks]);
  const work = async (done: () => Promise<unknown> | undefined, words: string) => {
    setBusy(true);
    setSaid(undefined);
    try {
      await done();
      setSaid({ wrong: false, words });
      setAsks(undefined);
    } catch (error) {
      setSaid({ wrong: true, words: (error as Error).message });
    }
    setBusy(false);
  };
  const send = () => work(() => feed.ask?.('transcript', { email: email.trim() }), partMessages.onItsWay(email.trim()));
  return (
    <div class="more" ref={panel}>
      {asks === 'email' ? (
        <div>
          <div class="field">
            <label for={id}>{partMessages.yourEmail}</label>
            <input
              id={id}
              type="email"
              autoComplete="email"
              value={email}
              onInput={event => setEmail(event.currentTarget.value)}
              onKeyDown={event => event.key === 'Enter' && send()}
            />
          </div>
          <button type="button" class="main" disabled={busy || email.trim() === ''} onClick={send}>
            {partMessages.sendIt}
          </button>
        </div>
      ) : asks === 'often' ? (
        <ReadOften feed={feed} />
      ) : asks === 'erase' ? (
        <div>
          <p>{partMessages.whatIsErased}</p>
          <button
            type="button"
            class="main"
            disabled={busy}
            onClick={() => work(() => feed.erase?.(), messages.erased)}
          >
            {partMessages.eraseNow}
          </button>
        </div>
      ) : (
        <div>
          <MenuEntries feed={feed} menu={menu} onRead={() => setAsks('often')} onLeave={onClose} />
          {feed.erase ? (
            <>
              <button type="button" class="plain" onClick={() => setAsks('email')}>
                {partMessages.emailThis}
              </button>
              <button type="button" class="plain" onClick={() => setAsks('erase')}>
                {partMessages.eraseThis}
              </button>
            </>
          ) : null}
        </div>
      )}
      {said ? (
        <p class={said.wrong ? 'mistake' : ''} role={said.wrong ? 'alert' : 'status'}>
          {said.words}
        </p>
      ) : null}
      <button type="button" class="plain" onClick={onClose}>
        {partMessages.lessOfIt}
      </button>
    </div>
  );
}
