import type { When } from '@kineta/core';
import { useState } from 'react';
import { SmallInput } from '../../ui/field.tsx';
import type { WhenProps, WhenView } from './view.ts';

type Wrote = Extract<When, { when: 'wrote' }>;

function Words({ when, onSet }: WhenProps<Wrote>) {
  const [text, setText] = useState((when.words ?? []).join(', '));
  return (
    <span className="flex min-w-0 basis-full flex-col gap-0.5">
      <SmallInput
        name="Words"
        className="w-full max-w-md"
        placeholder="no heating, leak, smell of gas"
        value={text}
        onChange={event => {
          setText(event.target.value);
          const words = event.target.value.split(',').map(word => word.trim());
          onSet({ ...when, words: words.filter(Boolean).slice(0, 50) });
        }}
      />
      <span className="text-xs text-ink-3">
        {when.words === null ? 'Say which words. ' : ''}Any of these, with commas between; whatever is written, without
        any.
      </span>
    </span>
  );
}

export const wroteView: WhenView<Wrote> = { when: 'wrote', name: 'the visitor writes', Setting: Words };
