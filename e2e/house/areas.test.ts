import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { describe, expect, test } from 'vitest';
import { root, sources } from './sources.ts';

/** The frames that define what an area is: they have an `area.ts`, and are none. */
const FRAMES = ['house', 'shell'];

/** The folders of a package that are areas: those with an `area.ts`. */
function areasOf(part: string): string[] {
  return readdirSync(join(root, part), { withFileTypes: true })
    .filter(entry => entry.isDirectory())
    .map(({ name }) => name)
    .filter(name => !FRAMES.includes(name))
    .filter(name => ['area.ts', 'area.tsx'].some(file => existsSync(join(root, part, name, file))));
}

const isTest = (file: string): boolean => /\.(test|arbitrary)\.tsx?$|[/\\]tests[/\\]/.test(file);

/** The files that a file imports of its own package; of types alone only when that is asked for. */
function importsOf(file: string, types: boolean): string[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/^(?:import|export)\s(type\s)?[^;]*?from\s'(\.[^']+)'/gm)]
    .filter(([, isType]) => types || isType === undefined)
    .map(([, , from]) => join(file, '..', from!))
    .filter(existsSync);
}

describe.each(['server', 'studio'])('the areas of the %s', part => {
  const areas = areasOf(part);
  const areaOf = (file: string): string | undefined => {
    const [folder] = relative(join(root, part), file).split(/[/\\]/);
    return areas.includes(folder!) ? folder : undefined;
  };

  test('do not import each other: they meet in what they offer, in the contract and in the stream', () => {
    const wrong = sources(part)
      .filter(file => !isTest(file) && areaOf(file) !== undefined)
      .flatMap(file =>
        importsOf(file, true)
          .filter(from => areaOf(from) !== undefined && areaOf(from) !== areaOf(file))
          .map(from => `${relative(root, file)} imports ${relative(root, from)}`),
      );
    expect(wrong).toEqual([]);
  });

  test('are imported by the list of areas alone', () => {
    const wrong = sources(part)
      .filter(file => !isTest(file) && areaOf(file) === undefined)
      // What starts the server, and what it lets others do with its tables, stands above the areas.
      .filter(file => !/[/\\](areas|index|cli[/\\]\w+)\.tsx?$/.test(file))
      .flatMap(file =>
        importsOf(file, true)
          .filter(from => areaOf(from) !== undefined)
          .map(from => `${relative(root, file)} imports ${relative(root, from)}`),
      );
    expect(wrong).toEqual([]);
  });
});

test.each(['core', 'contract', 'server', 'studio', 'widget', 'demo'])('nothing in %s goes round in circles', part => {
  const files = sources(part).filter(file => !isTest(file));
  const circles: string[] = [];
  const done = new Set<string>();
  const walk = (file: string, way: string[]): void => {
    const at = way.indexOf(file);
    if (at >= 0) {
      circles.push([...way.slice(at), file].map(one => relative(root, one)).join(' → '));
      return;
    }
    if (done.has(file)) return;
    for (const from of importsOf(file, false)) walk(from, [...way, file]);
    done.add(file);
  };
  for (const file of files) walk(file, []);
  expect(circles).toEqual([]);
});
