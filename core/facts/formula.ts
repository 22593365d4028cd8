import { evaluate, FeelDate, FeelDuration, SyntaxError as FeelSyntaxError, isFunction, parseExpression } from 'feelin';
import type { Facts, Value } from './fact.ts';

/**
 * Formulas are FEEL, the Object Management Group's expression language (DMN 1.5, chapter 10), held to the part that
 * ends quickly: what iterates, defines functions or matches patterns is refused when the formula is written.
 */
export interface Formula {
  readonly source: string;
  /** The facts that the formula reads, each once, in the order of appearance. */
  readonly reads: readonly string[];
  /** Works the formula out. A missing fact is an error that names it, never a silent nothing. */
  evaluate(facts: Facts): { value: Value } | { error: string };
}

/** Thrown by {@link formula} when the text is not a formula that Kineta plays; the message is for its writer. */
export class FormulaError extends Error {
  override name = 'FormulaError';
  /** Where in the source, as character offsets, when that is known. */
  readonly from: number | undefined;
  readonly to: number | undefined;
  constructor(message: string, from?: number, to?: number) {
    super(message);
    this.from = from;
    this.to = to;
  }
}

export const LONGEST_FORMULA = 2_000;
const DEEPEST_NESTING = 60;

const refusedNodes: Record<string, string> = {
  ForExpression: '“for” is not available in formulas.',
  QuantifiedExpression: '“some” and “every” are not available in formulas.',
  FunctionDefinition: 'A formula cannot define functions.',
  FilterExpression: 'A formula cannot filter lists.',
};
const refusedFunctions = new Set(['matches', 'replace', 'split', 'range', 'now', 'today', 'random number', 'sort']);

type Tree = ReturnType<typeof parseExpression>;
type TreeNode = Tree['topNode'];

function nesting(source: string): number {
  let depth = 0;
  let deepest = 0;
  for (const character of source) {
    if (character === '(' || character === '[' || character === '{') deepest = Math.max(deepest, ++depth);
    else if (character === ')' || character === ']' || character === '}') depth--;
  }
  return deepest;
}

interface Variable {
  name: string;
  from: number;
  to: number;
}

function inspect(source: string, known: readonly string[]): Variable[] {
  const context = Object.fromEntries(known.map(name => [name, 0]));
  const tree = parseExpression(source, context, undefined);
  const variables: Variable[] = [];
  const visit = (node: TreeNode): void => {
    const text = source.slice(node.from, node.to);
    if (node.type.isError) {
      const near = source.slice(Math.max(0, node.from - 12), node.to + 12).trim();
      throw new FormulaError(
        near ? `The formula cannot be read near “${near}”.` : 'The formula is not finished.',
        node.from,
        node.to,
      );
    }
    const refusal = refusedNodes[node.name];
    if (refusal) throw new FormulaError(refusal, node.from, node.to);
    if (node.name === 'FunctionInvocation' && node.firstChild) {
      const called = source.slice(node.firstChild.from, node.firstChild.to).trim();
      if (refusedFunctions.has(called))
        throw new FormulaError(`“${called}” is not available in formulas.`, node.firstChild.from, node.firstChild.to);
    }
    const isCall =
      node.name === 'VariableName' && node.parent?.name === 'FunctionInvocation' && node.prevSibling === null;
    if (node.name === 'VariableName' && !isCall)
      variables.push({ name: text.trim().replace(/\s+/g, ' '), from: node.from, to: node.to });
    for (let child = node.firstChild; child; child = child.nextSibling) visit(child);
  };
  visit(tree.topNode);
  return variables;
}

function fromFeel(value: unknown): Value | undefined {
  if (typeof value === 'string' || typeof value === 'boolean') return value;
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(15)) : undefined;
  if (value instanceof FeelDate || value instanceof FeelDuration) return value.toString();
  if (Array.isArray(value) && value.every(item => typeof item === 'string')) return value;
  return undefined;
}

