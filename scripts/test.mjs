/** `npm test`: everything that must hold. Quiet when green; prints what failed when not. */
import { readFileSync } from 'node:fs';
import { TURNS, turnOfCommit } from './turns.mjs';
import { installPackages, installPrograms, run, runBeside, TEST_PROGRAMS } from './tools.mjs';

const bin = (path) => [process.execPath, [`node_modules/${path}`]];

installPackages();
installPrograms(TEST_PROGRAMS);

/** Checks that look at the sources alone, and the build, two beside each other: a name, and what runs it. */
const sourceChecks = [
  // In native code, as lint and formatting are, which takes a tenth of the time; the build checks no types.
  ['types', bin('native-typescript/bin/tsc'), ['--noEmit']],
  ['types of the core alone', bin('native-typescript/bin/tsc'), ['-p', 'tsconfig.core.json']],
  ['types of the worker without a network', bin('native-typescript/bin/tsc'), ['-p', 'src/offline']],
  ['lint', bin('oxlint/bin/oxlint'), ['--max-warnings', '0', '.']],
  ['build', [process.execPath, ['scripts/build.mjs']], []],
  ['formatting', bin('oxfmt/bin/oxfmt'), ['--check', '.']],
  [
    'walls between rooms',
    bin('dependency-cruiser/bin/dependency-cruise.mjs'),
    ['--config', '.dependency-cruiser.cjs', 'src'],
  ],
  ['unused code', bin('knip/bin/knip.js'), []],
];
const AT_ONCE = 2;

/** Then one after the other. */
const checks = [
  ['first-load budget', [process.execPath, ['scripts/budget.mjs']], []],
  [
    'unit tests',
    bin('vitest/vitest.mjs'),
    ['run', '--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json'],
  ],
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

/** Whose turn it is of the browser tests that take turns; null: all. */
const turn = process.env.ALL ? null : turnOfCommit();
const plain = {
  env: { ...process.env, FORCE_COLOR: '0', ...(turn === null ? {} : { YARDFELL_TURN: `${turn}` }) },
};

function note(name, started, { code, output }, counts = null) {
  passed += counts?.[0] ?? (code === 0 ? 1 : 0);
  failed += Math.max(counts?.[1] ?? 0, code === 0 ? 0 : 1);
  slow.push(`${name} ${((Date.now() - started) / 1000).toFixed(0)} s`);
  if (code !== 0) console.error(`\n── ${name}: failed ──\n${output.trim()}\n`);
}

const waiting = [...sourceChecks];
const work = async () => {
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const [name, [command, first], args] = next;
    const started = Date.now();
    note(name, started, await runBeside(command, [...first, ...args], plain));
  }
};
await Promise.all(Array.from({ length: AT_ONCE }, work));

for (const [name, command, args] of checks) {
  const started = Date.now();
  const result = run(command[0], [...command[1], ...args], plain);
  const counts =
    name === 'unit tests'
      ? countTests('test-results/unit.json', (report) => [report.numPassedTests, report.numFailedTests])
      : name === 'browser tests'
        ? countTests('test-results/browser.json', ({ stats }) => [
            stats.expected + stats.flaky,
            stats.unexpected,
          ])
        : null;
  note(name, started, result, counts);
}

console.log(slow.join(', '));
if (turn !== null)
  console.log(`browser tests that take turns: ${turn + 1} of ${TURNS} (ALL=1 npm test: every one)`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
