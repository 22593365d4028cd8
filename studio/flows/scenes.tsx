import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { FlowDetail } from '@kineta/contract';
import { type Finding, type Flow, insertScene, moveScene, removeScene, usualKinds } from '@kineta/core';
import { GripVertical, MoreHorizontal } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { IconButton } from '../ui/button.tsx';
import { Menu } from '../ui/menu.tsx';
import { newId, useDraft } from './draft/draft.ts';
import { useSelection } from './selection.ts';

interface SceneRowProps {
  id: string;
  title: string;
  index: number;
  /** How many scenes there are. */
  count: number;
  /** Of the visitors, how many come to it; undefined while there are none. */
  share: number | undefined;
  problem: boolean;
  current: boolean;
}

/** Drawn anew only when something of its own changes: at every key there are as many of them as scenes. */
const SceneRow = memo(function SceneRow({ id, title, index, count, share, problem, current }: SceneRowProps) {
  const goTo = useSelection(state => state.goTo);
  const edit = useDraft(state => state.edit);
  const undo = useDraft(state => state.undo);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging, isOver } = useSortable({ id });
  // What can be done with it is there for who comes near.
  const [near, setNear] = useState(false);
  const remove = () => {
    const { flow } = useDraft.getState();
    edit(now => removeScene(now, id));
    if (current && flow) goTo({ scene: flow.scenes[index === 0 ? 1 : index - 1]!.id });
    toast(`“${title}” was deleted.`, { action: { label: 'Undo', onClick: undo } });
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: it only notices that somebody comes near its buttons
    <div
      ref={setNodeRef}
      id={`scene-${id}`}
      onPointerEnter={() => setNear(true)}
      onFocus={() => setNear(true)}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`group relative p-0.5 [contain-intrinsic-size:auto_3rem] [content-visibility:auto] ${isOver ? 'rounded-md outline-2 outline-petrol' : ''} ${isDragging ? 'z-10 opacity-80' : ''}`}
    >
      <button
        type="button"
        aria-current={current}
        onClick={() => goTo({ scene: id })}
        {...listeners}
        onKeyDown={undefined}
        className={`block w-full rounded-md border px-1.5 py-1.5 text-left outline-offset-0 ${
          current ? 'border-rule bg-sheet' : 'border-transparent hover:bg-paper-2'
        }`}
      >
        <span className="flex items-baseline gap-2">
          <span className="w-4 shrink-0 font-mono text-xs text-ink-3">{index + 1}</span>
          <span className="min-w-0 flex-1 truncate">{title}</span>
          {problem ? (
            <i className="size-1.5 shrink-0 self-center rounded-full bg-brick" role="img" aria-label="has a problem" />
          ) : null}
          <span className="font-mono text-xs text-ink-3 group-focus-within:invisible group-hover:invisible">
            {share === undefined ? '–' : `${Math.round(share * 100)}%`}
          </span>
        </span>
        <span className="mt-1 ml-6 block h-0.5 rounded bg-rule" aria-hidden="true">
          <span className="block h-full rounded bg-petrol" style={{ width: `${(share ?? 0) * 100}%` }} />
        </span>
      </button>
      {near || current ? (
        <span className="absolute top-0.5 right-0.5 hidden bg-inherit group-focus-within:flex group-hover:flex">
          <IconButton name={`Drag ${title} to another place`} className="size-6" {...attributes} {...listeners}>
            <GripVertical className="size-3.5" aria-hidden="true" />
          </IconButton>
          <Menu
            items={[
              ...(index > 0
                ? [
                    {
                      label: index === 1 ? 'Begin with this scene' : 'Move up',
                      onSelect: () => edit(now => moveScene(now, id, index - 1)),
                    },
                  ]
                : []),
              ...(index < count - 1
                ? [{ label: 'Move down', onSelect: () => edit(now => moveScene(now, id, index + 1)) }]
                : []),
              ...(count > 1 ? [{ label: 'Delete', danger: true, onSelect: remove }] : []),
            ]}
          >
            <IconButton name={`More for ${title}`} className="size-6">
              <MoreHorizontal className="size-3.5" aria-hidden="true" />
            </IconButton>
          </Menu>
        </span>
      ) : null}
    </div>
  );
});

/** The contents of the play: its scenes, how many visitors come to each, and where something is wrong. */
export const Scenes = memo(function Scenes({
  flow,
  detail,
  findings,
}: {
  flow: Flow;
  detail: FlowDetail;
  findings: Finding[];
}) {
  const goTo = useSelection(state => state.goTo);
  const edit = useDraft(state => state.edit);
  const current = useSelection(state => state.scene);
  // The same list while it names the same scenes: what can be dragged hangs on it.
  const order = flow.scenes.map(scene => scene.id).join(' ');
  const ids = useMemo(() => order.split(' '), [order]);
  const wrong = new Set(findings.filter(({ level }) => level === 'problem').map(({ place }) => place.scene));
  const { conversations, reach } = detail;
  const add = () => {
    const scene = {
      id: newId(),
      title: `Scene ${flow.scenes.length + 1}`,
      steps: [usualKinds.close.blank(newId())],
    };
    edit(now => insertScene(now, now.scenes.length, scene));
    goTo({ scene: scene.id });
  };
  return (
    <nav aria-label="Scenes" className="flex flex-col p-2.5">
      <p className="label flex justify-between px-1 pb-1 text-ink-2">
        <span>Scenes</span>
        <span>Reach, 28 d</span>
      </p>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {flow.scenes.map((scene, index) => (
          <SceneRow
            key={scene.id}
            id={scene.id}
            title={scene.title}
            index={index}
            count={flow.scenes.length}
            share={conversations > 0 ? Math.min(1, (reach[scene.id] ?? 0) / conversations) : undefined}
            problem={wrong.has(scene.id)}
            current={scene.id === current}
          />
        ))}
      </SortableContext>
      <button
        type="button"
        onClick={add}
        className="mt-1 rounded-md px-1.5 py-1.5 text-left text-ink-2 hover:bg-paper-2 hover:text-ink"
      >
        + New scene
      </button>
    </nav>
  );
});
