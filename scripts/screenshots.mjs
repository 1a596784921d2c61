/** `node scripts/screenshots.mjs [NAME …]`: current pictures of the main views (or those named), from the demo library, into docs/screenshots. */
import { chromium } from '@playwright/test';
import { build, CHROMIUM, freePort, startServer } from './tools.mjs';

const STUDENT = async (page, name) => {
  await page.getByRole('button', { name: /^Student:/ }).click();
  await page.getByRole('button', { name: /Student of the moment/ }).click();
  await page.getByRole('option', { name }).click();
  await page.keyboard.press('Escape');
};
const LADDER = async (page) => {
  await STUDENT(page, 'Orrin');
  await page.getByRole('link', { name: /^Ladder \d/ }).click();
  await page.locator('[data-chart] canvas').waitFor();
};
const PRACTICE = async (page) => {
  await STUDENT(page, 'Orrin');
  await page.getByRole('navigation').getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('button', { name: /^Warm/ }).click();
  await page.keyboard.press(' ');
  await page.waitForTimeout(6_500);
  await page.keyboard.press('x');
  await page.keyboard.press('1');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(1_500);
};
const LOGBOOK = async (page) => {
  await STUDENT(page, 'Orrin');
  await page.getByRole('navigation').getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('button', { name: /^End/ }).click();
  await page.getByRole('link', { name: 'Logbook' }).last().click();
  await page.locator('[data-chart] canvas').first().waitFor();
};
const STUDENTS = async (page) => {
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByText(/students need attention/).waitFor();
};
const LESSON = async (page) => {
  await STUDENTS(page);
  await page.getByRole('row', { name: 'Tamsel' }).click();
  await page.locator('[data-chart] canvas').first().waitFor();
};
const LESSON_SHEET = async (page) => {
  await STUDENTS(page);
  await page.getByRole('row', { name: 'Orrin' }).click();
  await page.getByRole('button', { name: 'Lesson sheet' }).click();
  await page.locator('[data-lesson-sheet]').waitFor();
};
const HANDOUT = async (page) => {
  await page.getByRole('button', { name: 'Give out' }).click();
  await page.getByRole('menuitem', { name: 'Handout to print' }).click();
};
const TAKE = async (page) => {
  await STUDENT(page, 'Orrin');
  await page.getByRole('navigation').getByRole('link', { name: 'Take', exact: true }).click();
  await page.getByRole('radio', { name: 'Simulated player' }).click();
  await page.getByRole('button', { name: 'Let it play' }).click();
  await page.locator('[data-take-verdict]').waitFor({ timeout: 60_000 });
};

const PICK = async (page) => {
  await page.getByRole('tab', { name: /^Pick in motion/ }).click();
  await page.locator('[data-pick]').focus();
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowRight');
};
const WEEK = async (page) => {
  await page.getByRole('navigation').getByRole('link', { name: 'Week' }).click();
  await page.getByRole('button', { name: /^Plan the/ }).click();
  await page.locator('[data-planned]').waitFor({ timeout: 90_000 });
  await page.waitForTimeout(600);
};

const tab = (name) => async (page) => {
  await page.getByRole('tab', { name }).click();
  await page.waitForTimeout(900);
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
};
const FINGERS = async (page) => {
  await tab(/^Fingers/)(page);
  await page.getByRole('switch', { name: /^show worked-out/ }).focus();
  await page.keyboard.press(' ');
  await page.evaluate(() => window.scrollTo(0, 0));
};

const BALANCE = async (page) => {
  await page.getByRole('button', { name: 'What would mend it?' }).click();
  await page
    .getByRole('button', { name: /^Apply: / })
    .first()
    .waitFor();
  await page.waitForTimeout(900);
};
const COMPOSE = async (page) => {
  await page.getByRole('tab', { name: /^Compose/ }).click();
  await page.getByRole('textbox', { name: 'How many notes' }).fill('16');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Compose', exact: true }).click();
  await page.getByText('The first is proven best').waitFor({ timeout: 60_000 });
};
const DRILLS = async (page) => {
  await page.getByRole('tab', { name: /^Drills/ }).click();
  await page.getByRole('button', { name: /^Make 4 drills/ }).click();
  await page.getByRole('region', { name: 'Drills of this exercise' }).waitFor();
};
const SET = async (page) => {
  await page.getByRole('checkbox', { name: 'Choose Heron between two reeds' }).check();
  await page.getByRole('checkbox', { name: 'Choose Inside knot on four and three' }).check();
  await page.getByRole('button', { name: 'Balance' }).click();
  await page.getByRole('button', { name: 'What would balance them?' }).click();
  await page
    .getByRole('button', { name: /^Apply: / })
    .first()
    .waitFor();
};

