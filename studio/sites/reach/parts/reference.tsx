import { linkOf } from '@kineta/core';
import { SmallInput } from '../../../ui/field.tsx';
import type { PartProps, PartView } from './view.ts';

function Reference({ set, onSet }: PartProps<'reference'>) {
  return (
    <span className="flex flex-wrap items-center gap-2">
      <SmallInput name="Reference" value={set} maxLength={60} onChange={event => onSet(event.target.value)} />
      <span className="text-ink-2">
        Put <code className="font-mono">{linkOf(set)}</code> behind the address of any page.
      </span>
    </span>
  );
}

export const referenceView: PartView<'reference'> = {
  part: 'reference',
  name: 'Link',
  offered: 'a link of its own',
  Setting: Reference,
};
