import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { plainSetting } from '@kineta/core';
import { businessFacts } from '@kineta/demo';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';

const root = join(import.meta.dirname, '../..');
const starters = join(root, 'server/flows/starters');
const names = readdirSync(starters).filter(name => name.endsWith('.json'));

let folder: string;
let business: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kineta-commands-'));
  business = join(folder, 'business.json');
  writeFileSync(business, JSON.stringify(Object.fromEntries(businessFacts.map(({ name, value }) => [name, value]))));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function kineta(...words: string[]): { status: number | null; out: string; wrong: string } {
  const { status, stdout, stderr } = spawnSync('./kineta', words, { cwd: root, encoding: 'utf8' });
  return { status, out: stdout, wrong: stderr };
}

function written(name: string, content: object | string): string {
  const file = join(folder, name);
  writeFileSync(file, typeof content === 'string' ? content : JSON.stringify(content));
  return file;
}

describe.each(names)('the starter %s', name => {
  test('is checked and rehearsed from its files alone', () => {
    const checked = kineta('check', join(starters, name), '--json');
    expect(checked).toMatchObject({ status: 0 });
    expect(JSON.parse(checked.out)).toMatchObject({ findings: [] });
    const rehearsed = kineta('rehearse', join(starters, name), join(starters, 'runs', name), '--business', business);
    expect(rehearsed.out).toMatch(/(\d+) of \1 run-throughs hold/);
    expect(rehearsed.status).toBe(0);
  });
});

const flow = {
  format: 'kineta.flow/2',
  name: 'Greeting',
  speaker: 'Robin',
  facts: [],
  scenes: [{ id: 'a', title: 'A', steps: [{ id: 'hello', kind: 'say', line: [[{ text: 'Hello!' }]] }] }],
};
const end = { id: 'end', kind: 'end', outcome: 'answered' };
const whole = { ...flow, scenes: [{ ...flow.scenes[0], steps: [...flow.scenes[0]!.steps, end] }] };
const run = (outcome: string) => ({
  format: 'kineta.run/2',
  name: 'Greeted',
  setting: plainSetting,
  beats: [],
  must: [{ must: 'end', outcome }],
});

test('a problem, a run-through that fails and a file that is none are told apart by their exit', () => {
  const dead = kineta('check', written('dead.json', flow));
  expect(dead).toMatchObject({ status: 1, out: expect.stringContaining('“A” runs out') });
  const fails = kineta('rehearse', written('fails.json', { ...whole, runs: [run('lead')] }));
  expect(fails.status).toBe(1);
  expect(fails.out).toContain('But it ended with the outcome “answered” instead of “lead”.');
  const holds = kineta('rehearse', written('holds.json', { ...whole, runs: [run('answered')] }));
  expect(holds).toMatchObject({ status: 0, out: expect.stringContaining('1 of 1 run-throughs hold') });
  expect(kineta('rehearse', written('none.json', whole))).toMatchObject({ status: 2 });
  expect(kineta('check', written('broken.json', '{"format"')).wrong).toContain('broken JSON');
});

test('what is made of typed texts is printed in their order, and a file of something else is refused', () => {
  const where = { language: 'en-GB', country: 'GB', zone: 'Europe/London', now: '2026-11-24T10:12:00Z' };
  const texts = [
    { text: 'Absolutely not', as: 'yes/no' },
    { text: 'a week on Thursday', as: 'date' },
    { text: 'the second one', as: 'choice', choices: ['Flat', 'Semi-detached'] },
    { text: 'call me on 07700 900123', as: 'number' },
    { text: 'oh double seven oh oh, nine oh oh, one two three', as: 'phone' },
    { text: 'this is useless, get me a human', as: 'wish' },
    { text: 'are your agents insured', as: 'wish' },
  ];
  const { status, out } = kineta('understand', written('texts.json', { ...where, texts }), '--json');
  expect(status).toBe(0);
  const rows = JSON.parse(out) as Array<{ text: string; as: string; value: unknown }>;
  expect(rows.map(({ text, as }) => ({ text, as }))).toEqual(texts.map(({ text, as }) => ({ text, as })));
  expect(rows.map(({ value }) => value)).toEqual([
    false,
    '2026-12-03',
    'Semi-detached',
    null,
    '+447700900123',
    'person',
    null,
  ]);
  const other = kineta('understand', written('other.json', { texts }));
  expect(other).toMatchObject({ status: 2, wrong: expect.stringContaining('is no file of texts: language') });
});

