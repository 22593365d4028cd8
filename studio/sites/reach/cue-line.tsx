import { useSortable } from '@dnd-kit/sortable';
import { cueWords, LAST, type ReachFinding } from '@kineta/core';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from '../../ui/button.tsx';
import { OnOff } from '../../ui/on-off.tsx';
import { Direction } from '../../ui/words.tsx';
import { countWords } from '../../ui/writing.ts';
import { useReachSetting } from './setting.ts';
import type { WrittenCue } from './store.ts';

/** How often it was met in the last 30 days, and taken up; beside the one that was met most. */
function Counts({ cue, most }: { cue: string; most: number }) {
  const { counts } = useReachSetting();
  const { met = 0, appeared = 0, taken = 0 } = counts.find(one => one.cue === cue) ?? {};
  if (met + taken === 0) return <span className="font-mono text-xs text-ink-3">not met yet</span>;
  return (
    <span
      className="flex flex-col items-end gap-1"
      title={`In 30 days it fitted first ${countWords(met)} times, appeared by itself ${countWords(appeared)} times, and the chat was opened by it ${countWords(taken)} times.`}
    >
      <i
        aria-hidden="true"
        className="h-1.5 rounded-full bg-petrol/40"
        style={{ width: `${Math.max(4, (met / Math.max(1, most)) * 140)}px` }}
      />
      <span className="font-mono text-xs whitespace-nowrap text-ink-2">
        {countWords(met)} met · {countWords(taken)} opened
      </span>
    </span>
  );
}

/** A cue of the list, as one sentence; opened, what is set in it stands below. */
export function CueLine({
  cue,
  index,
  found,
  most,
  isOpen,
  onOpen,
  onSwitch,
  children,
}: {
  cue: WrittenCue;
  index: number;
  found: readonly ReachFinding[];
  most: number;
  isOpen: boolean;
  onOpen: () => void;
  onSwitch: (on: boolean) => void;
  children?: ReactNode;
}) {
  const { flows } = useReachSetting();
  const isLast = cue.id === LAST;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: cue.id,
    disabled: isOpen || isLast,
  });
  const name =
    flows.find(({ id }) => id === cue.flow)?.name ?? (isLast ? 'No flow: people at once' : 'A flow that is gone');
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
        {isOpen || isLast ? null : (
          <IconButton
            name={`Drag “${name}” to another place`}
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
          <span className={`block font-script text-[1.0625rem] font-semibold ${cue.on ? '' : 'text-ink-3'}`}>
            {name}
            {isLast ? <span className="ml-2 font-normal text-ink-2 italic">whoever else comes</span> : null}
          </span>
          <span className={`block font-script text-[1.0625rem] leading-7 ${cue.on ? '' : 'text-ink-3'}`}>
            <Direction words={cueWords(cue)} />
          </span>
        </button>
        {found.map(({ level, sentence }) => (
          <p key={sentence} className={`mt-1 text-[0.8125rem] ${level === 'problem' ? 'text-brick' : 'text-ochre'}`}>
            {sentence}
          </p>
        ))}
        {children}
      </div>
      <span className="flex w-42 shrink-0 flex-col items-end gap-1.5 pt-0.5 pl-2 max-md:w-14">
        {isLast ? null : <OnOff name={`“${name}” is on`} on={cue.on} onSwitch={onSwitch} />}
        <span className="max-md:hidden">
          <Counts cue={cue.id} most={most} />
        </span>
      </span>
    </li>
  );
}
