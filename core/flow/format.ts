import { z } from 'zod';
import { Fact } from '../facts/fact.ts';
import { Id } from './id.ts';
import { Step } from './steps/registry.ts';

/** A titled part of a flow. Its steps run from top to bottom. */
export const Scene = z.strictObject({
  id: Id,
  title: z.string().min(1, 'A scene has a title.').max(100),
  steps: z.array(Step).max(500),
});
export type Scene = z.infer<typeof Scene>;

export const FORMAT = 'kineta.flow/1';

const shape = z.strictObject({
  format: z.literal(FORMAT),
  name: z.string().trim().min(1, 'A flow has a name.').max(100),
  /** The name under which the flow speaks, for example “Robin”. */
  speaker: z.string().trim().min(1, 'The flow speaks under a name.').max(60),
  facts: z.array(Fact).max(300),
  /** The first scene is where the flow begins. */
  scenes: z.array(Scene).min(1, 'A flow has at least one scene.').max(200),
});

/** An automated conversation in the open format `kineta.flow/1`. */
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

/** The JSON Schema (draft 2020-12) of the format, for other programs. */
export function flowJsonSchema(): object {
  return { $id: 'urn:kineta:flow:1', title: 'Kineta flow, version 1', ...z.toJSONSchema(shape, { io: 'input' }) };
}

/** Thrown by {@link readFlow}; the message says what is wrong and where, for a person. */
export class FlowFileError extends Error {
  override name = 'FlowFileError';
  readonly code: 'not json' | 'not a flow' | 'later version' | 'invalid';
  constructor(code: FlowFileError['code'], message: string) {
    super(message);
    this.code = code;
  }
}

/** The place of a mistake in a file, as people say it: “scene 2, step 3, line”. */
export function placeWords(path: readonly PropertyKey[]): string {
  const parts: string[] = [];
  const names: Record<string, string> = {
    scenes: 'scene',
    steps: 'step',
    facts: 'fact',
    choices: 'choice',
    ways: 'way',
  };
  for (const key of path) {
    if (typeof key === 'number') {
      const last = parts.pop() ?? '';
      parts.push(`${names[last] ?? last} ${key + 1}`);
    } else parts.push(String(key));
  }
  return parts.join(', ');
}

/**
 * Reads a flow file.
 * @param text the file's content
 * @throws {FlowFileError} when it is broken JSON, something else, of a later version, or not as the format says
 */
export function readFlow(text: string): Flow {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    throw new FlowFileError('not json', `This is not a flow file: it is broken JSON (${(error as Error).message}).`);
  }
  const format = (content as { format?: unknown } | null)?.format;
  if (typeof format !== 'string' || !format.startsWith('kineta.flow/'))
    throw new FlowFileError('not a flow', 'This is not a flow file: its “format” is not kineta.flow.');
  if (format !== FORMAT)
    throw new FlowFileError(
      'later version',
      `This flow was written by a later Kineta (${format}); this one reads ${FORMAT}. Nothing was changed.`,
    );
  const result = Flow.safeParse(content);
  if (!result.success) {
    const issue = result.error.issues[0]!;
    throw new FlowFileError(
      'invalid',
      `The flow file is not right at ${placeWords(issue.path) || 'its top'}: ${issue.message}`,
    );
  }
  return result.data;
}

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
          { id: id(), kind: 'say', line: [[{ text: 'Hello! How can I help?' }]] },
          { id: id(), kind: 'end' },
        ],
      },
    ],
  };
}
