import {
  Clip,
  clipOf,
  insertStep,
  kindOf,
  moveStep,
  pasteClip,
  removeStep,
  type Scene,
  surroundings,
  usualKinds,
} from '@kineta/core';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { newId, useDraft } from './draft/draft.ts';
import { settleTyping } from './draft/typing.ts';
import { pageKeys } from './keys.ts';
import { focusPanel, focusStep, hasLine } from './place.ts';
import { markedSteps, useSelection } from './selection.ts';

const CLIP = 'application/vnd.kineta.steps+json';

/** Whether keys go into something that is being written. */
function isWriting(target: EventTarget | null): boolean {
  return (
    target instanceof Element && target.closest('input, textarea, select, [contenteditable], [role=dialog]') !== null
  );
}

/** Whether the focus is on the page itself, or on a step of it: not on a button elsewhere that has keys of its own. */
function isOnPage(target: EventTarget | null): boolean {
  return target === document.body || (target instanceof Element && target.closest('[data-step]') !== null);
}

function sceneShown(): Scene | undefined {
  const { scene } = useSelection.getState();
  return useDraft.getState().flow?.scenes.find(({ id }) => id === scene);
}

function marked() {
  return markedSteps(sceneShown()?.steps ?? [], useSelection.getState());
}

/** Takes the marked steps away, and opens the one that then stands there. */
export function removeMarked(): void {
  const scene = sceneShown();
  const steps = marked();
  if (!scene || steps.length === 0) return;
  const { edit, undo } = useDraft.getState();
  const next = scene.steps[scene.steps.indexOf(steps.at(-1)!) + 1] ?? scene.steps[scene.steps.indexOf(steps[0]!) - 1];
  edit(flow => steps.flatMap(step => removeStep(flow, step.id)));
  useSelection.getState().write(next?.id ?? '', '');
  toast(steps.length === 1 ? 'The step was deleted.' : `${steps.length} steps were deleted.`, {
    action: { label: 'Undo', onClick: undo },
  });
}

/** Puts a copy of the marked steps behind them. */
export function copyMarked(): void {
  const { flow } = useDraft.getState();
  const steps = marked();
  if (!flow || steps.length === 0) return;
  paste(
    clipOf(
      flow,
      steps.map(({ id }) => id),
    ),
  );
}

/** Moves the marked steps up or down by one. */
export function moveMarked(by: -1 | 1): void {
  const scene = sceneShown();
  const steps = marked();
  if (!scene || steps.length === 0) return;
  const from = scene.steps.indexOf(steps[0]!);
  // What is moved past goes to the other side of what is marked.
  const passed = by < 0 ? scene.steps[from - 1] : scene.steps[from + steps.length];
  if (!passed) return;
  useDraft
    .getState()
    .edit(flow => moveStep(flow, passed.id, scene.id, by < 0 ? from + steps.length - 1 : from), `move:${steps[0]!.id}`);
}

/** Opens the step above or below, or marks as far as there. */
function step(by: -1 | 1, extending: boolean): void {
  const scene = sceneShown();
  const selection = useSelection.getState();
  if (!scene) return;
  const at = scene.steps.findIndex(
    ({ id }) => id === (extending && selection.until ? selection.until : selection.step),
  );
  const next = scene.steps[at + by];
  if (!next) return;
  if (extending) selection.extend(next.id);
  else selection.write(next.id, '');
  focusStep(next.id);
}

/** Writes in the step that is marked: in its line, or in what else is set of it. */
function writeMarked(): void {
  const [first] = marked();
  if (!first) return;
  useSelection.getState().write(first.id, hasLine(first) ? 'line' : '');
  if (!hasLine(first)) focusPanel(first.id);
}

/** A new line behind what is marked, with the caret in it. */
export function writeAfter(): void {
  const scene = sceneShown();
  const last = marked().at(-1);
  if (!scene || !last) return;
  const line = usualKinds.line.blank(newId());
  settleTyping();
  useDraft.getState().edit(flow => insertStep(flow, scene.id, scene.steps.indexOf(last) + 1, line));
  useSelection.getState().write(line.id, 'line');
}

