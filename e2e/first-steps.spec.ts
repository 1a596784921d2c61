/** The first steps: offered once, on real notes, left at any moment, never again. */
import { AxeBuilder } from '@axe-core/playwright';
import { expect, lane, openLibrary, test, toPlace } from './fixtures';

test('five steps on the notes of an exercise, each beside what it speaks of; once taken they are not offered again', async ({
  page,
}) => {
  await openLibrary(page);
  const offer = page.getByRole('region', { name: 'First steps' });
  await offer.getByRole('button', { name: 'Show me' }).press('Enter');
  await expect(lane(page)).toBeFocused();
  const steps = page.getByRole('status').filter({ hasText: /^First steps, \d of 5/ });
  const card = page.getByRole('region').filter({ has: steps });
  await expect(steps).toContainText('1 of 5');
  const { violations } = await new AxeBuilder({ page }).include('section:has(#first-step)').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  for (let step = 1; step <= 5; step++) {
    await expect(steps).toContainText(`${step} of 5`);
    // What is spoken of is there, marked, and not under the card.
    const covered = await page.evaluate(() => {
      const marked = [...document.querySelectorAll<HTMLElement>('main *')].filter(
        (one) => getComputedStyle(one).outlineStyle === 'dashed',
      );
      const over = document.querySelector('section:has(#first-step)')!.getBoundingClientRect();
      return marked.map((one) => {
        const { left, top, right, bottom } = one.getBoundingClientRect();
        return left >= over.left && top >= over.top && right <= over.right && bottom <= over.bottom;
      });
    });
    expect(covered).toEqual([false]);
    await card.getByRole('button', { name: step === 5 ? 'Done' : 'Next' }).press('Enter');
  }
  await expect(steps).toBeHidden();
  await toPlace(page, 'Library');
  await expect(page.getByRole('heading', { name: 'Library' })).toBeVisible();
  await expect(offer).toBeHidden();
  await page.reload();
  await openLibrary(page);
  await expect(offer).toBeHidden();
});

test('who wants none is not asked again', async ({ page }) => {
  await openLibrary(page);
  const offer = page.getByRole('region', { name: 'First steps' });
  await offer.getByRole('button', { name: 'No, thanks' }).press('Enter');
  await expect(offer).toBeHidden();
  await page.reload();
  await openLibrary(page);
  await expect(offer).toBeHidden();
});
