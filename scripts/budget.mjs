/** First-load JavaScript of each route, gzipped, against its budget. Reads what the running pages really name. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { freePort, startServer } from './tools.mjs';

const BUDGET_KB = 245;
const ROUTES = {
  Library: '/',
  Bench: '/bench',
  Ladder: '/ladder',
  Practice: '/practice',
  Take: '/take',
  Students: '/students',
  Student: '/students/one',
  Week: '/week',
  Link: '/link',
  Files: '/files',
  Logbook: '/logbook',
  Handout: '/handout',
  'Controls and marks': '/developers',
};

const { address, child, stop } = await startServer(await freePort(0));
let tooLarge = false;
for (const [name, path] of Object.entries(ROUTES)) {
  const html = await (await fetch(address + path)).text();
  // Scripts for browsers without modules are never loaded by those that are supported.
  const tags = [...html.matchAll(/<script[^>]+src="(\/_next\/[^"]+\.js)"[^>]*>/g)];
  const scripts = new Set(tags.filter(([tag]) => !/nomodule/i.test(tag)).map((match) => match[1]));
  const bytes = [...scripts].reduce(
    (sum, source) => sum + gzipSync(readFileSync(join('.next', source.replace('/_next/', '')))).length,
    0,
  );
  const kb = bytes / 1000;
  tooLarge ||= kb > BUDGET_KB || scripts.size === 0;
  console.log(
    `${name.padEnd(20)} ${kb.toFixed(1).padStart(6)} kB gzip (budget ${BUDGET_KB})${kb > BUDGET_KB ? '  TOO LARGE' : ''}`,
  );
}
child.removeAllListeners('exit');
stop();
process.exit(tooLarge ? 1 : 0);
