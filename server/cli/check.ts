import { readFileSync } from 'node:fs';
import { check as checkFlow, type Finding, type Flow, FlowFileError, mends, readFlow, waysThrough } from '@kineta/core';
import { readWords } from './words.ts';

function placeOf(flow: Flow, { place }: Finding): string {
  const scene = flow.scenes.find(({ id }) => id === place.scene);
  if (!scene) return flow.name;
  const step = scene.steps.findIndex(({ id }) => id === place.step);
  return step < 0 ? scene.title : `${scene.title}, step ${step + 1}`;
}

/** `kineta check FLOW.json [--json]`: what can be proved wrong with a flow; exit 1 on a problem, 2 when it is no flow. */
export function check(words: string[]): void {
  const usage = 'kineta check FLOW.json [--json]';
  const { values, positionals } = readWords(words, usage, { json: { type: 'boolean' } });
  const { json } = values;
  const [file] = positionals;
  if (!file) {
    console.error(`Say which flow: ${usage}`);
    process.exitCode = 2;
    return;
  }
  let flow: Flow;
  try {
    flow = readFlow(readFileSync(file, 'utf8'));
  } catch (error) {
    const message =
      error instanceof FlowFileError ? error.message : `${file} cannot be read: ${(error as Error).message}`;
    if (json) console.log(JSON.stringify({ file, error: message }));
    else console.error(message);
    process.exitCode = 2;
    return;
  }
  const findings = checkFlow(flow);
  const problems = findings.filter(finding => finding.level === 'problem');
  if (json)
    console.log(JSON.stringify({ file, flow: flow.name, waysThrough: String(waysThrough(flow)), findings }, null, 2));
  else {
    for (const finding of findings) {
      console.log(`${finding.level.padEnd(7)}  ${placeOf(flow, finding)}: ${finding.sentence}`);
      if (finding.path) console.log(`         the way there: ${finding.path.join(' → ')}`);
      console.log(`         ${mends[finding.code]}`);
    }
    const advice = findings.length - problems.length;
    console.log(
      `${flow.name}: ${problems.length} problem${problems.length === 1 ? '' : 's'}, ${advice} piece${advice === 1 ? '' : 's'} of advice; ${waysThrough(flow).toLocaleString('en-GB')} ways through.`,
    );
  }
  process.exitCode = problems.length > 0 ? 1 : 0;
}
