import { readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { describe, expect, test } from 'vitest';
import { FIRST_OPENING_BOUND, LOADER_BOUND, REACH_BOUND, sizes } from '../bench/widget.ts';
import { root, sources } from './sources.ts';

/** Which parts of the house each may import: the arrows of docs/architecture.md. */
const mayImport: Record<string, string[]> = {
  core: [],
  contract: ['core'],
  server: ['core', 'contract'],
  studio: ['core', 'contract'],
  widget: ['contract'],
  demo: ['core', 'contract', 'server'],
  e2e: ['core', 'contract', 'server', 'demo'],
};

function imports(file: string): Array<{ from: string; onlyTypes: boolean }> {
  const text = readFileSync(file, 'utf8');
  return [
    ...text.matchAll(/^(?:import|export)\s(type\s)?[^;]*?from\s'([^']+)'|^import\s'([^']+)'|import\('([^']+)'\)/gm),
  ].map(match => ({
    from: (match[2] ?? match[3] ?? match[4]) as string,
    onlyTypes: match[1] !== undefined,
  }));
}

describe.each(Object.entries(mayImport))('%s', (part, allowed) => {
  const files = sources(part);

  test('imports only what stands below it in the house', () => {
    const wrong = files.flatMap(file =>
      imports(file)
        .filter(({ from }) => {
          const other = /^@kineta\/(\w+)/.exec(from)?.[1];
          if (other) return other !== part && !allowed.includes(other);
          return from.startsWith('.') && relative(join(root, part), join(file, '..', from)).startsWith('..');
        })
        .map(({ from }) => `${relative(root, file)} imports ${from}`),
    );
    expect(wrong).toEqual([]);
  });
});

test('the core knows no Node, no browser, no clock and no chance of its own', () => {
  const wrong = sources('core')
    .filter(file => !/\.(test|arbitrary)\.ts$/.test(file))
    .flatMap(file => {
      const text = readFileSync(file, 'utf8');
      const found =
        /from 'node:|Math\.random\(|Date\.now\(|new Date\(\)|\bfetch\(|\bdocument\.|\bwindow\.|\bprocess\./.exec(text);
      return found ? [`${relative(root, file)}: ${found[0]}`] : [];
    });
  expect(wrong).toEqual([]);
});

test('the widget takes only types from the contract, so that no schema weighs on visitors', () => {
  const wrong = sources('widget').flatMap(file =>
    imports(file)
      .filter(({ from, onlyTypes }) => from.startsWith('@kineta/') && !onlyTypes)
      .map(() => relative(root, file)),
  );
  expect(wrong).toEqual([]);
});

test('play, checks and sentences walk the registry and know no kind of step by name', () => {
  const machinery = ['core/flow/play.ts', 'core/flow/checks/graph.ts', 'core/flow/edits.ts', 'core/flow/format.ts'];
  for (const file of machinery)
    expect(readFileSync(join(root, file), 'utf8')).not.toMatch(
      /from '.*steps\/(say|ask|decide|set|handover|go|end)\.ts'/,
    );
});

test('the widget is small', () => {
  const { loader, reach, firstOpening } = sizes();
  expect(loader).toBeLessThanOrEqual(LOADER_BOUND);
  expect(reach).toBeLessThanOrEqual(REACH_BOUND);
  expect(firstOpening).toBeLessThanOrEqual(FIRST_OPENING_BOUND);
});
