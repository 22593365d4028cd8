import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  Flow,
  type FlowFileError,
  FORMAT,
  flowAsNow,
  RUN_FORMAT,
  RunThrough,
  readFlowFile,
  runAsNow,
  writeFlowFile,
} from '@kineta/core';
import { describe, expect, test } from 'vitest';

/** Files of every version, as they were written then. They are never edited. */
const folder = join(import.meta.dirname, 'files');
const files = readdirSync(folder);
const text = (file: string): string => readFileSync(join(folder, file), 'utf8');

test.each(files.filter(file => file.startsWith('flow-')))('%s opens, and is written in the version of now', file => {
  const read = readFlowFile(text(file));
  expect(read.flow.format).toBe(FORMAT);
  for (const run of read.runs) expect(run.format).toBe(RUN_FORMAT);
  expect(readFlowFile(writeFlowFile(read))).toEqual(read);
});

test.each(files.filter(file => file.startsWith('run-')))('%s opens', file => {
  const run = RunThrough.parse(runAsNow(JSON.parse(text(file))));
  expect(run.beats.map(({ does }) => does)).toEqual(['replies', 'is told', 'replies', 'is not told', 'hands back']);
});

test('there is a file of every version but the last', () => {
  for (const [kind, now] of [
    ['flow', FORMAT],
    ['run', RUN_FORMAT],
  ] as const)
    for (let version = 1; version < Number(now.split('/')[1]); version++)
      expect(files.some(file => file.startsWith(`${kind}-${version}`))).toBe(true);
});

describe('the first version of a flow', () => {
  const { flow } = readFlowFile(text('flow-1-kinds.json'));

  test('kept what is worked out in “set”, and one picture beside a line', () => {
    expect(flow.scenes[0]!.steps).toMatchObject([
      { kind: 'say', pictures: [{ alt: 'A heat pump beside a house' }] },
      { kind: 'set', value: 1900 },
      { kind: 'work out', formula: 'bill * 0.4' },
      { kind: 'end' },
    ]);
  });

  test('had names guessed from how facts are spelt; a company’s is nobody’s', () => {
    expect(Object.fromEntries(flow.facts.map(({ name, person }) => [name, person]))).toEqual({
      'first name': 'name',
      'company name': undefined,
      email: 'email',
      'work email': undefined,
      bill: undefined,
      saving: undefined,
    });
  });
});

describe('what no upgrade brings up', () => {
  test('is handed back as it is', () => {
    for (const odd of [null, 7, 'flow', [], {}, { format: 7 }, { format: 'kineta.flow/99', facts: 1 }])
      expect(flowAsNow(odd)).toEqual(odd);
    expect(Flow.safeParse(flowAsNow({ format: 'kineta.flow/1', facts: 'none', scenes: [[1], 2] })).success).toBe(false);
  });

  test('is refused with the reason', () => {
    const reason = (format: unknown): string => {
      try {
        readFlowFile(JSON.stringify({ format, name: 'x' }));
      } catch (error) {
        return (error as FlowFileError).code;
      }
      return 'read';
    };
    expect(reason(undefined)).toBe('not a flow');
    expect(reason('kineta.run/1')).toBe('not a flow');
    expect(reason('kineta.flow/99')).toBe('later version');
    expect(reason('kineta.flow/0')).toBe('unknown version');
    expect(reason('kineta.flow/x')).toBe('unknown version');
    expect(reason('kineta.flow/1')).toBe('invalid');
  });
});
