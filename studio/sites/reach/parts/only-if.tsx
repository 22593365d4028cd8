import { ConditionEditor } from '../../../conditions/condition-editor.tsx';
import type { PartProps, PartView } from './view.ts';

function OnlyIf({ set, onSet }: PartProps<'onlyIf'>) {
  return <ConditionEditor condition={set} onSet={onSet} />;
}

export const onlyIfView: PartView<'onlyIf'> = {
  part: 'onlyIf',
  name: 'Only if',
  offered: 'anything else that is known',
  Setting: OnlyIf,
};
