/**
 * `npm run mutate -- ROOM [COUNT] [SEED]`: changes the code of one room (`core/picking`, `work`, …) in small ways, runs the room's own tests
 * against each change, and prints how many were noticed and where one was not. COUNT (300) changes are drawn by SEED (1); `all` takes every one.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { Stryker } from '@stryker-mutator/core';
import { installPackages } from './tools.mjs';

/** A change inside which more changes than this lie is too coarse to be drawn: it is noticed by any test at all. */
const MOST_INSIDE = 6;

installPackages();
const [room, count = '300', seed = '1'] = process.argv.slice(2);
if (!room) {
  console.error('Say which room: npm run mutate -- core/picking');
  process.exit(1);
}
const folder = `src/${room}`;
/** What is done with the demo's records is tested beside them: the arrows between rooms allow it nowhere else. */
const TESTED_IN = { work: ['work', 'demo'] };
const testFolders = TESTED_IN[room];
if (testFolders) process.env.MUTATE_TESTS = testFolders.map((one) => `${one}/**/*.test.ts`).join();
const files = readdirSync(folder, { recursive: true })
  .map((name) => join(folder, name))
  .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|testing/.test(name))
  .sort();

/** Numbers from 0 to 1 that depend on the seed alone (mulberry32, public domain). */
function random(state) {
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Every change that can be made to the room, without making it. */
async function everyChange() {
  const values = {
    logger: { debug() {}, info() {}, warn() {}, isDebugEnabled: () => false },
  };
  const injector = {
    provideValue(name, value) {
      values[name] = value;
      return injector;
    },
    injectClass: (Made) => new Made(...Made.inject.map((name) => values[name])),
  };
  const { mutants } = await createInstrumenter(injector).instrument(
    files.map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') })),
    { plugins: [], excludedMutations: [], ignorers: [], noHeader: true },
  );
  return mutants;
}

const before = (a, b) => a.line < b.line || (a.line === b.line && a.column <= b.column);
const inside = (one, other) =>
  one.fileName === other.fileName &&
  before(other.location.start, one.location.start) &&
  before(one.location.end, other.location.end);
const placeOf = ({ fileName, location: { start, end } }) =>
  `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`;

/** Draws places until about so many changes lie in them. */
function drawn(changes, wanted) {
  const chance = random(Number(seed));
  const shuffled = changes
    .map((change) => [chance(), change])
    .sort(([a], [b]) => a - b)
    .map(([, change]) => change);
  const taken = new Set();
  const places = new Set();
  for (const change of shuffled) {
    if (taken.size >= wanted) break;
    const within = changes.filter((one) => inside(one, change));
    if (within.length > MOST_INSIDE || taken.has(change)) continue;
    within.forEach((one) => taken.add(one));
    places.add(placeOf(change));
  }
  return [...places];
}

const changes = await everyChange();
const mutate = count === 'all' ? files : drawn(changes, Number(count));
const started = Date.now();
const results = await new Stryker({
  mutate,
  testRunner: 'vitest',
  vitest: { dir: testFolders ? 'src' : folder, related: false },
  coverageAnalysis: 'perTest',
  ignorePatterns: [
    '**',
    '!src/**',
    '!docs/**',
    '!scripts/**',
    '!vitest.config.ts',
    '!package.json',
    '!tsconfig.json',
  ],
  tempDirName: '.cache/mutate',
  reporters: ['progress-append-only'],
  concurrency: Number(process.env.AT_ONCE ?? availableParallelism()),
  timeoutMS: 20_000,
  disableTypeChecks: false,
  allowEmpty: true,
  fileLogLevel: 'off',
  logLevel: 'error',
}).runMutationTest();

const of = (...states) => results.filter(({ status }) => states.includes(status));
for (const { fileName, location, mutatorName, replacement, status } of of('Survived', 'NoCoverage'))
  console.log(
    `${status === 'Survived' ? 'not noticed' : 'no test runs'}: ${relative('.', fileName)}:${location.start.line}:${location.start.column} ${mutatorName}: ${replacement?.replaceAll(/\s+/g, ' ').slice(0, 90)}`,
  );
const noticed = of('Killed', 'Timeout', 'RuntimeError').length;
const ran = noticed + of('Survived').length;
console.log(
  `${room}: ${changes.length} changes possible, ${results.length} made, ${of('NoCoverage').length} where no test runs, ${noticed} of ${ran} noticed (${((100 * noticed) / Math.max(1, ran)).toFixed(1)} %), ${((Date.now() - started) / 1000).toFixed(0)} s`,
);
