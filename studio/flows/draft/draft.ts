import { findStep } from '@kineta/core';
import { toast } from 'sonner';
import { useStore } from 'zustand';
import { page } from '../../shell/page.ts';
import { useSelection } from '../selection.ts';
import { keepNow, type Place } from './kept.ts';
import { type DraftState, OpenDraft } from './open-draft.ts';
import { settleTyping } from './typing.ts';

/** This page, so that it can tell its own saves from others’. */
export const writer = crypto.randomUUID();

/** Where something was done comes into sight again, as far as it is there. */
function goTo({ scene, step }: Place): void {
  const { flow } = draft.state.getState();
  const now = useSelection.getState();
  if (now.scene === scene && now.step === step) return;
  if (!flow?.scenes.some(({ id }) => id === scene)) return;
  const isThere = findStep(flow, step)?.scene.id === scene;
  now.goTo(isThere ? { scene, step } : { scene });
  if (isThere)
    requestAnimationFrame(() => document.getElementById(`step-${step}`)?.scrollIntoView({ block: 'nearest' }));
}

/** The draft that is open in this page. */
const draft = new OpenDraft({
  ...page,
  writer,
  place() {
    const { scene, step } = useSelection.getState();
    return { scene, step };
  },
  goTo,
  tell: words => void toast(words),
});

/** What of the open draft is shown, anew whenever that changes. */
export function useDraft<Part>(part: (state: DraftState) => Part): Part {
  return useStore(draft.state, part);
}
useDraft.getState = draft.state.getState;

addEventListener('pagehide', () => {
  settleTyping();
  keepNow();
});

/** A new identity for a step, a scene or a choice. */
export function newId(): string {
  return crypto.randomUUID().replaceAll('-', '').slice(0, 12);
}
