import {
  type Answer,
  answerKindOf,
  answerKinds,
  type BeforeFinding,
  type Detail,
  type Fact,
  FieldAnswer,
  type PersonPart,
} from '@kineta/core';
import { ArrowUp } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { Found } from './found.tsx';

/** What most ask: of whom it tells, how it is asked, and as what it is kept where the flow has no fact for it. */
const usual: ReadonlyArray<{ person: PersonPart; label: string }> = [
  { person: 'name', label: 'Your name' },
  { person: 'email', label: 'Your email' },
  { person: 'phone', label: 'Your phone number' },
];

/** The type of answer that a fact is naturally given with, inside a card. */
function typeFor({ type }: Pick<Fact, 'type'>): Answer['type'] | undefined {
  return answerKinds.find(kind => !('alone' in kind && kind.alone) && (kind.keptAs as readonly string[])[0] === type)
    ?.type;
}

/** How a fact is asked for; undefined of one that nobody can type or pick on a card. */
function asked(fact: Fact): FieldAnswer | undefined {
  const picks = fact.choices?.map((label, index) => ({ id: `c${index + 1}`, label })) ?? [];
  const type = fact.person === 'name' ? 'short text' : typeFor(fact);
  if (!type || (picks.length === 0 && fact.type === 'choice')) return undefined;
  const answer = FieldAnswer.safeParse(answerKindOf(type).blank(picks));
  return answer.success ? answer.data : undefined;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** An identity that no detail has. */
function freeId(details: readonly Detail[]): string {
  for (let number = 1; ; number++) if (!details.some(({ id }) => id === `d${number}`)) return `d${number}`;
}

/** What may still be asked: the usual, and what the site’s flow asks for. */
function offered(details: readonly Detail[], facts: readonly Fact[]): Array<Omit<Detail, 'id'>> {
  const people = usual.map(({ person, label }): Omit<Detail, 'id'> => {
    const own = facts.find(fact => fact.person === person);
    const answer = asked({ name: person, type: person === 'name' ? 'text' : person, scope: 'visitor', person })!;
    return { label, answer, fact: own?.name ?? person, person };
  });
  const others = facts
    .filter(({ person, scope }) => !person && (scope === 'visitor' || scope === 'conversation'))
    .flatMap((fact): Array<Omit<Detail, 'id'>> => {
      const answer = asked(fact);
      return answer ? [{ label: capital(fact.name), answer, fact: fact.name }] : [];
    });
  return [...people, ...others].filter(({ fact }) => !details.some(known => known.fact === fact));
}

function OneDetail({
  detail,
  number,
  found,
  onSet,
  onUp,
  onRemove,
}: {
  detail: Detail;
  number: number;
  found: readonly BeforeFinding[];
  onSet: (detail: Detail) => void;
  onUp: (() => void) | undefined;
  onRemove: () => void;
}) {
  const { label, answer, fact, optional } = detail;
  return (
    <li className="space-y-1 border-l-2 border-plum-3 pl-3">
      <p className="flex items-center gap-1.5">
        <SmallInput
          name={`Name of field ${number}`}
          className="min-w-0 flex-1 border-plum-3 text-plum"
          maxLength={100}
          value={label}
          onChange={event => onSet({ ...detail, label: event.target.value })}
        />
        {onUp ? (
          <IconButton name={`Move field ${number} up`} onClick={onUp}>
            <ArrowUp className="size-3.5" aria-hidden="true" />
          </IconButton>
        ) : null}
        <RemoveButton name={`Do not ask “${label}”`} onClick={onRemove} />
      </p>
      <p className="flex flex-wrap items-center gap-x-2 text-[0.8125rem] text-ink-2">
        {capital(answerKindOf(answer.type).asksFor)}, kept as <b className="font-semibold text-ink">{fact}</b>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-petrol"
            checked={optional ?? false}
            onChange={event => {
              const { optional: _, ...rest } = detail;
              onSet(event.target.checked ? { ...rest, optional: true } : rest);
            }}
          />
          may be left empty
        </label>
      </p>
      <Found found={found} />
    </li>
  );
}

/** What is asked, one below the other, and what else can be. */
export function Details({
  details,
  facts,
  found,
  onSet,
}: {
  details: readonly Detail[];
  /** Of the flow that the site’s visitors meet. */
  facts: readonly Fact[];
  found: readonly BeforeFinding[];
  onSet: (details: Detail[]) => void;
}) {
  const left = offered(details, facts);
  return (
    <>
      <ul aria-label="Fields" className="space-y-3">
        {details.map((detail, index) => (
          <OneDetail
            key={detail.id}
            detail={detail}
            number={index + 1}
            found={found.filter(({ at }) => at === detail.id)}
            onSet={next => onSet(details.map(one => (one.id === next.id ? next : one)))}
            onUp={index === 0 ? undefined : () => onSet(details.toSpliced(index, 1).toSpliced(index - 1, 0, detail))}
            onRemove={() => onSet(details.filter(one => one !== detail))}
          />
        ))}
      </ul>
      <Found found={found.filter(({ at }) => at === 'details')} />
      {left.length > 0 ? (
        <Select
          name="Ask for more"
          className="w-full text-ink-2"
          value=""
          onChange={event => {
            const picked = left.find(({ fact }) => fact === event.target.value);
            if (picked) onSet([...details, { id: freeId(details), ...picked }]);
          }}
        >
          <option value="">Ask for…</option>
          {left.map(({ fact, label }) => (
            <option key={fact} value={fact}>
              {label}
            </option>
          ))}
        </Select>
      ) : null}
    </>
  );
}
