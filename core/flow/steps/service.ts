import { z } from 'zod';
import { FactName, type FactType, fits, type Value } from '../../facts/fact.ts';
import { filledIn, templateFacts } from '../../facts/template.ts';
import { cut } from '../../facts/text.ts';
import { factMark, plain, type Words } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { AWAITS, type Next, type Run, type StepFinding, type StepKind, wayWords } from './kind.ts';
import { keepingFindings } from './set.ts';

const Path = z
  .string()
  .max(200)
  .regex(/^([^.\s]+(\.[^.\s]+)*)?$/, 'A place in the answer is written like result.0.name.');

export const CallService = z.strictObject({
  id: Id,
  kind: z.literal('call service'),
  method: z.enum(['GET', 'POST']),
  /** With facts in braces: `https://post.example/lookup/{postcode}`. */
  url: z.union([
    z
      .string()
      .max(2_000)
      .regex(
        /^https?:\/\/[^\s/{}]+(\/.*)?$/i,
        'A service’s address starts with https://, and its host holds no facts.',
      ),
    z.literal(''),
  ]),
  /** What is sent along as JSON: each name with the fact that it is taken from. */
  send: z
    .array(z.strictObject({ name: z.string().min(1).max(60), fact: FactName }))
    .max(20)
    .optional(),
  /** What is taken from the answer: a place in its JSON, and the fact that keeps what is there. */
  take: z.array(z.strictObject({ path: Path, fact: FactName })).max(20),
  /** Seconds until it is given up, and how often it is tried. */
  limit: z.int().min(1).max(30),
  tries: z.int().min(1).max(5),
  /** Where it goes when the service fails; the next step when absent. */
  failed: z.strictObject({ to: Id.optional() }).optional(),
});
export type CallService = z.infer<typeof CallService>;

/** What stands at a place of a JSON value, such as `result.0.name`; undefined when nothing does. */
function at(json: unknown, path: string): unknown {
  if (path === '') return json;
  let value: unknown = json;
  for (const key of path.split('.')) {
    if (value === null || typeof value !== 'object' || !Object.hasOwn(value, key)) return undefined;
    value = (value as Record<string, unknown>)[key];
  }
  return value;
}

/** A JSON value as a fact of a type can hold it, or undefined. */
function asFact(value: unknown, type: FactType): Value | undefined {
  switch (type) {
    case 'number':
    case 'money': {
      const number = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
      return typeof number === 'number' && fits(number, type) ? number : undefined;
    }
    case 'yes/no':
      return typeof value === 'boolean' ? value : undefined;
    case 'list':
      return Array.isArray(value) ? value.slice(0, 200).map(item => cut(String(item), 1_000)) : undefined;
    case 'date':
      return typeof value === 'string' && /^\d{4}-\d{2}-\d{2}/.test(value) ? value.slice(0, 10) : undefined;
    default:
      return typeof value === 'string' || typeof value === 'number' ? cut(String(value), 10_000) : undefined;
  }
}

const holdsKeys = (value: unknown): boolean => value !== null && typeof value === 'object';

/** An answer of a service from which a step takes these facts: its paths, walked the other way. */
function answerFor(take: CallService['take'], learnt: ReadonlyMap<string, unknown>): unknown {
  // Without a prototype: whatever a path is made of is a key like any other.
  const nothing = (): Record<string, unknown> => Object.create(null);
  let result: unknown = nothing();
  for (const { path, fact } of take) {
    const was = learnt.get(fact);
    if (was === undefined) continue;
    const value = Array.isArray(was) ? [...was] : was;
    const keys = path.split('.').filter(Boolean);
    if (keys.length === 0) {
      result = value;
      continue;
    }
    if (!holdsKeys(result)) result = nothing();
    let inner = result as Record<string, unknown>;
    for (const key of keys.slice(0, -1)) {
      if (!holdsKeys(inner[key])) inner[key] = nothing();
      inner = inner[key] as Record<string, unknown>;
    }
    inner[keys.at(-1)!] = value;
  }
  return result;
}

/** Asks another system over HTTP and keeps what it answers. The visitor waits at most as long as all tries take. */
export const callService: StepKind<CallService> = {
  kind: 'call service',
  purpose: 'Look something up in another system',
  schema: CallService,
  blank: id => ({ id, kind: 'call service', method: 'GET', url: '', take: [], limit: 5, tries: 2 }),
  words: (step, around) => [
    plain(`Call ${step.url || '…'}`),
    ...(step.send ?? []).flatMap(
      ({ name, fact }, index): Words => [plain(`${index === 0 ? ' with ' : ', '}${name} from `), factMark(fact)],
    ),
    ...step.take.flatMap(({ path, fact }): Words => [plain(`, keep ${path || 'the answer'} as `), factMark(fact)]),
    plain('; when it fails '),
    ...wayWords(step.failed?.to, around),
  ],
  exits: step => [{ label: 'answered' }, { scene: step.failed?.to, label: 'failed', part: 'failed' }],
  waits: () => false,
  resultFor: ({ take }, learnt) => answerFor(take, learnt),
  reads: step => [...templateFacts(step.url), ...(step.send ?? []).map(({ fact }) => fact)],
  sets: step => step.take.map(({ fact }) => fact),
  check(step, around) {
    const findings: StepFinding[] = [];
    if (step.url === '')
      findings.push({ code: 'empty line', level: 'problem', sentence: 'No service is named to call.', part: 'url' });
    for (const name of [...templateFacts(step.url), ...(step.send ?? []).map(({ fact }) => fact)])
      if (!around.facts.some(fact => fact.name === name))
        findings.push({
          code: 'no such fact',
          level: 'problem',
          sentence: `The call uses “${name}”, which is not a fact of this flow.`,
          part: 'url',
        });
    for (const [index, { fact }] of step.take.entries())
      findings.push(...keepingFindings(fact, around).map(found => ({ ...found, part: `take.${index}` })));
    return findings;
  },
  play(step, stage) {
    const on = stage.way(undefined);
    const failed = stage.way(step.failed?.to);
    const fail = (run: Run, why: string): Next => {
      run.callWent('failed');
      run.tell(step.id, { code: 'service failed', why });
      return failed;
    };
    return {
      enter(run) {
        const filled = filledIn(step.url, run.known);
        if ('missing' in filled) return fail(run, `“${filled.missing}” is not known.`);
        const body = step.send?.flatMap(({ name, fact }) => {
          const value = run.known[fact];
          return value === undefined ? [] : [[name, value] as const];
        });
        run.acts.push({
          act: 'call service',
          step: step.id,
          ticket: run.nextTicket(),
          request: {
            method: step.method,
            url: filled.url,
            ...(body?.length ? { body: Object.fromEntries(body) } : {}),
            limit: step.limit,
            tries: step.tries,
          },
        });
        return AWAITS;
      },
      told(run, told) {
        if (told.outcome === 'failed') return fail(run, told.why);
        run.callWent('worked');
        const missing: string[] = [];
        for (const { path, fact } of step.take) {
          const value = asFact(at(told.result, path), stage.typeOf(fact));
          if (value === undefined) missing.push(path || 'the answer');
          else run.learn(step.id, fact, value);
        }
        if (missing.length > 0) run.tell(step.id, { code: 'service answer incomplete', missing });
        return on;
      },
    };
  },
};
