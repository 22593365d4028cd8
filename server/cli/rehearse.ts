import { readFileSync } from 'node:fs';
import {
  type Flow,
  FlowFileError,
  kindOf,
  mustWords,
  type Outcome,
  RunThrough,
  readFlowFile,
  runThrough,
} from '@kineta/core';
import { z } from 'zod';
import { readWords } from './words.ts';

/** Run-throughs of a file: one, or a list of them. */
const Runs = z.union([z.array(RunThrough), RunThrough.transform(run => [run])]);

/** Where a rehearsal without a workspace takes place: everything named in the flow is there, and open. */
const stage = {
  zone: 'Europe/London',
  country: 'GB',
  locale: { language: 'en-GB', currency: 'GBP' },
  business: {},
  hours: {},
};

function read<T>(file: string, as: (text: string) => T): T {
  try {
    return as(readFileSync(file, 'utf8'));
  } catch (error) {
    if (error instanceof FlowFileError) throw error;
    const issue = error instanceof z.ZodError ? error.issues[0] : undefined;
    throw new FlowFileError(
      'invalid',
      issue
        ? `${file} holds no run-throughs: ${issue.message} (${issue.path.join(', ')})`
        : `${file} cannot be read: ${(error as Error).message}`,
    );
  }
}

/**
 * `kineta rehearse FLOW.json RUN.json… [--business FACTS.json] [--json]`: plays run-throughs, those in the flow’s own
 * file when none are named; exit 1 when one ends otherwise than it must, 2 when a file cannot be read.
 */
export function rehearse(words: string[]): void {
  const usage = 'kineta rehearse FLOW.json RUN.json… [--business FACTS.json] [--json]';
  const { values, positionals } = readWords(words, usage, {
    json: { type: 'boolean' },
    business: { type: 'string' },
  });
  const { json, business: facts } = values;
  const [flowFile, ...runFiles] = positionals;
  if (!flowFile) {
    console.error(`Say which flow and which run-throughs: ${usage}`);
    process.exitCode = 2;
    return;
  }
  let flow: Flow;
  let runs: RunThrough[];
  let business: Record<string, string | number | boolean>;
  try {
    const file = read(flowFile, readFlowFile);
    flow = file.flow;
    runs =
      runFiles.length === 0
        ? [...file.runs]
        : runFiles.flatMap(runFile => read(runFile, text => Runs.parse(JSON.parse(text))));
    if (runs.length === 0)
      throw new FlowFileError('invalid', `${flowFile} holds no run-throughs; name the files that do.`);
    business =
      facts === undefined
        ? {}
        : read(facts, text =>
            z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])).parse(JSON.parse(text)),
          );
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 2;
    return;
  }
  const teams = flow.scenes.flatMap(({ steps }) => steps.flatMap(step => kindOf(step).teams?.(step) ?? []));
  const outcomes = runs.map((run): Outcome => runThrough(flow, run, { ...stage, business, teams }));
  const failing = outcomes.filter(({ failures }) => failures.length > 0);
  if (json) console.log(JSON.stringify({ flow: flow.name, outcomes }, null, 2));
  else {
    for (const { name, failures } of outcomes) {
      console.log(`${failures.length === 0 ? 'holds' : 'FAILS'}  ${name}`);
      for (const { must, why } of failures) console.log(`       ${mustWords(must)} But ${why}`);
    }
    console.log(`${flow.name}: ${outcomes.length - failing.length} of ${outcomes.length} run-throughs hold.`);
  }
  process.exitCode = failing.length > 0 ? 1 : 0;
}