describe('questions', () => {
  // A few of them: to read them all for their meaning takes its time.
  const sets = join(root, 'core/questions/evaluation');
  const set = (name: string) => JSON.parse(readFileSync(join(sets, name), 'utf8'));
  let entries: string;
  let queries: string;
  beforeAll(() => {
    const articles = (set('energy.entries.json').articles as Array<{ id: string }>).slice(0, 12);
    const isOfThem = ({ ids }: { ids: string[] }) => ids.some(id => articles.some(article => article.id === id));
    const { queries: asked, outOfScope, followUps } = set('energy.queries.json');
    const [few, none] = [asked.filter(isOfThem), outOfScope.slice(0, 10)];
    entries = written('few.entries.json', { articles });
    queries = written('few.queries.json', { queries: few, outOfScope: none, followUps: followUps.slice(0, 3) });
  });
  test('in documents are found with their answers, and what cannot be read is said beside the others', () => {
    const page = written('help.html', '<h2>Why?</h2><p>So.</p><h2>When?</h2><p>Now.</p>');
    const broken = written('broken.pdf', '%PDF-1.4');
    const { status, out, wrong } = kineta('questions', 'import', broken, page, '--json');
    expect(status).toBe(1);
    expect(wrong).toContain('broken.pdf: This PDF cannot be read.');
    expect(JSON.parse(out)).toEqual({
      articles: [
        { id: '1', question: 'Why?', answer: 'So.', source: page },
        { id: '2', question: 'When?', answer: 'Now.', source: page },
      ],
    });
    expect(kineta('questions', 'import', page)).toMatchObject({ status: 0, out: 'Why?\nSo.\n\nWhen?\nNow.\n\n' });
    expect(kineta('questions', 'import', join(folder, 'nowhere.md')).wrong).toContain('There is no such file.');
    expect(kineta('questions', 'import')).toMatchObject({
      status: 2,
      wrong: expect.stringContaining('Say which documents'),
    });
  });
  test('asked of a file of entries are answered, with how sure that is', () => {
    const { status, out } = kineta('questions', 'ask', '--entries', entries, 'how much is it', '--json');
    expect(status).toBe(0);
    const found = JSON.parse(out) as Array<{ id: string; confidence: number }>;
    expect(found).toHaveLength(5);
    expect(found[0]!.confidence).toBeGreaterThan(found[1]!.confidence);
    expect(kineta('questions', 'ask', '--entries', entries, 'how much is it').out.split('\n')[0]).toMatch(
      /^0\.\d\d {2}\S/,
    );
  });
  test('that are rated are counted, beside plain BM25', () => {
    const { status, out } = kineta('questions', 'evaluate', '--entries', entries, '--queries', queries, '--json');
    expect(status).toBe(0);
    const measures = ['hit1', 'hit3', 'answered', 'rightOfAnswered', 'rightOfAll', 'followUpHit1', 'msPerQuery'];
    const { kineta: ours, bm25 } = JSON.parse(out) as Record<string, Record<string, number>>;
    for (const found of [ours!, bm25!]) expect(Object.keys(found).sort()).toEqual([...measures].sort());
    expect(ours!.hit1).toBeGreaterThan(bm25!.hit1!);
  });
  test('of a file that is none are said so', () => {
    const none = written('none-of-entries.json', { articles: [{ id: 1 }] });
    expect(kineta('questions', 'ask', '--entries', none, 'x')).toMatchObject({
      status: 2,
      wrong: expect.stringContaining('is no file of entries: articles.0.id'),
    });
    expect(kineta('questions', 'evaluate', '--entries', entries)).toMatchObject({
      status: 2,
      wrong: expect.stringContaining('Say which queries'),
    });
    expect(kineta('questions')).toMatchObject({ status: 2, wrong: expect.stringContaining('It is used so') });
  });
});

test('a word that is no option, and a setting that cannot be used, are named', () => {
  const words = kineta('check', written('whole.json', whole), '--jason');
  expect(words).toMatchObject({ status: 2, wrong: expect.stringContaining('It is used so: kineta check FLOW.json') });
  expect(words.wrong).toContain('--jason');
  const { status, stderr } = spawnSync('./kineta', ['start'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, KINETA_PORT: 'http' },
  });
  expect(status).toBe(2);
  expect(stderr).toContain('KINETA_PORT cannot be used: A port is a number.');
});
