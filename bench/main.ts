/** `npm run bench`: prints figures, asserts nothing; `-- core`, `-- browser`, `-- keys` `-- record`, `-- merge`, `-- track`, `-- slow` or `-- library` (of the browser's, those of keys, of the record, of a record that comes back, of a practice track, of a machine four times slower, of a library of 500 exercises) prints a part of them; `-- lines` composed lines to be read, `-- week` weeks being planned, `-- take` takes of the simulated player, `-- drift` the clean tempo of simulated hands. */
import { benchBriefs, printLines } from './brief';
import { benchBrowser } from './browser';
import { benchDrift } from './drift';
import { benchEngine } from './engine';
import { benchExchange } from './exchange';
import { benchRoster } from './roster';
import { benchTake } from './take';
import { benchTrack } from './track';
import { benchWeek } from './week';

const only = process.argv[2];
if (only === 'take') {
  benchTake();
  process.exit(0);
}
if (only === 'drift') {
  benchDrift();
  process.exit(0);
}
if (only === 'week') {
  await benchWeek();
  process.exit(0);
}
if (only === 'lines') {
  printLines();
  process.exit(0);
}
const PARTS = ['keys', 'record', 'merge', 'track', 'slow', 'library'] as const;
const part = PARTS.find((one) => one === only) ?? 'all';
if (only !== 'browser' && part === 'all') {
  benchEngine();
  benchExchange();
  benchRoster();
  benchBriefs();
  await benchWeek();
  benchTake();
}
if (part === 'all' || part === 'track') benchTrack();
if (only !== 'core') await benchBrowser(part);
