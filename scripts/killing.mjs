/** A browser of its own that can be killed like any process: to see what is kept when it dies in the middle. */
import { spawn } from 'node:child_process';
import { appendFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_HEADLESS } from './tools.mjs';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--remote-debugging-port=0',
  '--window-size=1280,800',
];

/** Starts Chromium on a profile and connects to it. */
async function startBrowser(profile) {
  const child = spawn(CHROMIUM_HEADLESS, [...FLAGS, `--user-data-dir=${profile}`, 'about:blank'], {
    detached: true,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  const address = await new Promise((resolve, reject) => {
    let printed = '';
    child.stderr.on('data', (data) => {
      printed += data;
      const found = /DevTools listening on (ws:\/\/\S+)/.exec(printed)?.[1];
      if (found) resolve(found);
    });
    child.once('exit', () => reject(new Error(`The browser ended.\n${printed}`)));
  });
  child.removeAllListeners('exit');
  const browser = await chromium.connectOverCDP(address);
  const context = browser.contexts()[0];
  const page = context.pages()[0] ?? (await context.newPage());
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const kill = async () => {
    process.kill(-child.pid, 'SIGKILL');
    await gone;
    await browser.close().catch(() => undefined);
  };
  return { page, kill };
}

/** All records of a table of the application's database, read past the application. */
const readTable = (page, table, database = 'yardfell') =>
  page.evaluate(
    ([name, from]) =>
      new Promise((resolve, reject) => {
        const opening = indexedDB.open(from);
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const db = opening.result;
          const asking = db.transaction(name).objectStore(name).getAll();
          asking.onsuccess = () => {
            db.close();
            resolve(asking.result);
          };
          asking.onerror = () => reject(asking.error);
        };
      }),
    [table, database],
  );

/** What the application says of itself on the page of its health. */
async function healthOf(page, address) {
  await page.goto(`${address}/health`);
  const status = page.locator('section', { hasText: 'What is kept' });
  await status.getByText('Look again').waitFor();
  const text = await status.innerText();
  if (!text.includes('Every record can be read') || !text.includes('All of it holds together'))
    throw new Error(`Something is damaged:\n${text}`);
}

const random = (seed) => {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
};

const NOTES = 16;

/** A project file of many exercises, each with runs, made of one that is there. */
function manyOf(exercise, passage, count, round) {
  const stamp = { revision: 1, createdAt: '2026-01-05', updatedAt: '2026-01-05', deviceId: 'kill' };
  const exercises = Array.from({ length: count }, (_, at) => ({
    ...exercise,
    ...stamp,
    versions: { kill: 1 },
    id: `kill-${round}-${at}`,
    title: `Kill ${round}.${at}`,
  }));
  const runs = exercises.map(({ id }, at) => ({
    ...stamp,
    id: `run-${id}`,
    playerId: 'me',
    exerciseId: id,
    sessionId: null,
    at: `2026-01-0${1 + (at % 9)}T10:00:00+00:00`,
    day: `2026-01-0${1 + (at % 9)}`,
    passageHash: exercise.passageHash,
    bpm: 80,
    subdivision: 4,
    part: null,
    passes: 2,
    verdict: 'clean',
    stoppedIn: null,
    reason: null,
    place: null,
    seconds: 12,
    strokes: 32,
    exposure: { outside: 2, inside: 2, sweep: 0, backtrack: 0 },
    wideStretches: 0,
    sound: null,
    seen: '',
    byHand: false,
    corrects: null,
    replaces: [],
  }));
  return JSON.stringify({
    format: 'yardfell-project',
    version: 8,
    exportedAt: '2026-01-05',
    exercises,
    passages: [passage],
    players: [],
    ladders: [],
    runs,
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  });
}

/** Types frets without a pause and kills the browser at once after the last that was taken. @returns edits done and edits kept. */
async function killTyping(browser, address, chance) {
  const { page, kill } = browser;
  await page.goto(address);
  // A press before the page is alive would be lost.
  await page.locator('main[data-ready=true]').waitFor();
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  const lane = page.getByRole('application');
  await lane.waitFor();
  await page.locator('[data-saved=true]').waitFor();
  const id = new URL(page.url()).searchParams.get('exercise');
  await lane.focus();
  const edits = 1 + Math.floor(chance() * NOTES);
  for (let at = 0; at < edits; at++) {
    if (at > 0) await page.keyboard.press('ArrowRight');
    await page.keyboard.press(String(1 + (at % 9)));
  }
  if (chance() < 0.5) await new Promise((resolve) => setTimeout(resolve, chance() * 40));
  await kill();
  return { id, edits };
}

/**
 * Kills a browser again and again, while it types and while it imports, and looks at what is kept.
 * @param times how often. @param tell is told of each round.
 * @returns the most edits that one kill lost, and how many kills there were of each kind.
 */
export async function killAgainAndAgain(address, times, seed = 1, tell = () => undefined) {
  const profile = mkdtempSync(join(tmpdir(), 'yardfell-kill-'));
  const chance = random(seed);
  let browser = await startBrowser(profile);
  const lost = [];
  let [typing, importing, whole] = [0, 0, 0];
  try {
    for (let round = 0; round < times; round++) {
      if (round % 3 < 2) {
        const { id, edits } = await killTyping(browser, address, chance);
        browser = await startBrowser(profile);
        const { page } = browser;
        // Opened as anyone would: what the journal holds is carried out by the application itself.
        await page.goto(`${address}/bench?exercise=${id}`);
        await page
          .getByRole('application')
          .waitFor({ timeout: 90_000 })
          .catch(async () => {
            throw new Error(`The exercise did not open again:\n${await page.locator('body').innerText()}`);
          });
        await page.locator('main[data-ready=true]').waitFor();
        while ((await readTable(page, 'edits', 'yardfell-journal')).length > 0) await page.waitForTimeout(50);
        const record = (await readTable(page, 'exercises')).find((one) => one.id === id);
        const passage = (await readTable(page, 'passages')).find(({ hash }) => hash === record.passageHash);
        const kept = passage.passage.notes.length;
        lost.push(edits - kept);
        typing++;
        tell(`kill ${round + 1}: ${edits} edits typed, ${kept} kept`);
      } else {
        const { page, kill } = browser;
        await page.goto(address);
        await page.locator('main[data-ready=true]').waitFor();
        const [exercise] = await readTable(page, 'exercises');
        const passage = (await readTable(page, 'passages')).find(({ hash }) => hash === exercise.passageHash);
        const buffer = Buffer.from(manyOf(exercise, passage, 120, round));
        await page
          .locator('input[type=file]')
          .setInputFiles({ name: 'many.json', mimeType: 'application/json', buffer });
        await new Promise((resolve) => setTimeout(resolve, chance() * 900));
        await kill();
        browser = await startBrowser(profile);
        await browser.page.goto(address);
        await browser.page.locator('main[data-ready=true]').waitFor();
        const here = (await readTable(browser.page, 'exercises')).filter(({ id }) =>
          id.startsWith(`kill-${round}-`),
        ).length;
        if (here !== 0 && here !== 120) throw new Error(`An import came in half: ${here} of 120.`);
        importing++;
        whole += here === 120 ? 1 : 0;
        tell(`kill ${round + 1}: in an import, ${here} of 120 kept`);
      }
      if (round % 5 === 4 || round === times - 1) await healthOf(browser.page, address);
    }
  } finally {
    await browser.kill().catch(() => undefined);
    rmSync(profile, { recursive: true, force: true });
  }
  return {
    most: Math.max(0, ...lost),
    sum: lost.reduce((all, one) => all + one, 0),
    typing,
    importing,
    whole,
  };
}

/** Half a record at the end of the log that the browser keeps its databases in, as a kill in the middle of a write leaves it. */
function tear(profile) {
  const base = join(profile, 'Default', 'IndexedDB');
  const store = join(
    base,
    readdirSync(base).find((name) => name.endsWith('.leveldb')),
  );
  const [LENGTH_AT, KIND_AT, HEAD_BYTES, FULL] = [4, 6, 7, 1];
  const half = Buffer.alloc(HEAD_BYTES + 40, 0x41);
  half.writeUInt16LE(1000, LENGTH_AT);
  half[KIND_AT] = FULL;
  appendFileSync(
    join(
      store,
      readdirSync(store).find((name) => name.endsWith('.log')),
    ),
    half,
  );
}

/**
 * Kills a browser, leaves half a record in its log, goes on in a new one, and kills that too.
 * @returns how many exercises were kept before, and after all.
 */
export async function killWithHalfARecord(address) {
  const profile = mkdtempSync(join(tmpdir(), 'yardfell-torn-'));
  const chance = random(1);
  const count = async ({ page }) => {
    await page.goto(address);
    await page.locator('main[data-ready=true]').waitFor();
    return (await readTable(page, 'exercises')).length;
  };
  let browser = await startBrowser(profile);
  try {
    await killTyping(browser, address, chance);
    browser = await startBrowser(profile);
    const before = await count(browser);
    await browser.kill();
    tear(profile);
    browser = await startBrowser(profile);
    await killTyping(browser, address, chance);
    browser = await startBrowser(profile);
    return { before, after: await count(browser) };
  } finally {
    await browser.kill().catch(() => undefined);
    rmSync(profile, { recursive: true, force: true });
  }
}
