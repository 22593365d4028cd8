import { useSortable } from '@dnd-kit/sortable';
import type { RuleRow } from '@kineta/contract';
import { isGone, lacks, type Names, type Rule, refersTo, ruleWords } from '@kineta/core';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from '../ui/button.tsx';
import { OnOff } from '../ui/on-off.tsx';
import { Direction } from '../ui/words.tsx';
import { countWords } from '../ui/writing.ts';

/** What keeps a rule from doing what it says. */
function wrongWith(rule: Rule, names: Names): string {
  if (lacks(rule)) return 'Something is still to be said in it before it can be on.';
  if (refersTo(rule).some(one => isGone(names, one))) return 'What it names is gone: it does nothing about that.';
  return '';
}

/** A rule of the list, as one sentence; opened, what is set in it stands below. */
export function RuleLine({
  row,
  written,
  index,
  names,
  isOpen,
  onOpen,
  onSwitch,
  children,
}: {
  row: RuleRow;
  /** As it is being written. */
  written: Rule;
  index: number;
  names: Names;
  isOpen: boolean;
  onOpen: () => void;
  onSwitch: (on: boolean) => unknown;
  children?: ReactNode;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: row.id,
    disabled: isOpen,
  });
  const wrong = wrongWith(row.rule, names);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`group relative flex gap-2 ${
        isOpen ? 'my-2 rounded-lg border border-rule bg-sheet p-4' : 'border-b border-rule px-4 py-3.5'
      } ${isDragging ? 'z-10 bg-paper opacity-80' : ''}`}
    >
      <span className="flex w-7 shrink-0 flex-col items-center pt-1">
        <span className="font-mono text-xs text-ink-3">{index + 1}</span>
        {isOpen ? null : (
          <IconButton
            name={`Drag “${row.rule.name}” to another place`}
            className="size-6 touch-none opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
            {...attributes}
            {...listeners}
          >
            <GripVertical className="size-3.5" aria-hidden="true" />
          </IconButton>
        )}
      </span>
      <div className="min-w-0 flex-1">
        <button type="button" aria-expanded={isOpen} className="block w-full text-left" onClick={onOpen}>
          <span className="label text-ink-3">{row.rule.name}</span>
          <span className={`block font-script text-[1.0625rem] leading-7 ${row.on || isOpen ? '' : 'text-ink-3'}`}>
            <Direction words={ruleWords(written, names)} />
          </span>
        </button>
        {wrong ? <p className="mt-1 text-[0.8125rem] text-ochre">{wrong}</p> : null}
        {children}
      </div>
      <span className="flex w-20 shrink-0 flex-col items-end gap-1.5 pt-0.5">
        <OnOff name={`“${row.rule.name}” is on`} on={row.on} onSwitch={onSwitch} />
        <span className="font-mono text-xs text-ink-3" title="How often it acted in the last 30 days">
          {row.acted > 0 ? `${countWords(row.acted)} ×` : ''}
        </span>
      </span>
    </li>
  );
}
