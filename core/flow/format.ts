import { z } from 'zod';
import { Fact } from '../facts/fact.ts';
import { Id } from './id.ts';
import { Step, usualKinds } from './steps/registry.ts';

/** A titled part of a flow. Its steps run from top to bottom. */
export const Scene = z.strictObject({
  id: Id,
  title: z.string().min(1, 'A scene has a title.').max(100),
  steps: z.array(Step).max(500),
});
export type Scene = z.infer<typeof Scene>;

/**
 * The version of the format. It goes up whenever something written in the one before would not be read any more; then an
 * upgrade brings that up (`upgrades/`).
 */
export const FORMAT = 'kineta.flow/2';

export const shape = z.strictObject({
  format: z.literal(FORMAT),
  name: z.string().trim().min(1, 'A flow has a name.').max(100),
  /** The name under which the flow speaks, for example “Robin”. */
  speaker: z.string().trim().min(1, 'The flow speaks under a name.').max(60),
  facts: z.array(Fact).max(300),
  /** The first scene is where the flow begins. */
  scenes: z.array(Scene).min(1, 'A flow has at least one scene.').max(200),
});

/** An automated conversation in the open format `kineta.flow/2`. */
export type Flow = z.infer<typeof shape>;

/** Reads a flow; identities are unique in it, so that every place can be named. */
export const Flow = shape.superRefine((flow, context) => {
  const seen = new Set<string>();
  const once = (id: string, path: PropertyKey[]) => {
    if (seen.has(id)) context.addIssue({ code: 'custom', message: `The identity “${id}” is used twice.`, path });
    seen.add(id);
  };
  flow.scenes.forEach((scene, s) => {
    once(scene.id, ['scenes', s, 'id']);
    scene.steps.forEach((step, t) => {
      once(step.id, ['scenes', s, 'steps', t, 'id']);
    });
  });
  const names = new Set<string>();
  flow.facts.forEach((fact, f) => {
    if (names.has(fact.name))
      context.addIssue({ code: 'custom', message: `There are two facts “${fact.name}”.`, path: ['facts', f, 'name'] });
    names.add(fact.name);
  });
});

/** A new flow with one scene that greets; it passes the checks. */
export function blankFlow(name: string, speaker: string, id: () => Id): Flow {
  return {
    format: FORMAT,
    name,
    speaker,
    facts: [],
    scenes: [
      {
        id: id(),
        title: 'Welcome',
        steps: [
          { ...usualKinds.line.blank(id()), line: [[{ text: 'Hello! How can I help?' }]] },
          usualKinds.close.blank(id()),
        ],
      },
    ],
  };
}
