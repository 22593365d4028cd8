import { flowRoutes } from '@kineta/contract';
import { kindOf, sentence, surroundings } from '@kineta/core';
import type { Command } from '../shell/commands.ts';
import { useCommandGroup } from '../shell/commands.ts';
import { useDraft } from './draft/draft.ts';
import { flowKeys } from './keys.ts';
import { jumpTo } from './place.ts';

/** How the workbench is told what to show. */
export interface WorkbenchActions {
  show(view: 'page' | 'ways' | 'editions' | 'replay'): void;
  publish(): void;
  find(): void;
  facts(): void;
  /** All of it on one page, to be read or printed. */
  read(): void;
}

const LONGEST = 120;

/** Offers in the command menu what can be done with the flow that is open, and every place of it. */
export function useFlowCommands({ show, publish, find, facts, read }: WorkbenchActions): void {
  useCommandGroup('This flow', (): Command[] => {
    const { detail, past, future, undo, redo } = useDraft.getState();
    if (!detail) return [];
    return [
      { name: 'Write: the page', run: () => show('page') },
      { name: 'Read it whole: print, or save as PDF', run: read },
      { name: 'See it as ways', run: () => show('ways') },
      { name: 'Editions: compare, roll back, switch on and off', run: () => show('editions') },
      { name: 'Replay the draft over real conversations', run: () => show('replay') },
      { name: 'Publish…', run: publish },
      { name: 'Find and replace', keys: flowKeys.rows.find.keys, run: find },
      { name: 'Facts', run: facts },
      ...(past.length > 0 ? [{ name: 'Undo', keys: flowKeys.rows.undo.keys, run: undo }] : []),
      ...(future.length > 0 ? [{ name: 'Redo', keys: flowKeys.rows.redo.keys, run: redo }] : []),
      { name: 'Save as a file', run: () => location.assign(flowRoutes.file.path.replace(':id', detail.id)) },
    ];
  });
  useCommandGroup('Scenes', () =>
    (useDraft.getState().flow?.scenes ?? []).map(({ id, title }, index) => ({
      name: `${index + 1} · ${title}`,
      run: () => {
        show('page');
        jumpTo({ scene: id });
      },
    })),
  );
  useCommandGroup('Steps', () => {
    const { flow } = useDraft.getState();
    if (!flow) return [];
    const around = surroundings(flow);
    return flow.scenes.flatMap(scene =>
      scene.steps.map(step => ({
        name: sentence(kindOf(step).words(step, around)).slice(0, LONGEST),
        aside: scene.title,
        run: () => {
          show('page');
          jumpTo({ scene: scene.id, step: step.id });
        },
      })),
    );
  });
}
