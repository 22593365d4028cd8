import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { AddButton } from '../../ui/add-button.tsx';
import { IconButton } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { newId } from '../draft/draft.ts';
import { choiceKeys } from '../keys.ts';

interface Labelled {
  id: string;
  label: string;
}

/** How far a pointer goes with a choice before it is carried, in pixels: a click is none. */
const CARRIED_FROM = 4;

interface ItemProps {
  choice: Labelled;
  index: number;
  onLabel: (label: string) => void;
  onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void;
  onRemove: () => void;
  children: ReactNode;
}

function Item({ choice, index, onLabel, onKeyDown, onRemove, children }: ItemProps) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: choice.id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`flex items-center gap-2 ${isDragging ? 'opacity-80' : ''}`}
    >
      {/* By the keys a choice is moved from where it is written. */}
      <IconButton
        name={`Drag choice ${index + 1}`}
        title="Drag, or press Alt and an arrow in the choice"
        tabIndex={-1}
        className="-mr-1 cursor-grab touch-none"
        {...listeners}
      >
        <GripVertical className="size-3.5" aria-hidden="true" />
      </IconButton>
      <SmallInput
        name={`Choice ${index + 1}`}
        data-choice={choice.id}
        value={choice.label}
        maxLength={200}
        placeholder="What can be picked"
        className="flex-1 border-plum-3 text-plum"
        onChange={event => onLabel(event.target.value)}
        onKeyDown={onKeyDown}
      />
      {children}
      <RemoveButton name={`Remove choice ${index + 1}`} onClick={onRemove} />
    </li>
  );
}

/**
 * The choices of an answer, each with its words and whatever else it has. Enter goes on to the next, making one at the
 * end; Backspace in an empty one goes back; they are dragged, or moved by Alt and the arrows.
 */
export function ChoiceList<C extends Labelled>({
  legend,
  choices,
  onSet,
  beside,
}: {
  legend: string;
  choices: readonly C[];
  onSet: (choices: Array<C | Labelled>, part?: string) => void;
  beside?: (choice: C, index: number) => ReactNode;
}) {
  const list = useRef<HTMLUListElement>(null);
  // The choice that is to be written next, once it is there.
  const [next, setNext] = useState<string>();
  useEffect(() => {
    if (next === undefined) return;
    const input = list.current?.querySelector<HTMLInputElement>(`[data-choice="${CSS.escape(next)}"]`);
    if (!input) return;
    input.focus();
    setNext(undefined);
  });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: CARRIED_FROM } }));

  const add = () => {
    const added = { id: newId(), label: '' };
    onSet([...choices, added]);
    setNext(added.id);
  };
  const move = (from: number, to: number) => {
    if (from < 0 || to < 0 || from === to || to >= choices.length) return;
    setNext(choices[from]!.id);
    onSet(arrayMove([...choices], from, to));
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>, choice: C, index: number) => {
    const pressed = event.nativeEvent.isComposing ? undefined : choiceKeys.pressed(event);
    if (pressed === 'next') {
      const following = choices[index + 1];
      if (following) setNext(following.id);
      else if (choice.label.trim() !== '') add();
    } else if (pressed === 'empty' && choice.label === '' && choices.length > 1) {
      setNext((choices[index - 1] ?? choices[1]!).id);
      onSet(choices.toSpliced(index, 1));
    } else if (pressed === 'up') move(index, index - 1);
    else if (pressed === 'down') move(index, index + 1);
    else return;
    event.preventDefault();
  };
  return (
    <fieldset>
      <legend className="label mb-1.5 text-plum">{legend}</legend>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          const at = (id: unknown) => choices.findIndex(choice => choice.id === id);
          if (over) move(at(active.id), at(over.id));
        }}
      >
        <SortableContext items={choices.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ul ref={list} className="space-y-1.5">
            {choices.map((choice, index) => (
              <Item
                key={choice.id}
                choice={choice}
                index={index}
                onLabel={label =>
                  onSet(
                    choices.map(old => (old.id === choice.id ? { ...old, label } : old)),
                    choice.id,
                  )
                }
                onKeyDown={event => onKeyDown(event, choice, index)}
                onRemove={() => onSet(choices.filter(({ id }) => id !== choice.id))}
              >
                {beside?.(choice, index)}
              </Item>
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <div className="mt-1.5">
        <AddButton tone="plum" onClick={add}>
          Add a choice
        </AddButton>
      </div>
    </fieldset>
  );
}
