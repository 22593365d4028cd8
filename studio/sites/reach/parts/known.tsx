import { Select } from '../../../ui/field.tsx';
import type { PartProps, PartView } from './view.ts';

function Known({ set, onSet }: PartProps<'known'>) {
  return (
    <Select name="Whether they are known" value={String(set)} onChange={({ target }) => onSet(target.value === 'true')}>
      <option value="true">who has left a name, an email or a phone number</option>
      <option value="false">who has not</option>
    </Select>
  );
}

export const knownView: PartView<'known'> = {
  part: 'known',
  name: 'Known',
  offered: 'known to us, or not',
  Setting: Known,
};
