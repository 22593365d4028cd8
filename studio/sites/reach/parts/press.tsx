import { SmallInput } from '../../../ui/field.tsx';
import type { PartProps, PartView } from './view.ts';

function Press({ set, onSet }: PartProps<'press'>) {
  return (
    <span className="flex flex-wrap items-center gap-2">
      <SmallInput
        name="Name of what is marked"
        value={set}
        maxLength={60}
        onChange={event => onSet(event.target.value)}
      />
      <span className="text-ink-2">
        Put <code className="font-mono">{`data-kineta="${set}"`}</code> on a button or a link of your page.
      </span>
    </span>
  );
}

export const pressView: PartView<'press'> = {
  part: 'press',
  name: 'Pressed',
  offered: 'something of the page is pressed',
  Setting: Press,
};
