import { Pictures, Row, Typed } from '../log/row.tsx';
import type { Outgoing } from './open-conversation.ts';

/** What an agent wrote and is still on its way, or was refused. */
export function OutgoingRow({ message, onTakeBack }: { message: Outgoing; onTakeBack: () => void }) {
  return (
    <Row>
      <p className="label text-ink-3">{message.refused ? 'Not sent' : 'Sending…'}</p>
      <div className="font-script text-base text-ink-2">
        <Pictures pictures={message.pictures} />
        <Typed>{message.text}</Typed>
      </div>
      {message.refused ? (
        <p className="text-brick">
          {message.refused}{' '}
          <button type="button" className="underline" onClick={onTakeBack}>
            Take it back
          </button>
        </p>
      ) : null}
    </Row>
  );
}
