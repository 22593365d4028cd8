import type { Pending } from '@kineta/contract';
import { messages } from '../messages/messages.ts';
import { Plain } from './spoken.tsx';

/** A message that the server does not have yet, or will not take. */
export function PendingMessage({ message, onTakeBack }: { message: Pending; onTakeBack: () => void }) {
  return (
    <>
      <div class={message.refused ? 'mine refused' : 'mine sending'}>
        <span class="unseen">{messages.you}</span>
        <Plain text={message.text} />
      </div>
      {message.refused ? (
        <p class="direction refusal">
          {message.refused}{' '}
          <button type="button" class="plain" onClick={onTakeBack}>
            {messages.changeIt}
          </button>
        </p>
      ) : null}
    </>
  );
}
