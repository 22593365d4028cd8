import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { root, sources } from './sources.ts';

test('the page of what screens are made of shows every part of them', () => {
  const page = readFileSync(join(root, 'studio/ui/specimens.tsx'), 'utf8');
  // A list that a part opens by itself is seen there, opened; a group of a menu is seen in the menu of commands.
  const within = ['EmojiList', 'MenuGroup', 'Specimens'];
  const parts = sources('studio/ui')
    .filter(file => file.endsWith('.tsx'))
    .flatMap(file =>
      [...readFileSync(file, 'utf8').matchAll(/^export (?:default )?function ([A-Z]\w+)/gm)].map(([, name]) => name!),
    );
  expect(parts.length).toBeGreaterThan(15);
  expect(parts.filter(name => !within.includes(name) && !page.includes(`<${name}`))).toEqual([]);
});
