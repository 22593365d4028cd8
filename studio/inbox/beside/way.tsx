import type { Entry } from '@kineta/contract';
import { stretch } from '../../ui/time.ts';
import { Part } from './part.tsx';

/** The scenes the visitor came through, with how long each took. */
function wayOf(entries: readonly Entry[]): Array<{ number: number; title: string; took: number }> {
  const scenes = entries.filter(entry => entry.kind === 'entered');
  const end = entries.at(-1)?.at;
  return scenes.map((scene, index) => ({
    number: scene.number,
    title: scene.title,
    took: Date.parse(scenes[index + 1]?.at ?? end ?? scene.at) - Date.parse(scene.at),
  }));
}

/** The way that the visitor came through the flow. */
export function Way({ entries }: { entries: readonly Entry[] }) {
  const scenes = wayOf(entries);
  if (scenes.length === 0) return null;
  return (
    <Part title="Way through the flow">
      <ol className="ml-1 border-l border-petrol-2">
        {scenes.map(scene => (
          <li key={scene.number} className="relative flex justify-between gap-2 py-0.5 pl-4">
            <i className="absolute top-2.5 -left-1 size-2 rounded-full bg-petrol" aria-hidden="true" />
            <span className="truncate">{scene.title}</span>
            <span className="font-mono text-xs text-ink-3">{stretch(scene.took)}</span>
          </li>
        ))}
      </ol>
    </Part>
  );
}
