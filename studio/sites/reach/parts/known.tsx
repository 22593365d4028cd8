import { Select } from '../../../ui/field.tsx';
import type { PartProps, PartView } from './view.ts';

function Known({ set, onSet }: PartProps<'known'>) {
  return (
    <Select name="Whether they are known" value={String(set)} onChange={({ target }) => onSet(target.value === 'true')}>
      <option value="true">who left a name, email or number</option>
      <option value="false">who left none</option>
    </Select>
  );
}

export const knownView: PartView<'known'> = {
  part: 'known',
  name: 'Known',
  offered: 'known to us, or not',
  Setting: Known,
};