/**
 * Reads a formula once, so that playing it needs no second look.
 * @param source the FEEL expression, at most {@link LONGEST_FORMULA} characters
 * @param known the names of the facts it may use; they may hold spaces
 * @throws {FormulaError} with a sentence for its writer
 */
export function formula(source: string, known: readonly string[]): Formula {
  const key = `${source}\n${known.join('\n')}`;
  let found = read.get(key);
  if (!found) {
    found = readFormula(source, known);
    read.set(key, found);
    if (read.size > MOST_READ) read.delete(read.keys().next().value as string);
  }
  return found;
}

/** Formulas read before: while a flow is written, the same ones are asked for at every key. The oldest goes first. */
const read = new Map<string, Formula>();
const MOST_READ = 500;
/** Results kept of each formula, and how long their facts may be: rehearsals and replays ask with the same ones again. */
const MOST_RESULTS = 300;
const LONGEST_FACTS = 200;

type Result = ReturnType<Formula['evaluate']>;

function readFormula(source: string, known: readonly string[]): Formula {
  if (source.trim() === '') throw new FormulaError('The formula is empty.');
  if (source.length > LONGEST_FORMULA)
    throw new FormulaError(`A formula has at most ${LONGEST_FORMULA.toLocaleString('en')} characters.`);
  if (nesting(source) > DEEPEST_NESTING) throw new FormulaError('The formula has too many brackets inside each other.');
  const reads = [...new Set(inspect(source, known).map(({ name }) => name))];
  const results = new Map<string, Result>();
  let ready: Worked | undefined;
  return {
    source,
    reads,
    evaluate(facts) {
      const missing = reads.find(name => facts[name] === undefined);
      if (missing !== undefined) return { error: `“${missing}” is not known yet.` };
      const key = JSON.stringify(reads.map(name => facts[name]));
      let result = results.get(key);
      if (!result) {
        // Only what it mentions: the reader looks each name up among all that it is given.
        ready ??= madeReady(source, reads);
        result = workedOut(ready, Object.fromEntries(reads.map(name => [name, facts[name]!])));
        if (key.length > LONGEST_FACTS) return result;
        if (results.size === MOST_RESULTS) results.delete(results.keys().next().value as string);
        results.set(key, result);
      }
      return result;
    },
  };
}

type Worked = (facts: Facts) => unknown;

/**
 * A formula read for good, as the function that its facts are given to: FEEL would read it anew for every set of facts,
 * which takes hundreds of times as long as working it out.
 */
function madeReady(source: string, reads: readonly string[]): Worked {
  const made: unknown = evaluate(`function(${reads.join(', ')}) ${source}`, {}).value;
  if (!isFunction(made)) return facts => evaluate(source, facts).value;
  const { invoke } = made as { invoke(facts: Facts): unknown };
  return facts => invoke.call(made, facts);
}

function workedOut(ready: Worked, facts: Facts): Result {
  try {
    const result = fromFeel(ready(facts));
    return result === undefined ? { error: 'The formula has no result for these facts.' } : { value: result };
  } catch (error) {
    if (error instanceof FeelSyntaxError) return { error: 'The formula cannot be read.' };
    return { error: 'The formula could not be worked out.' };
  }
}

/** The formula, or nothing when it cannot be read: for whoever only wants to know what it mentions. */
export function tryFormula(source: string, known: readonly string[]): Formula | undefined {
  try {
    return formula(source, known);
  } catch (error) {
    if (error instanceof FormulaError) return undefined;
    throw error;
  }
}

/** The formula with one fact under another name; as it was when it cannot be read. */
export function renamedInFormula(source: string, from: string, to: string, known: readonly string[]): string {
  if (!tryFormula(source, known)) return source;
  return inspect(source, known)
    .filter(({ name }) => name === from)
    .reduceRight((text, variable) => text.slice(0, variable.from) + to + text.slice(variable.to), source);
}
