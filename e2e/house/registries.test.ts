import { readFileSync } from 'node:fs';
import { relative } from 'node:path';
import {
  actKinds,
  answerKinds,
  appearanceKinds,
  cueParts,
  deedKinds,
  entryKinds,
  menuKinds,
  stepKinds,
  whenKinds,
} from '@kineta/core';
import { describe, expect, test } from 'vitest';
import { root, sources } from './sources.ts';

/**
 * What there are many of, each in files of its own and a line in a registry: under which key they say what they are, how
 * they are called, and where they may be named. Whatever else walks a registry knows none of them.
 */
const registries: Array<{ of: string; key: string; names: string[]; home: RegExp }> = [
  {
    of: 'kind of step',
    key: 'kind',
    names: stepKinds.map(({ kind }) => kind),
    home: /^(core\/flow\/(steps|upgrades)|studio\/flows\/steps)\//,
  },
  {
    of: 'act',
    key: 'act',
    names: actKinds.map(({ act }) => act),
    // Steps order acts, and so do the engine and what is asked before; the areas of the server carry them out.
    home: /^(core\/(before|flow\/(acts|steps))\/|core\/flow\/(answering|play|program|wanted)\.ts|studio\/flows\/rehearsal\/acts\/|server\/\w+\/effects\/)/,
  },
  {
    of: 'kind of entry',
    key: 'kind',
    names: entryKinds.map(({ kind }) => String(kind)),
    // A part beside a conversation tells of one kind; a listener hears of events, which are called as their entries are.
    home: /^(core\/(conversation\/entries|flow\/acts)\/|studio\/(log\/entries|inbox\/beside)\/|widget\/window\/entries\/|server\/\w+\/listener\.ts)/,
  },
  {
    of: 'type of answer',
    key: 'answer\\.type',
    names: answerKinds.map(({ type }) => type),
    home: /^(core\/flow\/answers|studio\/flows\/answers|widget\/window\/answers)\//,
  },
  {
    of: 'kind of beginnings of a rule',
    key: 'when',
    names: whenKinds.map(({ when }) => String(when)),
    home: /^(core\/rules\/(whens\/|first\.ts)|studio\/rules\/whens\/)/,
  },
  {
    of: 'kind of deeds of a rule',
    key: 'deed',
    names: deedKinds.map(({ deed }) => String(deed)),
    home: /^(core\/rules\/(deeds\/|first\.ts)|server\/conversations\/deeds\/|studio\/rules\/deeds\/)/,
  },
  {
    of: 'part of a cue',
    key: 'part',
    names: cueParts.map(({ part }) => part),
    home: /^(core\/reach\/parts|studio\/sites\/reach\/parts)\//,
  },
  {
    of: 'way of a flow to appear',
    key: 'how',
    names: appearanceKinds.map(({ how }) => String(how)),
    home: /^(core\/reach\/(appearances\/|reach\.ts)|studio\/sites\/reach\/appearances\/)/,
  },
  {
    of: 'way of the menu to lead on',
    key: 'leads',
    names: menuKinds.map(({ leads }) => leads),
    home: /^(core\/menu\/leads\/|studio\/sites\/look\/menu-leads\.tsx)/,
  },
];

/** Who writes a kind of entry itself has to name it; nobody else decides by its name. */
const WRITES_ENTRIES = /^(core\/rating\/|core\/reach\/unfinished\.ts|server\/conversations\/|demo\/)/;

const packages = ['core', 'contract', 'server', 'studio', 'widget'];

/** The parts of a file that decide by what something is called. */
function decisions(text: string, key: string): string[] {
  const compared = [...text.matchAll(new RegExp(`\\b${key}\\s*[!=]==\\s*'([^']+)'`, 'g'))];
  const switched = [...text.matchAll(new RegExp(`switch \\([^)]*\\b${key}\\)[\\s\\S]*?\\n\\s{2,}\\}`, 'g'))].flatMap(
    ([block]) => [...block.matchAll(/case '([^']+)':/g)],
  );
  const listed = [...text.matchAll(new RegExp(`\\[([^\\]]*'[^\\]]*)\\]\\.includes\\([^)]*\\b${key}\\)`, 'g'))].flatMap(
    ([, list]) => [...list!.matchAll(/'([^']+)'/g)],
  );
  return [...compared, ...switched, ...listed].map(match => match[1]!);
}

/** The parts of a file that make one. */
function makings(text: string, key: string): string[] {
  return [...text.matchAll(new RegExp(`[{,]\\s*${key}: '([^']+)'`, 'g'))].map(match => match[1]!);
}

describe.each(registries)('a $of', ({ key, names, home }) => {
  const files = packages
    .flatMap(sources)
    .map(file => ({ name: relative(root, file).replaceAll('\\', '/'), text: readFileSync(file, 'utf8') }))
    .filter(({ name }) => !/\.(test|arbitrary)\.tsx?$|\/tests\/|\/migrations\//.test(name) && !home.test(name));

  test('is decided on by its name in its own files alone', () => {
    const wrong = files.flatMap(({ name, text }) =>
      decisions(text, key)
        .filter(one => names.includes(one))
        .map(one => `${name}: ${one}`),
    );
    expect(wrong).toEqual([]);
  });

  test('is made in its own files, or by who the registry hands it to', () => {
    const wrong = files
      .filter(({ name }) => !WRITES_ENTRIES.test(name))
      .flatMap(({ name, text }) =>
        makings(text, key)
          .filter(one => names.includes(one))
          .map(one => `${name}: ${one}`),
      );
    expect(wrong).toEqual([]);
  });
});
