import { Pictures, Row, Typed } from '../log/row.tsx';
import { useNow } from './offer.tsx';
import type { Enclosed, Outgoing } from './open-conversation.ts';
import { signpostName } from './signposting.tsx';

const enclosedWords = ({ files, products, signpost }: Enclosed): string[] => [
  ...files.map(({ name }) => name),
  ...products.map(({ name }) => name),
  ...(signpost ? [signpostName(signpost)] : []),
];

const action = 'text-petrol underline';

/** What an agent wrote and is still to go out, on its way, or was refused. */
export function OutgoingRow({
  message,
  onTakeBack,
  onHurry,
}: {
  message: Outgoing;
  onTakeBack: () => void;
  onHurry: () => void;
}) {
  const { refused, at, text, enclosed } = message;
  const now = useNow(!refused && at > Date.now());
  const seconds = Math.ceil((at - now) / 1_000);
  const waits = !refused && seconds > 0;
  return (
    <Row>
      <p className="label text-ink-3">{refused ? 'Not sent' : waits ? `Goes out in ${seconds} s` : 'Sending…'}</p>
      <div className="font-script text-base text-ink-2">
        <Pictures pictures={enclosed.pictures} />
        <Typed>{[text, ...enclosedWords(enclosed)].filter(Boolean).join('\n')}</Typed>
      </div>
      {waits ? (
        <p className="flex gap-3">
          <button type="button" className={action} onClick={onTakeBack}>
            Take it back
          </button>
          <button type="button" className={action} onClick={onHurry}>
            Send it now
          </button>
        </p>
      ) : null}
      {refused ? (
        <p className="text-brick">
          {refused}{' '}
          <button type="button" className="underline" onClick={onTakeBack}>
            Take it back
          </button>
        </p>
      ) : null}
    </Row>
  );
}
