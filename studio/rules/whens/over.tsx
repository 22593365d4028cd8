import type { When } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import type { WhenProps, WhenView } from './view.ts';

type Over = Extract<When, { when: 'over' }>;

const closers: ReadonlyArray<readonly [Over['by'], string]> = [
  ['anybody', 'whoever finished it'],
  ['person', 'a person finished it'],
  ['flow', 'its flow came to the end'],
  ['rule', 'a rule closed it'],
];

function By({ when, onSet }: WhenProps<Over>) {
  return (
    <Select
      name="Who finished it"
      value={when.by}
      onChange={event => onSet({ ...when, by: event.target.value as Over['by'] })}
    >
      {closers.map(([by, words]) => (
        <option key={by} value={by}>
          {words}
        </option>
      ))}
    </Select>
  );
}

export const overView: WhenView<Over> = { when: 'over', name: 'a conversation is done', Setting: By };
