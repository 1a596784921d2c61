/** Mending a lopsided exercise: searched off the main thread, ranked, applied by one press and undone by one. */
import { expect, lane, openLibrary, test } from './fixtures';

test('what is lopsided against its goal is mended by the first suggestion, and comes back by undo', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  await expect(page.locator('[data-trains]')).toContainText('0 outside, 9 inside');
  const panel = page.getByRole('region', { name: 'Balance' });
  const answer = page.getByRole('region', { name: 'What it comes to' });
  await expect(answer).toContainText('100 % inside; the goal wants 50 %');
  await panel.getByRole('button', { name: 'What would mend it?' }).press('Enter');
  const offers = panel.getByRole('list', { name: 'What would mend the balance' }).getByRole('listitem');
  await expect(offers.first()).toContainText('0 outside, 9 inside →');
  await expect(offers.first()).toContainText('on target');
  await offers
    .first()
    .getByRole('button', { name: /^Apply: / })
    .press('Enter');
  await expect(answer).toContainText('as the goal wants');
  await expect(panel.getByRole('button', { name: 'What would mend it?' })).toBeHidden();
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-trains]')).toContainText('0 outside, 9 inside');
});

test('a suggestion is tried in the lane before it is applied, and the figures are had by the minute and for the ladder', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  const panel = page.getByRole('region', { name: 'Balance' });
  await panel.getByRole('radio', { name: 'a minute at 46 bpm' }).click();
  // Twelve notes in three beats: 15.3 times a minute, two changes from 4 to 3 each time.
  await expect(panel.getByRole('row', { name: /^4 → 3/ })).toContainText('30.7');
  // Each step takes two clean runs at least.
  await panel.getByRole('radio', { name: /the whole ladder/ }).click();
  await expect(panel.getByRole('row', { name: /^4 → 3/ })).toContainText('192');
  await panel.getByRole('button', { name: 'What would mend it?' }).click();
  await panel
    .getByRole('button', { name: /^Try: / })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Tried in the lane' })).toContainText(
    'one pass from each stroke',
  );
  // The sentence is that of what is tried, the exercise's own beside it.
  await expect(page.locator('[data-trains]')).toContainText('9 outside, 9 inside');
  await expect(page.getByText('Yours: 0 outside, 9 inside')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-trains]')).toContainText('9 outside, 9 inside');
});

test('a set that is lopsided is weighed in its passes and balanced by an exercise of the library', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('checkbox', { name: 'Choose Heron between two reeds' }).check();
  await page.getByRole('checkbox', { name: 'Choose Inside knot on four and three' }).check();
  await page.getByRole('button', { name: 'Balance' }).click();
  const dialog = page.getByRole('dialog', { name: 'What these train together' });
  await expect(dialog).toContainText('In all it is lopsided');
  await dialog.getByRole('textbox', { name: 'Passes of Heron between two reeds' }).fill('4');
  await page.keyboard.press('Tab');
  await dialog.getByRole('button', { name: 'What would balance them?' }).click();
  await dialog
    .getByRole('button', { name: /^Apply: Add/ })
    .first()
    .click();
  await expect(dialog).toContainText('In all it balances');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Chosen exercises' })).toContainText('3 exercises chosen');
});
