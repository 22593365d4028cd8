import type { Line } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { type ReactNode, useState } from 'react';
import type { LineKeys } from '../lines/line-editor.tsx';
import { LineField } from '../lines/line-field.tsx';
import { LineTools } from '../lines/line-tools.tsx';
import { SpeakerLabel } from './say.tsx';

/** The line of a step that speaks: who speaks above it, the line to be written, and what goes with it below. */
export function SpokenLine({
  label,
  step,
  name,
  line,
  placeholder,
  look = 'text-[1.0625rem] leading-[1.45]',
  selected,
  keys,
  onChange,
  children,
}: {
  label: string;
  step: string;
  /** What the line is, for who listens: “Question”. */
  name: string;
  line: Line;
  placeholder: string;
  look?: string;
  selected: boolean;
  keys: LineKeys;
  onChange: (line: Line) => void;
  /** What stands below while the step is not selected. */
  children?: ReactNode;
}) {
  const [editor, setEditor] = useState<Editor | null>(null);
  return (
    <>
      <SpeakerLabel>{label}</SpeakerLabel>
      <div className={`font-script ${look}`}>
        <LineField
          step={step}
          part="line"
          name={name}
          line={line}
          placeholder={placeholder}
          onChange={onChange}
          onEditor={setEditor}
          {...keys}
        />
      </div>
      {selected ? <LineTools editor={editor} /> : children}
    </>
  );
}