const SHOTS = [
  { file: 'library', open: null, dark: false },
  { file: 'bench', open: 'Millrace: three a string to the middle and on', dark: false },
  {
    file: 'take',
    open: 'Millrace: three a string to the middle and on',
    dark: false,
    then: TAKE,
    height: 1180,
  },
  { file: 'pick', open: 'Kite string', dark: false, then: PICK },
  { file: 'week', open: null, dark: false, then: WEEK, height: 1180 },
  { file: 'material', open: 'Ferry over four strings', dark: false, then: tab(/^Material/), height: 940 },
  { file: 'fingers', open: 'Tide table in fours', dark: false, then: FINGERS, height: 1180 },
  { file: 'balance', open: 'Heron between two reeds', dark: false, then: BALANCE, height: 1340 },
  { file: 'compose', open: 'Heron between two reeds', dark: false, then: COMPOSE, height: 1340 },
  { file: 'drills', open: 'Inside knot on four and three', dark: true, then: DRILLS, height: 1240 },
  { file: 'set-balance', open: null, dark: false, then: SET, height: 1000 },
  {
    file: 'ladder',
    open: 'Millrace: three a string to the middle and on',
    dark: false,
    then: LADDER,
    height: 960,
  },
  {
    file: 'practice',
    open: 'Millrace: three a string to the middle and on',
    dark: false,
    then: PRACTICE,
  },
  {
    file: 'logbook',
    open: 'Millrace: three a string to the middle and on',
    dark: true,
    then: LOGBOOK,
    height: 1000,
  },
  { file: 'students', open: null, dark: false, then: STUDENTS },
  { file: 'student', open: null, dark: true, then: LESSON, height: 1000 },
  { file: 'lesson-sheet', open: null, dark: false, then: LESSON_SHEET, height: 900 },
  { file: 'handout', open: 'Gate between two and one', dark: false, then: HANDOUT, height: 1220 },
];

build();
const { address, child, stop } = await startServer(await freePort(0), {
  YARDFELL_DEMO: '1',
  YARDFELL_SEED: '7',
});
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const wanted = process.argv.slice(2);
for (const { file, open, dark, then, height = 800 } of SHOTS) {
  if (wanted.length > 0 && !wanted.includes(file)) continue;
  const context = await browser.newContext({
    serviceWorkers: 'block',
    viewport: { width: 1280, height },
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('link', { name: 'Kite string' }).waitFor();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await page.getByRole('button', { name: 'No, thanks' }).click();
  if (open) {
    await page.getByRole('link', { name: open, exact: true }).click();
    await page.getByRole('tab', { name: /^Strokes and balance/ }).waitFor();
  }
  await then?.(page);
  await page.waitForTimeout(800);
  await page.screenshot({ path: `docs/screenshots/${file}.png` });
  await context.close();
}

/** Bench, Practice and Week on a telephone, side by side. */
async function phone() {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    colorScheme: 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await page.getByRole('button', { name: 'No, thanks' }).click();
  await page
    .getByRole('link', { name: 'Millrace: three a string to the middle and on', exact: true })
    .click();
  await page.locator('[data-lane] svg').first().waitFor();
  await page.waitForTimeout(1_500);
  const shots = [await page.screenshot()];
  await page.goto(page.url().replace('/bench', '/practice'));
  await page.getByRole('button', { name: /^Warm/ }).click();
  await page.waitForTimeout(1_000);
  shots.push(await page.screenshot());
  await page.goto(`${address}/week`);
  await page.getByRole('button', { name: /^Plan the/ }).click();
  await page.locator('[data-planned]').waitFor({ timeout: 90_000 });
  await page.waitForTimeout(900);
  shots.push(await page.screenshot());
  await page.setViewportSize({ width: 1250, height: 884 });
  await page.setContent(
    `<body style="margin:0;padding:20px;display:flex;gap:20px;background:#d8d4c6">${shots
      .map((one) => `<img width="390" height="844" src="data:image/png;base64,${one.toString('base64')}">`)
      .join('')}`,
  );
  await page.screenshot({ path: 'docs/screenshots/phone.png' });
  await context.close();
}
if (wanted.length === 0 || wanted.includes('phone')) await phone();
await browser.close();
child.removeAllListeners('exit');
stop();
process.exit(0);
