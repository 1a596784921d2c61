/** `npm test`: everything that must hold. Quiet when green; prints what failed when not. */
import { readFileSync } from 'node:fs';
import { build, installPackages, installPrograms, run, TEST_PROGRAMS } from './tools.mjs';

const bin = (path) => [process.execPath, [`node_modules/${path}`]];

installPackages();
installPrograms(TEST_PROGRAMS);

/** Each check: a name, and what runs it. The build stands before what looks at its result. */
const checks = [
  ['formatting', bin('prettier/bin/prettier.cjs'), ['--check', '--log-level', 'warn', '.']],
  ['lint', bin('eslint/bin/eslint.js'), ['--max-warnings', '0', '.']],
  ['types of the core alone', bin('typescript/bin/tsc'), ['-p', 'tsconfig.core.json']],
  ['types', bin('typescript/bin/tsc'), ['--noEmit']],
  [
    'walls between rooms',
    bin('dependency-cruiser/bin/dependency-cruise.mjs'),
    ['--config', '.dependency-cruiser.cjs', 'src'],
  ],
  ['unused code', bin('knip/bin/knip.js'), []],
  [
    'unit tests',
    bin('vitest/vitest.mjs'),
    ['run', '--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json'],
  ],
  ['build', null, []],
  ['first-load budget', [process.execPath, ['scripts/budget.mjs']], []],
  ['browser tests', bin('@playwright/test/cli.js'), ['test']],
];

let [passed, failed] = [0, 0];
const slow = [];

/** Counts of a test runner's report, so that each test counts. */
function countTests(file, read) {
  try {
    return read(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return null;
  }
}

for (const [name, command, args] of checks) {
  const started = Date.now();
  const { code, output } = command
    ? run(command[0], [...command[1], ...args], { env: { ...process.env, FORCE_COLOR: '0' } })
    : (build(), { code: 0, output: '' });
  const counts =
    name === 'unit tests'
      ? countTests('test-results/unit.json', (report) => [report.numPassedTests, report.numFailedTests])
      : name === 'browser tests'
        ? countTests('test-results/browser.json', ({ stats }) => [
            stats.expected + stats.flaky,
            stats.unexpected,
          ])
        : null;
  passed += counts?.[0] ?? (code === 0 ? 1 : 0);
  failed += Math.max(counts?.[1] ?? 0, code === 0 ? 0 : 1);
  const seconds = ((Date.now() - started) / 1000).toFixed(0);
  slow.push(`${name} ${seconds} s`);
  if (code !== 0) console.error(`\n── ${name}: failed ──\n${output.trim()}\n`);
}

console.log(slow.join(', '));
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
