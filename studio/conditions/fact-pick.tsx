import type { Fact } from '@kineta/core';
import { Select } from '../ui/field.tsx';
import { useConditionFacts } from './facts.ts';

const groupOf = ({ scope }: Fact): string =>
  scope === 'business' ? 'The business' : scope === 'visit' ? 'The conversation, the visit and the hour' : 'From flows';
const GROUPS = ['The conversation, the visit and the hour', 'From flows', 'The business'];

/** Picks a fact of a conversation, of those that may be asked about. */
export function FactPick({ value, onPick }: { value: string; onPick: (fact: string) => void }) {
  const { all: facts } = useConditionFacts();
  return (
    <Select name="Fact" value={value} onChange={event => onPick(event.target.value)}>
      {value === '' ? <option value="">pick a fact…</option> : null}
      {value !== '' && !facts.some(({ name }) => name === value) ? (
        <option value={value}>{value} (no such fact)</option>
      ) : null}
      {GROUPS.map(group => (
        <optgroup key={group} label={group}>
          {facts
            .filter(fact => groupOf(fact) === group)
            .map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
        </optgroup>
      ))}
    </Select>
  );
}
