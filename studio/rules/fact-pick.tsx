import type { Fact } from '@kineta/core';
import { Select } from '../ui/field.tsx';
import { useRuleSetting } from './setting.ts';

const groupOf = ({ scope }: Fact): string =>
  scope === 'business' ? 'The business' : scope === 'visit' ? 'The conversation, the visit and the hour' : 'From flows';
const GROUPS = ['The conversation, the visit and the hour', 'From flows', 'The business'];

/** Picks a fact that rules may ask about. */
export function FactPick({ value, onPick }: { value: string; onPick: (fact: string) => void }) {
  const { facts } = useRuleSetting();
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
