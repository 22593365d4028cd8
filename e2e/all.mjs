/** Every test there is: types, style, Vitest, then the browser. Closes with `N passed, N failed` alone on a line. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const results = mkdtempSync(join(tmpdir(), 'kineta-results-'));
let passed = 0;
let failed = 0;

function run(title, command, env = {}) {
  console.log(`\n— ${title}`);
  const { status } = spawnSync(`node_modules/.bin/${command[0]}`, command.slice(1), {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return status === 0;
}

function single(title, command) {
  if (run(title, command)) passed++;
  else failed++;
}

/** Adds a runner's own count; a runner that died before it counted has failed once. */
function counted(title, command, env, count) {
  const fine = run(title, command, env);
  let sum;
  try {
    sum = count();
  } catch {
    sum = { passed: 0, failed: 1 };
  }
  passed += sum.passed;
  failed += fine ? sum.failed : Math.max(1, sum.failed);
}

const read = file => JSON.parse(readFileSync(join(results, file), 'utf8'));

single('types', ['tsc', '-b']);
single('style', ['biome', 'check', '--error-on-warnings', '.']);
counted(
  'core, contract, server, studio, demo',
  ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(results, 'vitest.json')}`],
  {},
  () => {
    const report = read('vitest.json');
    return { passed: report.numPassedTests, failed: report.numFailedTests };
  },
);
counted(
  'journeys in the browser',
  ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
  { KINETA_E2E_REPORT: join(results, 'e2e.json') },
  () => {
    const { stats } = read('e2e.json');
    return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  },
);
rmSync(results, { recursive: true, force: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
