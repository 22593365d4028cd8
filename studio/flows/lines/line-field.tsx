import type { Line } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { useContext, useRef } from 'react';
import { LineText } from '../../ui/line.tsx';
import { useSelection } from '../selection.ts';
import { LineEditor, type LineKeys } from './line-editor.tsx';
import { ReadOnly } from './read-only.ts';

interface LineFieldProps extends LineKeys {
  step: string;
  part: string;
  name: string;
  line: Line;
  placeholder: string;
  onChange: (line: Line) => void;
  onEditor?: (editor: Editor | null) => void;
}

/** A line on the page: text until it is clicked or tabbed into, then its editor, at the same place and in the same look. */
export function LineField({ step, part, name, line, placeholder, ...rest }: LineFieldProps) {
  const active = useSelection(state => state.line === `${step}:${part}`);
  const write = useSelection(state => state.write);
  const isRead = useContext(ReadOnly);
  const pointer = useRef<{ left: number; top: number }>(undefined);
  if (isRead) return <LineText line={line} />;
  if (active)
    return <LineEditor name={name} line={line} placeholder={placeholder} startAt={pointer.current} {...rest} />;
  return (
    <div
      role="textbox"
      aria-label={name}
      aria-multiline="true"
      tabIndex={0}
      className="cursor-text rounded-sm"
      onPointerDown={event => {
        const { left, top } = event.currentTarget.getBoundingClientRect();
        pointer.current = { left: event.clientX - left, top: event.clientY - top };
      }}
      onFocus={() => write(step, part)}
      onBlur={() => {
        pointer.current = undefined;
      }}
    >
      {line.length > 0 ? <LineText line={line} /> : <p className="text-ink-3">{placeholder}</p>}
    </div>
  );
}
