/**
 * `npm run fuzz -- READER MINUTES [SEED]`: mutated files into a reader (tab, musicxml, mxl, midi, project, file, or all) for so many minutes;
 * says what it found. A find is written to `.cache/fuzz/`, to become a test.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { chance, faultOf, mutated, READERS, seedFiles, type Reader } from './fuzzing';

const [wanted = 'all', minutes = '1', seed = '1'] = process.argv.slice(2);
const readers = wanted === 'all' ? READERS : [wanted as Reader];
if (!readers.every((reader) => READERS.includes(reader))) {
  console.error(`There is no reader “${wanted}”: ${READERS.join(', ')} or all.`);
  process.exit(2);
}

/** Nothing takes longer. */
const MOST_MS = 1000;

let found = 0;
for (const reader of readers) {
  const random = chance(Number(seed));
  const seeds = seedFiles(reader, Number(seed));
  const until = Date.now() + Number(minutes) * 60_000;
  let inputs = 0;
  const faults = new Set<string>();
  while (Date.now() < until) {
    const bytes = mutated(seeds[Math.floor(random() * seeds.length)]!, random);
    const fault = faultOf(reader, bytes, MOST_MS);
    inputs++;
    if (fault === null || faults.has(fault)) continue;
    faults.add(fault);
    mkdirSync('.cache/fuzz', { recursive: true });
    const file = `.cache/fuzz/${reader}-${seed}-${inputs}`;
    writeFileSync(file, bytes);
    console.log(`${reader}, input ${inputs}: ${fault}\n  kept as ${file}`);
  }
  found += faults.size;
  console.log(`${reader}: ${inputs.toLocaleString('en')} inputs, ${faults.size} different faults`);
}
process.exit(found === 0 ? 0 : 1);
