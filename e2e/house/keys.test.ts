import { readFileSync } from 'node:fs';
import { relative } from 'node:path';
import { expect, test } from 'vitest';
import { root, sources } from './sources.ts';

/** Where what was pressed is compared with the tables; everybody else asks a table. */
const HOME = 'studio/ui/key-table.ts';

test('every key that the studio listens for stands in a table, from which the sheet of keys is made', () => {
  const wrong = sources('studio')
    .map(file => ({ name: relative(root, file).replaceAll('\\', '/'), text: readFileSync(file, 'utf8') }))
    .filter(({ name }) => name !== HOME && !/\.test\.tsx?$/.test(name))
    .flatMap(({ name, text }) =>
      [...text.matchAll(/\b(?:event|nativeEvent)\.key\s*(?:[!=]==|\.(?:toLowerCase|startsWith|match))/g)].map(
        ([found]) => `${name}: ${found}`,
      ),
    );
  expect(wrong).toEqual([]);
});
