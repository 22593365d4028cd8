import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { openApi } from '@kineta/contract';
import { flowJsonSchema } from '@kineta/core';
import { expect, test } from 'vitest';

const docs = join(import.meta.dirname, '../../docs');
const pretty = (value: object): string => `${JSON.stringify(value, null, 2)}\n`;

// Both documents are made from the schemas: `npx vitest run --project house -u` writes them anew.
test('the OpenAPI document in docs is today’s', async () => {
  await expect(pretty(openApi('0.1.0'))).toMatchFileSnapshot(join(docs, 'openapi.json'));
});

test('the JSON Schema of flows in docs is today’s', async () => {
  await expect(pretty(flowJsonSchema())).toMatchFileSnapshot(join(docs, 'formats/kineta.flow-2.schema.json'));
});

const root = join(import.meta.dirname, '../..');
const written = [
  ...readdirSync(docs).map(name => join('docs', name)),
  ...readdirSync(root).filter(name => name === name.toUpperCase() || /^[A-Z]+\.md$/.test(name)),
].filter(name => name.endsWith('.md'));

test.each(written)('what %s names and leads to is there', name => {
  const text = readFileSync(join(root, name), 'utf8');
  const named = [...text.matchAll(/`((?:core|contract|server|studio|widget|demo|e2e|docs)\/[\w./-]+)`/g)]
    .map(([, path]) => path!)
    // What is to be made has a name to be filled in.
    .filter(path => !/[A-Z]{4}/.test(path));
  const led = [...text.matchAll(/\]\(([^)#:\s]+)/g)].map(([, path]) => join(dirname(name), path!));
  expect([...named, ...led].filter(path => !existsSync(join(root, path)))).toEqual([]);
});

test('the README tells of every setting', () => {
  const settingsIn = (file: string) =>
    new Set(readFileSync(join(root, file), 'utf8').match(/KINETA_[A-Z_]+(?=`|: maybe)/g));
  const known = settingsIn('server/cli/settings.ts');
  // Where the checkout is, and that it is being written at, are said by the command itself.
  for (const own of ['KINETA_ROOT', 'KINETA_DEV']) known.delete(own);
  expect([...settingsIn('README.md')].toSorted()).toEqual([...known].toSorted());
});
