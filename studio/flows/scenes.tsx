import type { FlowDetail } from '@kineta/contract';
import type { Finding, Flow } from '@kineta/core';
import { MoreHorizontal } from 'lucide-react';
import { toast } from 'sonner';
import { IconButton } from '../ui/button.tsx';
import { Menu } from '../ui/menu.tsx';
import { newId, useDraft } from './draft.ts';
import { useSelection } from './selection.ts';

/** The contents of the play: its scenes, how many visitors come to each, and where something is wrong. */
export function Scenes({ flow, detail, findings }: { flow: Flow; detail: FlowDetail; findings: Finding[] }) {
  const current = useSelection(state => state.scene);
  const goTo = useSelection(state => state.goTo);
  const edit = useDraft(state => state.edit);
  const undo = useDraft(state => state.undo);
  const add = () => {
    const scene = {
      id: newId(),
      title: `Scene ${flow.scenes.length + 1}`,
      steps: [{ id: newId(), kind: 'end' as const }],
    };
    edit([{ edit: 'insert scene', at: flow.scenes.length, scene }]);
    goTo({ scene: scene.id });
  };
  return (
    <nav aria-label="Scenes" className="flex flex-col gap-1 p-3">
      <p className="label flex justify-between px-1 pb-1 text-ink-2">
        <span>Scenes</span>
        <span>Reach, 28 d</span>
      </p>
      {flow.scenes.map((scene, index) => {
        const share =
          detail.conversations > 0 ? Math.min(1, (detail.reach[scene.id] ?? 0) / detail.conversations) : undefined;
        const problem = findings.some(finding => finding.place.scene === scene.id && finding.level === 'problem');
        return (
          <div key={scene.id} id={`scene-${scene.id}`} className="group relative">
            <button
              type="button"
              aria-current={scene.id === current}
              onClick={() => goTo({ scene: scene.id })}
              className={`block w-full rounded-md border px-1.5 py-1.5 text-left ${
                scene.id === current ? 'border-rule bg-sheet' : 'border-transparent hover:bg-paper-2'
              }`}
            >
              <span className="flex items-baseline gap-2">
                <span className="w-4 shrink-0 font-mono text-xs text-ink-3">{index + 1}</span>
                <span className="min-w-0 flex-1 truncate">{scene.title}</span>
                {problem ? (
                  <i
                    className="size-1.5 shrink-0 self-center rounded-full bg-brick"
                    role="img"
                    aria-label="has a problem"
                  />
                ) : null}
                <span className="font-mono text-xs text-ink-3 group-focus-within:invisible group-hover:invisible">
                  {share === undefined ? '–' : `${Math.round(share * 100)}%`}
                </span>
              </span>
              <span className="mt-1 ml-6 block h-0.5 rounded bg-rule" aria-hidden="true">
                <span className="block h-full rounded bg-petrol" style={{ width: `${(share ?? 0) * 100}%` }} />
              </span>
            </button>
            <span className="absolute top-0.5 right-0.5 hidden bg-inherit group-focus-within:flex group-hover:flex">
              <Menu
                items={[
                  ...(index > 0
                    ? [
                        {
                          label: index === 1 ? 'Begin with this scene' : 'Move up',
                          onSelect: () => edit([{ edit: 'move scene', scene: scene.id, to: index - 1 }]),
                        },
                      ]
                    : []),
                  ...(index < flow.scenes.length - 1
                    ? [
                        {
                          label: 'Move down',
                          onSelect: () => edit([{ edit: 'move scene', scene: scene.id, to: index + 1 }]),
                        },
                      ]
                    : []),
                  ...(flow.scenes.length > 1
                    ? [
                        {
                          label: 'Delete',
                          danger: true,
                          onSelect: () => {
                            edit([{ edit: 'remove scene', scene: scene.id }]);
                            if (scene.id === current) goTo({ scene: flow.scenes[index === 0 ? 1 : index - 1]!.id });
                            toast(`“${scene.title}” was deleted.`, { action: { label: 'Undo', onClick: undo } });
                          },
                        },
                      ]
                    : []),
                ]}
              >
                <IconButton name={`More for ${scene.title}`} className="size-6">
                  <MoreHorizontal className="size-3.5" aria-hidden="true" />
                </IconButton>
              </Menu>
            </span>
          </div>
        );
      })}
      <button
        type="button"
        onClick={add}
        className="mt-1 rounded-md px-1.5 py-1.5 text-left text-ink-2 hover:bg-paper-2 hover:text-ink"
      >
        + New scene
      </button>
    </nav>
  );
}
