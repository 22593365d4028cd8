import { dequal } from 'dequal/lite';
import {
  addFact,
  changeFact,
  changeStep,
  insertStep,
  removeFact,
  removeScene,
  removeStep,
  renameScene,
  setFlow,
} from './changes.ts';
import { apply, applyAll, type Edit, findStep, joined } from './edits.ts';
import type { Flow } from './format.ts';
import type { Step } from './steps/registry.ts';

/**
 * One writer's copy of a draft that others may be writing as well. The server puts everybody's edits in one order; a
 * copy holds what the server is known to have, and the writer's own edits on top of it. What others wrote goes
 * underneath, so that everyone comes to the same draft. An edit that then meets something else at its place clashes:
 * it is left out, and handed back for its writer to settle.
 */
export interface Copy {
  /** The draft as the server has it, after so many saves. */
  readonly base: Flow;
  readonly revision: number;
  /** Own edits that are on their way, and those that are not. */
  readonly sent: readonly Edit[];
  readonly unsent: readonly Edit[];
  /** What the writer sees, and saw when the edits were sent. */
  readonly flow: Flow;
  readonly flowSent: Flow;
}

/** An edit that others' were faster than, and the step as its writer had it. */
export interface Clash {
  edit: Edit;
  mine?: Step;
}

export function copyOf(base: Flow, revision: number): Copy {
  return { base, revision, sent: [], unsent: [], flow: base, flowSent: base };
}

/** The writer edits. @returns the edits that undo it, and those that could not be made here */
export function write(copy: Copy, edits: readonly Edit[]): { copy: Copy; inverse: Edit[]; clashes: Clash[] } {
  const { flow, inverse, clashed } = applyAll(copy.flow, edits);
  const made = edits.filter((_, index) => !clashed.includes(index));
  return {
    copy: { ...copy, flow, unsent: joined([...copy.unsent, ...made]) },
    inverse,
    clashes: clashesOf(
      clashed.map(index => edits[index]!),
      copy.flow,
      flow,
    ),
  };
}

/** Everything unsent is on its way. */
export function send(copy: Copy): Copy {
  return { ...copy, sent: [...copy.sent, ...copy.unsent], unsent: [], flowSent: copy.flow };
}

/** What was on its way did not arrive. */
export function unsend(copy: Copy): Copy {
  return { ...copy, sent: [], unsent: [...copy.sent, ...copy.unsent] };
}

/** Others' edits came, as they were saved next. */
export function hear(copy: Copy, revision: number, edits: readonly Edit[]): { copy: Copy; clashes: Clash[] } {
  return onto(applyAll(copy.base, edits).flow, revision, copy);
}

/** What was sent is saved, but for the edits of these indices. */
export function settle(copy: Copy, revision: number, refused: readonly number[]): { copy: Copy; clashes: Clash[] } {
  const saved = copy.sent.filter((_, index) => !refused.includes(index));
  const { copy: settled, clashes } = onto(applyAll(copy.base, saved).flow, revision, { ...copy, sent: [] });
  const lost = clashesOf(
    refused.map(index => copy.sent[index]!),
    copy.flowSent,
    settled.flow,
  );
  return { copy: settled, clashes: [...lost, ...clashes] };
}

/** The writer's own edits on top of another base. Of what is on its way, the server will say what clashed. */
function onto(base: Flow, revision: number, { sent, unsent, flow, flowSent }: Copy): { copy: Copy; clashes: Clash[] } {
  const { flow: middle } = applyAll(base, sent);
  const top = applyAll(middle, unsent);
  return {
    copy: {
      base,
      revision,
      sent,
      unsent: unsent.filter((_, index) => !top.clashed.includes(index)),
      flow: top.flow,
      flowSent,
    },
    clashes: clashesOf(
      top.clashed.map(index => unsent[index]!),
      flow,
      top.flow,
    ),
  };
}

/** What there is to settle of edits that could not be made: the steps as their writer had them, and not what is so anyhow. */
function clashesOf(edits: readonly Edit[], mine: Flow, now: Flow): Clash[] {
  return edits
    .filter(edit => !agrees(now, edit))
    .map(edit => {
      const step = edit.edit === 'change step' ? findStep(mine, edit.step)?.step : undefined;
      return { edit, ...(step ? { mine: step } : {}) };
    });
}

/** Whether what an edit was to bring about is so already: two who want the same do not clash. */
function agrees(flow: Flow, edit: Edit): boolean {
  switch (edit.edit) {
    case 'set flow':
      return flow[edit.field] === edit.to;
    case 'insert fact':
      return flow.facts.some(fact => dequal(fact, edit.fact));
    case 'remove fact':
      return !flow.facts.some(({ name }) => name === edit.fact.name);
    case 'change fact':
      return flow.facts.some(fact => dequal(fact, edit.to));
    case 'insert scene':
      return flow.scenes.some(({ id }) => id === edit.scene.id);
    case 'remove scene':
      return !flow.scenes.some(({ id }) => id === edit.scene.id);
    case 'rename scene':
      return flow.scenes.find(({ id }) => id === edit.scene)?.title === edit.to;
    case 'insert step':
      return findStep(flow, edit.step.id) !== undefined;
    case 'remove step':
      return findStep(flow, edit.step.id) === undefined;
    case 'change step':
      return apply(flow, { ...edit, from: edit.to, to: edit.from }) !== null;
    // Nobody's words are lost when what was to be moved has gone.
    case 'move scene':
    case 'move step':
      return true;
  }
}

/** The edits by which a writer has their way after all, as the flow stands now. */
export function insist(flow: Flow, { edit, mine }: Clash): Edit[] {
  switch (edit.edit) {
    case 'set flow':
      return setFlow(flow, edit.field, edit.to);
    case 'insert fact':
      return changeFact(flow, edit.fact.name, edit.fact);
    case 'remove fact':
      return removeFact(flow, edit.fact.name);
    case 'change fact': {
      const { name } = edit.from;
      return flow.facts.some(fact => fact.name === name) ? changeFact(flow, name, edit.to) : addFact(flow, edit.to);
    }
    case 'insert scene':
    case 'move scene':
    case 'move step':
      return [];
    case 'remove scene':
      return removeScene(flow, edit.scene.id);
    case 'rename scene':
      return renameScene(flow, edit.scene, edit.to);
    case 'insert step':
      return putBack(flow, edit.step);
    case 'remove step':
      return removeStep(flow, edit.step.id);
    case 'change step': {
      const now = findStep(flow, edit.step)?.step;
      if (!now) return mine ? putBack(flow, mine) : [];
      const kept = Object.entries(now).filter(([key]) => !(key in edit.from));
      return changeStep(flow, { ...Object.fromEntries(kept), ...edit.to } as Step);
    }
  }
}

/** A step whose scene has gone is put first into the first one, where it is seen. */
function putBack(flow: Flow, step: Step): Edit[] {
  return insertStep(flow, flow.scenes[0]!.id, 0, step);
}
