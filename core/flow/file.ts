import { z } from 'zod';
import { Flow, FORMAT, shape } from './format.ts';
import { RunThrough } from './runs/run.ts';
import { described } from './shapes.ts';
import { flowAsNow, isKnown } from './upgrades/registry.ts';

const NAME = 'kineta.flow/';

/** A picture in a file, by its own content. */
const DataUrl = z
  .string()
  .max(8_000_000)
  .regex(
    /^data:image\/(png|jpeg|gif|webp);base64,[A-Za-z0-9+/]+=*$/,
    'A picture in a file is a data: address of a PNG, JPEG, GIF or WebP.',
  );

const extras = {
  /** The pictures that were uploaded, by the address that the flow has them under. */
  pictures: z.record(z.string().max(500), DataUrl).optional(),
  /** The run-throughs that are kept with the flow. */
  runs: z.array(RunThrough).max(2_000).optional(),
};
const fileShape = shape.extend(extras);
const Extras = z.object(extras);

/** A flow as a file holds it: with its pictures, and what it was rehearsed with. */
export interface FlowFile {
  flow: Flow;
  pictures: Readonly<Record<string, string>>;
  runs: readonly RunThrough[];
}

/** The JSON Schema (draft 2020-12) of the format, for other programs. */
export function flowJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'urn:kineta:flow:2',
    title: 'Kineta flow, version 2',
    ...described(fileShape),
  };
}

/** Thrown by {@link readFlow}; the message says what is wrong and where, for a person. */
export class FlowFileError extends Error {
  override name = 'FlowFileError';
  readonly code: 'not json' | 'not a flow' | 'later version' | 'unknown version' | 'invalid';
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
    runs: 'run-through',
    pictures: 'picture',
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
 * Reads a flow file with all that is in it; one of an earlier version is brought up.
 * @param text the file’s content
 * @throws {FlowFileError} when it is broken JSON, something else, of a version that is not known, or not as the format
 * says
 */
export function readFlowFile(text: string): FlowFile {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    throw new FlowFileError('not json', `This is not a flow file: it is broken JSON (${(error as Error).message}).`);
  }
  const format = (content as { format?: unknown } | null)?.format;
  if (typeof format !== 'string' || !format.startsWith(NAME))
    throw new FlowFileError('not a flow', 'This is not a flow file: its “format” is not kineta.flow.');
  if (!isKnown(format, FORMAT))
    throw Number(format.slice(NAME.length)) > Number(FORMAT.slice(NAME.length))
      ? new FlowFileError(
          'later version',
          `This flow was written by a later Kineta (${format}); this one reads ${FORMAT}. Nothing was changed.`,
        )
      : new FlowFileError('unknown version', `There is no version “${format}” of a flow file.`);
  const { pictures, runs, ...rest } = flowAsNow(content) as Record<string, unknown>;
  const flow = checked(Flow.safeParse(rest));
  const more = checked(Extras.safeParse({ pictures, runs }));
  return { flow, pictures: more.pictures ?? {}, runs: more.runs ?? [] };
}

function checked<T>(result: z.ZodSafeParseResult<T>): T {
  if (result.success) return result.data;
  const issue = result.error.issues[0]!;
  throw new FlowFileError(
    'invalid',
    `The flow file is not right at ${placeWords(issue.path) || 'its top'}: ${issue.message}`,
  );
}

/** Reads the flow of a flow file. @throws {FlowFileError} as {@link readFlowFile} does */
export function readFlow(text: string): Flow {
  return readFlowFile(text).flow;
}

/** A flow file’s text: JSON that a person can read, and that tools that compare lines can compare. */
export function writeFlowFile({ flow, pictures, runs }: FlowFile): string {
  const more = {
    ...(runs.length > 0 ? { runs } : {}),
    ...(Object.keys(pictures).length > 0 ? { pictures } : {}),
  };
  return `${JSON.stringify({ ...flow, ...more }, null, 2)}\n`;
}

/** Where uploaded pictures are served; those elsewhere on the web stay where they are. */
const UPLOADED = '/p/';

/** The addresses of the uploaded pictures that a flow shows. */
export function uploadedPictures(flow: Flow): string[] {
  const found = new Set<string>();
  sources(flow, src => {
    if (src.startsWith(UPLOADED)) found.add(src);
    return src;
  });
  return [...found];
}

/** The flow with its pictures under other addresses. */
export function withPictures(flow: Flow, addresses: ReadonlyMap<string, string>): Flow {
  return sources(flow, src => addresses.get(src) ?? src);
}

function sources<T>(value: T, change: (src: string) => string, key = ''): T {
  if (typeof value === 'string') return (key === 'src' ? change(value) : value) as T;
  if (Array.isArray(value)) return value.map(item => sources(item, change)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([name, held]) => [name, sources(held, change, name)])) as T;
}