const acts: Partial<Record<keyof typeof pageKeys.rows, () => void>> = {
  above: () => step(-1, false),
  below: () => step(1, false),
  markUp: () => step(-1, true),
  markDown: () => step(1, true),
  moveUp: () => moveMarked(-1),
  moveDown: () => moveMarked(1),
  write: writeMarked,
  after: writeAfter,
  remove: removeMarked,
  close: () => useSelection.getState().write('', ''),
};

/** What is pressed while something of a step is being written is for the writing, but for these. */
const whileWriting: ReadonlySet<string> = new Set(['moveUp', 'moveDown', 'after', 'close']);

function onKey(event: KeyboardEvent): void {
  const pressed = event.defaultPrevented ? undefined : pageKeys.pressed(event);
  const act = pressed && acts[pressed];
  if (!act) return;
  const { target } = event;
  const ofStep = target instanceof Element ? target.closest<HTMLElement>('[data-step]') : null;
  const isSet = isWriting(target);
  if (isSet ? !ofStep || !whileWriting.has(pressed) : !isOnPage(target)) return;
  // On a button Enter presses that, but for the number, which stands for the step.
  const isNumber = target instanceof Element && target.hasAttribute('data-number');
  if (pressed === 'write' && target !== document.body && !(isNumber && ofStep?.dataset.step === marked()[0]?.id))
    return;
  // Out of what is being set one comes to its step first.
  if (pressed === 'close' && isSet) focusStep(ofStep!.dataset.step!);
  else act();
  event.preventDefault();
}

function onCopy(event: ClipboardEvent): void {
  const { flow } = useDraft.getState();
  const steps = marked();
  if (!flow || steps.length === 0 || isWriting(event.target) || !event.clipboardData) return;
  if (String(getSelection()) !== '') return;
  const around = surroundings(flow);
  const words = steps.map(one =>
    kindOf(one)
      .words(one, around)
      .map(part => Object.values(part)[0])
      .join(''),
  );
  event.clipboardData.setData('text/plain', words.join('\n'));
  event.clipboardData.setData(
    CLIP,
    JSON.stringify(
      clipOf(
        flow,
        steps.map(({ id }) => id),
      ),
    ),
  );
  event.preventDefault();
  if (event.type === 'cut') removeMarked();
  else toast(steps.length === 1 ? 'The step is copied.' : `${steps.length} steps are copied.`, { id: 'copied' });
}

/** Steps that were copied, here or in another flow. */
export function clipIn(data: DataTransfer | null): Clip | undefined {
  const text = data?.getData(CLIP);
  if (!text) return undefined;
  try {
    return Clip.parse(JSON.parse(text));
  } catch {
    return undefined;
  }
}

/** Puts copied steps behind what is marked, or at the end of the scene. */
export function paste(clip: Clip): void {
  const scene = sceneShown();
  if (!scene) return;
  const last = marked().at(-1);
  const at = last ? scene.steps.indexOf(last) + 1 : scene.steps.length;
  let made: { id: string }[] = [];
  useDraft.getState().edit(flow => {
    const { edits, steps } = pasteClip(flow, clip, scene.id, at, newId);
    made = steps;
    return edits;
  });
  useSelection.getState().write(made[0]?.id ?? '', '');
  if (made.length > 1) useSelection.getState().extend(made.at(-1)!.id);
}

function onPaste(event: ClipboardEvent): void {
  if (isWriting(event.target)) return;
  const clip = clipIn(event.clipboardData);
  if (!clip) return;
  event.preventDefault();
  paste(clip);
}

/** The keys of the page: arrows from step to step, with Shift to mark and with Alt to move; copy, cut, paste, delete. */
export function usePageKeys(): void {
  useEffect(() => {
    addEventListener('keydown', onKey);
    document.addEventListener('copy', onCopy);
    document.addEventListener('cut', onCopy);
    document.addEventListener('paste', onPaste);
    return () => {
      removeEventListener('keydown', onKey);
      document.removeEventListener('copy', onCopy);
      document.removeEventListener('cut', onCopy);
      document.removeEventListener('paste', onPaste);
    };
  }, []);
}
