/** Mending a lopsided exercise: searched off the main thread, ranked, applied by one press and undone by one. */
import { expect, lane, openLibrary, test } from './fixtures';

test('what is lopsided against its goal is mended by the first suggestion, and comes back by undo', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  await expect(page.locator('[data-trains]')).toContainText('0 outside, 9 inside');
  const panel = page.getByRole('region', { name: 'Balance' });
  await expect(panel).toContainText('100 % inside; the goal wants 50 %');
  await panel.getByRole('button', { name: 'What would mend it?' }).press('Enter');
  const offers = panel.getByRole('list', { name: 'What would mend the balance' }).getByRole('listitem');
  await expect(offers.first()).toContainText('0 outside, 9 inside →');
  await expect(offers.first()).toContainText('on target');
  await offers
    .first()
    .getByRole('button', { name: /^Apply: / })
    .press('Enter');
  await expect(panel).toContainText('as the goal wants');
  await expect(panel.getByRole('button', { name: 'What would mend it?' })).toBeHidden();
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-trains]')).toContainText('0 outside, 9 inside');
});
