/** `node scripts/screenshots.mjs`: current pictures of the main views, from the demo library, into docs/screenshots. */
import { chromium } from '@playwright/test';
import { build, CHROMIUM, freePort, startServer } from './tools.mjs';

const SHOTS = [
  { file: 'library', open: null, dark: false },
  { file: 'library-dark', open: null, dark: true },
  { file: 'bench', open: 'Millrace: three a string to the middle and on', dark: false },
  { file: 'bench-long', open: 'Long way round the weir', dark: false },
  { file: 'bench-dark', open: 'Kite string', dark: true },
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
for (const { file, open, dark } of SHOTS) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('link', { name: 'Kite string' }).waitFor();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  if (open) {
    await page.getByRole('link', { name: open }).click();
    await page.getByRole('tab', { name: /^Strokes and balance/ }).waitFor();
  }
  await page.waitForTimeout(800);
  await page.screenshot({ path: `docs/screenshots/${file}.png` });
  await context.close();
}
await browser.close();
child.removeAllListeners('exit');
stop();
process.exit(0);
