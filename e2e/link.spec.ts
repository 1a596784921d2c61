/** Links between two browsers: the same notes, strokes and locks; what came to harm is told and nothing is kept. */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, lane, more, openLibrary, saved, spoken, test } from './fixtures';

const GATE = 'Gate between two and one';

test('an exercise travels in a link to another browser, shown before it is kept', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openLibrary(page);
  await page.getByRole('link', { name: GATE, exact: true }).click();
  await expect(lane(page)).toBeFocused();
  // A stroke of one's own goes with it.
  await page.keyboard.press('u');
  await saved(page);
  await expect(spoken(page)).toHaveText(/string \d/);
  const heard = await spoken(page).innerText();
  await page.getByRole('button', { name: 'Give out' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Copy link' }).press('Enter');
  await expect(page.getByRole('alertdialog').filter({ hasText: 'no names and no record' })).toContainText(
    'reached from this machine alone',
  );
  const address = await page.evaluate(() => navigator.clipboard.readText());
  expect(address.length).toBeLessThan(1200);
  expect(new URL(address).pathname).toBe('/link');

  const other = await browser.newContext({ ...(baseURL ? { baseURL } : {}), timezoneId: 'Pacific/Auckland' });
  const there = await other.newPage();
  const asked: string[] = [];
  there.on('request', (request) => asked.push(request.url()));
  await there.goto(address);
  await expect(there.getByRole('heading', { name: GATE })).toBeVisible();
  await expect(there.locator('[data-linked]')).toContainText('1 stroke locked');
  await expect(there.locator('[data-linked]')).toContainText('Nothing is kept yet.');
  await there.getByRole('button', { name: 'Keep it in the Library' }).press('Enter');
  await expect(lane(there)).toBeFocused();
  await expect(spoken(there)).toHaveText(heard);
  // No server was told what is in it.
  const data = address.split('.').at(-1)!;
  expect(asked.filter((url) => url.includes(data))).toEqual([]);

  // Cut, of a newer version, and none at all: told, and nothing to keep.
  for (const [fragment, words] of [
    [address.split('#')[1]!.slice(0, -9), 'cut off on its way'],
    [`9${address.split('#')[1]!.slice(1)}`, 'made by a newer version'],
    ['<img src=x onerror=alert(1)>', 'holds no exercise'],
  ]) {
    await there.goto(`/link#${fragment}`);
    await expect(there.getByText(new RegExp(words!))).toBeVisible();
    await expect(there.getByText('Nothing was kept.')).toBeVisible();
    await expect(there.getByRole('button', { name: /Keep/ })).toHaveCount(0);
  }
  await other.close();
});

test('a selection goes in a link where it fits; one that does not is offered as a file', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openLibrary(page);
  for (const title of [GATE, 'Kite string'])
    await page.getByRole('checkbox', { name: `Choose ${title}`, exact: true }).check();
  await page.getByRole('button', { name: 'Copy link' }).press('Enter');
  await expect(
    page.getByRole('alertdialog').filter({ hasText: '2 exercises is on the clipboard' }),
  ).toBeVisible();
  const address = await page.evaluate(() => navigator.clipboard.readText());
  await page.goto(address);
  await expect(page.getByRole('heading', { name: '2 exercises from a link' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Kite string' })).toBeVisible();
  await openLibrary(page);
  for (const box of await page.getByRole('checkbox', { name: /^Choose / }).all()) await box.check();
  await page.getByRole('button', { name: 'Copy link' }).press('Enter');
  const told = page.getByRole('alertdialog').filter({ hasText: /would have [\d,]+ characters/ });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    told.getByRole('button', { name: 'Save the file' }).press('Enter'),
  ]);
  expect(download.suggestedFilename()).toMatch(/\.json$/);
  await expect(more(page, GATE)).toBeVisible();
});

/** As a phone sees paper: blurred by a pixel, and turned by five degrees. */
const asSeen = (picture: string) =>
  new Promise<string>((resolve, reject) => {
    const image = new Image();
    image.onerror = () => reject(new Error('no picture'));
    image.onload = () => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [image.width, image.height];
      const drawing = canvas.getContext('2d')!;
      drawing.fillStyle = '#fff';
      drawing.fillRect(0, 0, canvas.width, canvas.height);
      // Half a pixel's deviation spreads by a pixel to each side.
      drawing.filter = 'blur(0.5px)';
      drawing.translate(canvas.width / 2, canvas.height / 2);
      drawing.rotate((5 * Math.PI) / 180);
      drawing.drawImage(image, -canvas.width / 2, -canvas.height / 2);
      resolve(canvas.toDataURL('image/png'));
    };
    image.src = picture;
  });

test('the code on a printed handout is read by another decoder, and opens the same exercise in another browser', async ({
  page,
  browser,
  baseURL,
}, info) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Long way round the weir' }).click();
  await expect(lane(page)).toBeFocused();
  await expect(spoken(page)).toHaveText(/string \d/);
  const heard = await spoken(page).innerText();
  await page.getByRole('button', { name: 'Give out' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Handout to print' }).press('Enter');
  await expect(page.locator('[data-sheet] section').first()).toBeVisible();
  await expect(page.getByRole('switch', { name: 'Code for a phone' })).not.toBeChecked();
  await page.getByRole('switch', { name: 'Code for a phone' }).press('Space');
  await expect(page.getByText('which only this machine reaches')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Code that opens this exercise' }).last()).toBeVisible();

  const [pdf, png] = [info.outputPath('sheet.pdf'), info.outputPath('seen.png')];
  await page.pdf({ path: pdf, format: 'A4', printBackground: true });
  execFileSync('pdftoppm', ['-r', '150', '-png', pdf, info.outputPath('page')]);
  const pages = Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' }))![1]);
  const read: string[] = [];
  for (let number = 1; number <= pages; number++) {
    const file = info.outputPath(`page-${String(number).padStart(String(pages).length, '0')}.png`);
    const seen = await page.evaluate(
      asSeen,
      `data:image/png;base64,${readFileSync(file).toString('base64')}`,
    );
    writeFileSync(png, Buffer.from(seen.split(',')[1]!, 'base64'));
    try {
      read.push(...execFileSync('zbarimg', ['--raw', '-q', png], { encoding: 'utf8' }).trim().split('\n'));
    } catch {
      // There is no code on that page.
    }
  }
  expect(read).toHaveLength(1);
  expect(read[0]).toContain(`${baseURL}/link#1.`);
  const other = await browser.newContext(baseURL ? { baseURL } : {});
  const there = await other.newPage();
  await there.goto(read[0]!);
  await there.getByRole('button', { name: 'Keep it in the Library' }).press('Enter');
  await expect(lane(there)).toBeFocused();
  await expect(spoken(there)).toHaveText(heard);
  await other.close();
});
