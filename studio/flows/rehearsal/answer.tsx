import type { AnswerShown, Beat, CardShown, FieldReply, FieldShown } from '@kineta/core';
import { useId, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { LineText } from '../../ui/line.tsx';

type Replied = Extract<Beat, { does: 'replies' }>;
type OnReply = (words: string, picked?: Partial<Replied>) => void;

const chip =
  'rounded-[14px_14px_2px_14px] border border-plum-3 bg-white px-3 py-0.5 text-plum hover:bg-plum-2 aria-pressed:bg-plum-2';

/** What picking several comes to, in words. */
function severalWords(choices: ReadonlyArray<{ id: string; label: string }>, picked: string[]): string {
  const labels = choices.filter(({ id }) => picked.includes(id)).map(({ label }) => label);
  return labels.length > 0 ? labels.join(', ') : 'None of these';
}

function Choices({ answer: { choices = [], several }, onReply }: { answer: AnswerShown; onReply: OnReply }) {
  const [picked, setPicked] = useState<string[]>([]);
  return (
    <div className="flex flex-wrap justify-end gap-1.5">
      {choices.map(choice => (
        <button
          key={choice.id}
          type="button"
          aria-pressed={several ? picked.includes(choice.id) : undefined}
          onClick={() => {
            if (!several) onReply(choice.label || choice.id, { choice: choice.id });
            else if (picked.includes(choice.id)) setPicked(picked.filter(id => id !== choice.id));
            else setPicked([...picked, choice.id]);
          }}
          className={chip}
        >
          {choice.label || '…'}
        </button>
      ))}
      {several ? (
        <button
          type="button"
          onClick={() => onReply(severalWords(choices, picked), { choices: picked })}
          className="rounded-[14px_14px_2px_14px] bg-plum px-3 py-0.5 text-white"
        >
          {picked.length === 0 ? 'None of these' : 'That’s it'}
        </button>
      ) : null}
    </div>
  );
}

function FieldInput({
  field,
  given,
  onSet,
}: {
  field: FieldShown;
  given: FieldReply;
  onSet: (given: FieldReply) => void;
}) {
  const { choices } = field.answer;
  const id = useId();
  const box = 'w-full rounded border border-rule bg-white px-2 py-1';
  return (
    <div>
      <label htmlFor={id} className="text-xs text-ink-2">
        {field.label || '…'}
      </label>
      {choices ? (
        <select
          id={id}
          className={box}
          value={given.choice ?? given.choices?.[0] ?? ''}
          onChange={event => {
            const choice = choices.find(({ id }) => id === event.target.value);
            if (!choice) return onSet({ text: '' });
            onSet({ text: choice.label, ...(field.answer.several ? { choices: [choice.id] } : { choice: choice.id }) });
          }}
        >
          <option value="">…</option>
          {choices.map(choice => (
            <option key={choice.id} value={choice.id}>
              {choice.label}
            </option>
          ))}
        </select>
      ) : (
        <input id={id} className={box} value={given.text} onChange={event => onSet({ text: event.target.value })} />
      )}
      {field.mistake ? <span className="text-xs text-brick">{field.mistake}</span> : null}
    </div>
  );
}

function FormCard({ answer: { fields = [], button }, onReply }: { answer: AnswerShown; onReply: OnReply }) {
  const [given, setGiven] = useState<Record<string, FieldReply>>(() =>
    Object.fromEntries(fields.map(field => [field.id, field.given ?? { text: '' }])),
  );
  return (
    <div className="space-y-1.5 rounded-lg border border-plum-3 p-2.5">
      {fields.map(field => (
        <FieldInput
          key={field.id}
          field={field}
          given={given[field.id] ?? { text: '' }}
          onSet={value => setGiven({ ...given, [field.id]: value })}
        />
      ))}
      <Button
        onClick={() => {
          const words = fields.flatMap(({ id, label }) => (given[id]?.text ? `${label}: ${given[id].text}` : []));
          onReply(words.join(' · ') || 'Nothing filled in', { fields: given });
        }}
      >
        {button || 'Send'}
      </Button>
    </div>
  );
}

/** Cards as the rehearsal shows them, in one column. */
export function RehearsedCards({ cards, onReply }: { cards: readonly CardShown[]; onReply?: OnReply }) {
  return (
    <ul className="mt-1 space-y-1.5">
      {cards.map((card, index) => (
        <li key={index} className="rounded-lg border border-rule bg-white p-2 text-[0.8125rem]">
          {card.picture ? (
            <img src={card.picture.src} alt={card.picture.alt} className="mb-1 h-20 w-full rounded object-cover" />
          ) : null}
          <b className="font-script text-[0.9375rem]">{card.title || '…'}</b>
          <LineText line={card.line} />
          {card.price ? <p className="font-semibold text-petrol">{card.price}</p> : null}
          <p className="mt-1 flex flex-wrap gap-1.5">
            {card.actions.map(({ id, label, page }) =>
              page === undefined && onReply ? (
                <button key={id} type="button" className={chip} onClick={() => onReply(label || id, { choice: id })}>
                  {label || '…'}
                </button>
              ) : (
                <span key={id} className="text-petrol underline" title={page}>
                  {label}
                </span>
              ),
            )}
          </p>
        </li>
      ))}
    </ul>
  );
}

/** What a question can be answered with in the rehearsal, other than by writing. */
export function RehearsedAnswer({ answer, onReply }: { answer: AnswerShown; onReply: OnReply }) {
  if (answer.fields) return <FormCard answer={answer} onReply={onReply} />;
  if (answer.cards) return <RehearsedCards cards={answer.cards} onReply={onReply} />;
  if (answer.accept) {
    const file = { id: 'rehearsed', name: 'boiler.jpg', type: answer.accept[0] ?? '', size: 240_000 };
    return (
      <div className="flex justify-end">
        <button type="button" className={chip} onClick={() => onReply(file.name, { file })}>
          Send a file, as “{file.name}”
        </button>
      </div>
    );
  }
  return answer.choices ? <Choices answer={answer} onReply={onReply} /> : null;
}

/** What happened, in the rehearsal, that nobody said. */
export function happeningWords({ does }: Beat): string {
  if (does === 'lets time pass') return 'The time has passed.';
  if (does === 'is told') return 'An answer came.';
  if (does === 'is not told') return 'No answer came.';
  return does === 'hands back' ? 'Handed back to the flow.' : '';
}
