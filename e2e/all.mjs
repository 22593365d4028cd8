/**
 * Every test there is: Vitest with types and style beside it, then the browser. Closes with `N passed, N failed` alone on a line.
 *
 * With names of areas (`./kineta test flows inbox`), only what is in folders and files of these names: their tests of the
 * core, the server and the studio, and their journeys.
 *
 * A journey that fails is run once more at the very end: one that passes then counts, and is listed as unsteady with its
 * first failure, for its cause to be found.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, openSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';

const root = join(import.meta.dirname, '..');
const packages = ['core', 'contract', 'server', 'studio', 'widget', 'demo'];
const names = process.argv.slice(2);
/** Two projects at once, each read by one checker: several would work out the same for each other, on two cores. */
const TYPES = ['tsc', '-b', '--builders', '2', '--checkers', '1'];
const results = mkdtempSync(join(tmpdir(), 'kineta-results-'));
let passed = 0;
let failed = 0;
/** What is said of each at the very end, where whoever reads only that finds it. */
const failures = [];

function run(title, command, env = {}) {
  console.log(`\n— ${title}`);
  const { status } = spawnSync(`node_modules/.bin/${command[0]}`, command.slice(1), {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return status === 0;
}

function single(title, command) {
  count(title, run(title, command));
}

function count(title, fine) {
  if (fine) passed++;
  else {
    failed++;
    failures.push(title);
  }
}

/** Begins something that goes on beside what follows. @returns waits for its end, and shows what it said */
function beside(title, command) {
  const said = join(results, `${title}.txt`);
  const to = openSync(said, 'w');
  const child = spawn(`node_modules/.bin/${command[0]}`, command.slice(1), { stdio: ['ignore', to, to] });
  const ended = new Promise(resolve => {
    child.once('exit', status => resolve(status === 0));
    child.once('error', () => resolve(false));
  });
  return async () => {
    const fine = await ended;
    console.log(`\n— ${title}\n${readFileSync(said, 'utf8')}`);
    count(title, fine);
  };
}

const cut = text => text.slice(0, 1_500).replace(/^/gm, '    ');
const read = file => JSON.parse(readFileSync(join(results, file), 'utf8'));

function vitest(title, filters) {
  const report = ['--reporter=default', '--reporter=json', `--outputFile.json=${join(results, 'vitest.json')}`];
  const fine = run(title, ['vitest', 'run', ...report, ...filters]);
  // A runner that died before it counted has failed once.
  let sum = { numPassedTests: 0, numFailedTests: 1, testResults: [] };
  try {
    sum = read('vitest.json');
  } catch {}
  passed += sum.numPassedTests;
  failed += fine ? sum.numFailedTests : Math.max(1, sum.numFailedTests);
  for (const { name, status, message, assertionResults } of sum.testResults) {
    if (status === 'failed' && assertionResults.length === 0) failures.push(`${relative(root, name)}\n${cut(message)}`);
    for (const { fullName, status, failureMessages } of assertionResults)
      if (status === 'failed')
        failures.push(`${relative(root, name)} › ${fullName}\n${cut(failureMessages.join('\n'))}`);
  }
}

/** The journeys of a report, each with how to name it to the runner, whether it passed, and what it failed with. */
function journeysOf(suite, file = suite.file) {
  const own = (suite.specs ?? []).map(({ title, ok, line, tests }) => ({
    at: `${file}:${line}`,
    title,
    ok,
    error: tests.flatMap(({ results: runs }) => runs.flatMap(({ errors }) => errors)).at(0)?.message ?? '',
  }));
  return [...own, ...(suite.suites ?? []).flatMap(inner => journeysOf(inner, inner.file ?? file))];
}

function journeys(title, filters, report) {
  const fine = run(title, ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...filters], {
    KINETA_E2E_REPORT: join(results, report),
  });
  try {
    const found = read(report).suites.flatMap(suite => journeysOf(suite));
    return found.length > 0 || fine ? found : [{ at: '', title, ok: false, error: 'The runner died.' }];
  } catch {
    return [{ at: '', title, ok: false, error: 'The runner died.' }];
  }
}

function browser(filters) {
  const all = journeys('journeys in the browser', filters, 'e2e.json');
  const lost = all.filter(({ ok }) => !ok);
  passed += all.length - lost.length;
  const again = lost.filter(({ at }) => at !== '');
  failed += lost.length - again.length;
  if (again.length === 0) return;
  // Two of one line differ by how they are played, so all of the line are run again and told apart by their titles.
  const second = journeys('those that failed, once more', [...new Set(again.map(({ at }) => at))], 'again.json');
  const unsteady = again.filter(({ at, title }) => second.some(one => one.at === at && one.title === title && one.ok));
  passed += unsteady.length;
  failed += again.length - unsteady.length;
  for (const one of lost) if (!unsteady.includes(one)) failures.push(`${one.at} › ${one.title}\n${cut(one.error)}`);
  if (unsteady.length === 0) return;
  console.log('\nunsteady: failed, and passed when run once more. Find their causes before anything new.');
  for (const { at, title, error } of unsteady) console.log(`  ${at} › ${title}\n${error.replace(/^/gm, '    ')}`);
}

/** The filters that mean what is of an area: folders of its name in each package, and journeys of its name. */
function filtersOf(name) {
  const folders = packages.map(part => `${part}/${name}/`).filter(folder => existsSync(join(root, folder)));
  const inCore = existsSync(join(root, 'core/flow', name)) ? [`core/flow/${name}/`] : [];
  const specs = readdirSync(join(root, 'e2e/journeys')).filter(
    file => file.startsWith(`${name}.`) || file.startsWith(`${name}-`),
  );
  return { tests: [...folders, ...inCore], specs: specs.map(file => `journeys/${file}`) };
}

if (names.length === 0) {
  // Much of what follows waits for a database, and leaves them room.
  const types = beside('types', TYPES);
  const style = beside('style', ['biome', 'check', '--error-on-warnings', '.']);
  vitest('core, contract, server, studio, widget, demo, the house', []);
  await types();
  await style();
  browser([]);
} else {
  const found = names.map(name => [name, filtersOf(name)]);
  const unknown = found.find(([, { tests, specs }]) => tests.length + specs.length === 0);
  if (unknown) {
    console.error(`There is no area and no journey “${unknown[0]}”.`);
    process.exit(2);
  }
  single('types', TYPES);
  const tests = found.flatMap(([, area]) => area.tests);
  const specs = found.flatMap(([, area]) => area.specs);
  if (tests.length > 0) vitest(names.join(', '), ['--passWithNoTests', ...tests]);
  if (specs.length > 0) browser(specs);
}
rmSync(results, { recursive: true, force: true });
if (failures.length > 0) console.log(`\nfailed:\n${failures.map(one => `  ${one}`).join('\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
