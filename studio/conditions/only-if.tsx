import type { Condition } from '@kineta/core';
import { AddButton } from '../ui/add-button.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { ConditionEditor } from './condition-editor.tsx';

/** The first thing that is asked of a conversation, to begin with. */
const UNASKED: Condition = { all: [{ fact: 'led by', is: 'is', value: 'the flow' }] };

/** What must hold, if anything. */
export function OnlyIf({
  condition,
  onSet,
}: {
  condition: Condition | null;
  onSet: (condition: Condition | null) => void;
}) {
  if (!condition) return <AddButton onClick={() => onSet(UNASKED)}>Always; add a condition</AddButton>;
  return (
    <div className="flex items-start gap-1">
      <div className="min-w-0 flex-1">
        <ConditionEditor condition={condition} onSet={onSet} />
      </div>
      <RemoveButton name="Remove all conditions" onClick={() => onSet(null)} />
    </div>
  );
}
