import { dequal } from 'dequal/lite';
import { diffWordsWithSpace } from 'diff';
import type { Fact } from '../facts/fact.ts';
import { sentence } from '../facts/words.ts';
import { surroundings } from './checks/check.ts';
import { difference } from './difference.ts';
import { findStep } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import type { Exit, Surroundings } from './steps/kind.ts';
import { kindOf, type Step } from './steps/registry.ts';
import { allWords } from './wording.ts';

/** A stretch of a sentence that both versions share, or that only one of them has. */
export interface Stretch {
  text: string;
  only?: 'before' | 'after';
}

/** A way out of a step that leads elsewhere now; undefined where a version has no such way. */
export interface ExitChange {
  label: string;
  before?: string;
  after?: string;
}

/** What became of a step: which of it changed, in the words that the page uses for it. */
export interface StepChange {
  step: Id;
  kind: Step['kind'];
  /** Its place in the scene, counted from 1: in the later version, or in the earlier one when it has gone. */
  number: number;
  what: Array<'new' | 'deleted' | 'moved' | 'reworded' | 'leads elsewhere' | 'set otherwise'>;
  /** The step as a sentence, with what is new and what has gone. */
  sentence: Stretch[];
  exits: ExitChange[];
  /** The title of the scene it stood in, when it stands in another now. */
  cameFrom?: string;
}

export interface SceneChange {
  scene: Id;
  title: Stretch[];
  what?: 'new' | 'deleted' | 'moved';
  steps: StepChange[];
}

/** Two versions of a flow, told as what changed from the earlier to the later. */
export interface Compared {
  name: Stretch[];
  speaker: Stretch[];
  facts: string[];
  scenes: SceneChange[];
}

function stretches(before: string, after: string): Stretch[] {
  return diffWordsWithSpace(before, after).map(({ value, added, removed }) => ({
    text: value,
    ...(added ? { only: 'after' as const } : removed ? { only: 'before' as const } : {}),
  }));
}

const exitTo = ({ scene }: Exit, around: Surroundings): string =>
  scene === undefined ? 'the next step' : `“${around.sceneTitle(scene)}”`;

function exitChanges(before: Step, after: Step, around: { before: Surroundings; after: Surroundings }): ExitChange[] {
  const key = ({ part, label }: Exit): string => part ?? label ?? '';
  const old = new Map(
    kindOf(before)
      .exits(before)
      .map(exit => [key(exit), exit]),
  );
  const now = new Map(
    kindOf(after)
      .exits(after)
      .map(exit => [key(exit), exit]),
  );
  const changes: ExitChange[] = [];
  for (const [name, exit] of now) {
    const was = old.get(name);
    if (was && was.scene === exit.scene) continue;
    changes.push({
      label: exit.label ?? 'it',
      ...(was ? { before: exitTo(was, around.before) } : {}),
      after: exitTo(exit, around.after),
    });
  }
  for (const [name, exit] of old)
    if (!now.has(name)) changes.push({ label: exit.label ?? 'it', before: exitTo(exit, around.before) });
  return changes;
}

function factChanges(before: readonly Fact[], after: readonly Fact[]): string[] {
  const gone = before.filter(({ name }) => !after.some(fact => fact.name === name));
  return [
    ...after.flatMap(fact => {
      const old = before.find(({ name }) => name === fact.name);
      if (!old) return [`The fact “${fact.name}” (${fact.type}) is new.`];
      if (dequal(old, fact)) return [];
      return old.type === fact.type
        ? [`The fact “${fact.name}” is kept otherwise.`]
        : [`The fact “${fact.name}” is ${fact.type} now, and was ${old.type}.`];
    }),
    ...gone.map(({ name }) => `The fact “${name}” is deleted.`),
  ];
}

/**
 * Compares two versions of a flow, in the language of its page: which lines were reworded, which choices lead
 * elsewhere, what is new, moved or deleted. Scenes and steps in which nothing changed are left out.
 */
export function compare(before: Flow, after: Flow): Compared {
  const around = { before: surroundings(before), after: surroundings(after) };
  const edits = difference(before, after);
  const movedSteps = new Set(edits.flatMap(edit => (edit.edit === 'move step' ? [edit.step] : [])));
  const movedScenes = new Set(edits.flatMap(edit => (edit.edit === 'move scene' ? [edit.scene] : [])));
  const words = (step: Step, of: Surroundings): string => sentence(kindOf(step).words(step, of));

  const stepChange = (step: Step, number: number, scene: Id): StepChange[] => {
    const old = findStep(before, step.id);
    const base = { step: step.id, kind: step.kind, number };
    if (!old) return [{ ...base, what: ['new'], sentence: stretches('', words(step, around.after)), exits: [] }];
    const exits = exitChanges(old.step, step, around);
    const reworded = !dequal(allWords(old.step), allWords(step));
    const otherwise = !dequal(old.step, step) && !reworded && exits.length === 0;
    const moved = movedSteps.has(step.id);
    const what: StepChange['what'] = [
      ...(moved ? ['moved' as const] : []),
      ...(reworded ? ['reworded' as const] : []),
      ...(exits.length > 0 ? ['leads elsewhere' as const] : []),
      ...(otherwise ? ['set otherwise' as const] : []),
    ];
    if (what.length === 0) return [];
    return [
      {
        ...base,
        what,
        sentence: stretches(words(old.step, around.before), words(step, around.after)),
        exits,
        ...(old.scene.id === scene ? {} : { cameFrom: old.scene.title }),
      },
    ];
  };
  const deleted = (step: Step, index: number): StepChange[] =>
    findStep(after, step.id)
      ? []
      : [
          {
            step: step.id,
            kind: step.kind,
            number: index + 1,
            what: ['deleted'],
            sentence: stretches(words(step, around.before), ''),
            exits: [],
          },
        ];

  const scenes = after.scenes.flatMap((scene): SceneChange[] => {
    const old = before.scenes.find(({ id }) => id === scene.id);
    const steps = [
      ...scene.steps.flatMap((step, index) => stepChange(step, index + 1, scene.id)),
      ...(old?.steps.flatMap(deleted) ?? []),
    ];
    const what = !old ? 'new' : movedScenes.has(scene.id) ? 'moved' : undefined;
    if (!what && steps.length === 0 && old?.title === scene.title) return [];
    return [{ scene: scene.id, title: stretches(old?.title ?? '', scene.title), ...(what ? { what } : {}), steps }];
  });
  const gone = before.scenes
    .filter(({ id }) => !after.scenes.some(scene => scene.id === id))
    .map(
      (scene): SceneChange => ({
        scene: scene.id,
        title: stretches(scene.title, ''),
        what: 'deleted',
        steps: scene.steps.flatMap(deleted),
      }),
    );
  return {
    name: before.name === after.name ? [] : stretches(before.name, after.name),
    speaker: before.speaker === after.speaker ? [] : stretches(before.speaker, after.speaker),
    facts: factChanges(before.facts, after.facts),
    scenes: [...scenes, ...gone],
  };
}

/** Whether nothing at all changed. */
export function isSame({ name, speaker, facts, scenes }: Compared): boolean {
  return name.length + speaker.length + facts.length + scenes.length === 0;
}
