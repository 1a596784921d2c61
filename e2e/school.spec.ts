/** On a school's server: built into one folder, under a path of its own, behind a proxy that hands on nothing else. */
import { spawn } from 'node:child_process';
import { buildServer, freePort, SERVER } from '../scripts/tools.mjs';
import { isInCharge, standBetween, type Between } from './between';
import { expect, lane, row, saved, test as base, toPlace } from './fixtures';

const PREFIX = '/music/yardfell';

interface Running {
  readonly target: string;
  /** What the server has written. */
  readonly log: () => string;
}

const test = base.extend<{ between: Between }, { running: Running }>({
  running: [
    async ({}, use) => {
      buildServer(PREFIX);
      const port = await freePort(0);
      const target = `http://127.0.0.1:${port}`;
      const child = spawn(process.execPath, ['--import', './log.mjs', 'server.js'], {
        cwd: SERVER,
        env: {
          ...process.env,
          PORT: `${port}`,
          HOSTNAME: '127.0.0.1',
          YARDFELL_DEMO: '1',
          YARDFELL_SEED: '7',
        },
      });
      let log = '';
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (log += String(text)));
      await expect(async () => {
        expect((await fetch(`${target}${PREFIX}/api/health`)).status).toBe(200);
      }).toPass();
      await use({ target, log: () => log });
      child.kill();
    },
    // Nothing is built yet on a fresh machine.
    { scope: 'worker', timeout: 1_200_000 },
  ],
  between: async ({ running }, use) => {
    const between = await standBetween(running.target, {
      passes: (url) => url.startsWith(PREFIX),
      // What a proxy says of itself; the name that it was asked by is not the one that the server runs under.
      tells: ({ host }) => ({
        'x-forwarded-proto': 'https',
        'x-forwarded-host': host,
        host: 'inside.invalid',
      }),
    });
    await use(between);
    await between.stop();
  },
  baseURL: async ({ between }, use) => use(between.address),
});

// One build does for all.
test.describe.configure({ mode: 'default' });

test.describe('under a path', () => {
  test.use({ serviceWorkers: 'allow' });

  test('everything is reached under it, also without a network, and old addresses lead there', async ({
    page,
    between,
  }) => {
    test.slow();
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(PREFIX);
    await row(page, 'Long way round the weir').click();
    await expect(lane(page)).toBeFocused();
    const opened = new URL(page.url());
    expect(opened.pathname).toBe(`${PREFIX}/bench`);
    const exercise = opened.searchParams.get('exercise')!;
    await page.evaluate(isInCharge);

    await page.goto(`${PREFIX}/ladder/${exercise}`);
    await expect(page).toHaveURL(`${between.address}${PREFIX}/ladder?exercise=${exercise}`);
    await expect(page.getByRole('heading', { level: 1, name: /Long way round the weir/ })).toBeVisible();
    await page.goto(`${PREFIX}/files`);
    await expect(page.getByRole('link', { name: /record/ })).toHaveAttribute(
      'href',
      new RegExp(`^${PREFIX}/api/demo/returned`),
    );
    const manifest = await (await page.request.get(`${PREFIX}/manifest.webmanifest`)).json();
    expect([manifest.start_url, manifest.scope]).toEqual([PREFIX, PREFIX]);
    for (const { src } of manifest.icons) expect((await page.request.get(src)).status()).toBe(200);

    await between.stop();
    await page.goto(`${PREFIX}/bench?exercise=${exercise}`);
    await expect(lane(page)).toBeFocused();
    await page.keyboard.press('7');
    await saved(page);
    await toPlace(page, 'Practice');
    await expect(page.getByRole('heading', { name: /Practice: Long way round the weir/ })).toBeVisible();
    await page.goto(`${PREFIX}/bench/${exercise}`);
    await expect(page).toHaveURL(`${between.address}${PREFIX}/bench?exercise=${exercise}`);
    await page.goto(`${PREFIX}/`);
    await expect(row(page, 'Kite string')).toBeVisible();
  });
});

test('headers hold on all that is sent, and the log is lines of JSON without anything personal', async ({
  request,
  running,
}) => {
  const page = await request.get(`${PREFIX}/bench?exercise=some-secret`, {
    headers: { 'user-agent': 'secret browser' },
  });
  const headers = page.headers();
  expect(headers['content-security-policy']).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(headers).toMatchObject({
    'strict-transport-security': 'max-age=31536000',
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'permissions-policy': 'microphone=(self), camera=(), geolocation=()',
  });
  const script = /src="([^"]+\.js)"/.exec(await page.text())![1]!;
  const worker = await request.get(`${PREFIX}/offline.js`);
  for (const sent of [await request.get(script), worker]) {
    expect(sent.headers()).toMatchObject({ 'x-content-type-options': 'nosniff' });
    expect(sent.headers()['content-security-policy']).toContain("default-src 'none'");
  }
  expect(worker.headers()['service-worker-allowed']).toBe(PREFIX);
  const moved = await request.get(`${PREFIX}/bench/some-secret`, { maxRedirects: 0 });
  expect([moved.status(), moved.headers().location]).toEqual([308, `${PREFIX}/bench?exercise=some-secret`]);
  expect((await request.get(`${PREFIX}/secret/place`)).status()).toBe(404);
  expect((await request.get('/api/health')).status()).toBe(404);

  await expect.poll(running.log).toContain('"status":404');
  const lines = running
    .log()
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Record<string, unknown>);
  expect(lines).toContainEqual(
    expect.objectContaining({
      level: 'info',
      method: 'GET',
      path: '/bench',
      status: 200,
      milliseconds: expect.any(Number),
    }),
  );
  expect(lines).toContainEqual(expect.objectContaining({ path: 'another', status: 404 }));
  expect(running.log()).not.toMatch(/secret|exercise=/);
});
