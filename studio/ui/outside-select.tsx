import { OutsideName } from '@kineta/core';
import { Select } from './field.tsx';

/** Who may answer outside, in words: as it is picked, as a note says it, and what becomes of what it says. */
export const outsideWords: Readonly<Record<OutsideName, { picked: string; noted: string; how: string }>> = {
  composed: {
    picked: 'as your model words it',
    noted: 'Worded by the model',
    how: 'only with numbers, prices, links and names that are in your answers; else as it is written',
  },
  service: {
    picked: 'by your own service',
    noted: 'Answered by your service',
    how: 'and where that fails, from your answers',
  },
};

/** Picks who words what is answered. @param shown those that can be picked */
export function OutsideSelect({
  name,
  value,
  shown = OutsideName.options,
  onPick,
}: {
  name: string;
  value: OutsideName | undefined;
  shown?: readonly OutsideName[];
  onPick: (picked: OutsideName | undefined) => void;
}) {
  return (
    <Select name={name} value={value ?? ''} onChange={event => onPick(shown.find(one => one === event.target.value))}>
      <option value="">as it is written</option>
      {shown.map(one => (
        <option key={one} value={one}>
          {outsideWords[one].picked}
        </option>
      ))}
    </Select>
  );
}
