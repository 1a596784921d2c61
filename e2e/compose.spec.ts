/** Composing to a brief: stated, searched off the main thread, tried, taken; and out of an impossible one by advice. */
import AxeBuilder from '@axe-core/playwright';
import { expect, lane, openLibrary, saved, test, trains } from './fixtures';

test('composes to a brief, tries a line in the lane, takes it, and follows advice out of an impossible brief', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  await page.getByRole('tab', { name: /^Compose/ }).click();
  await page.getByRole('textbox', { name: 'How many notes' }).fill('16');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Compose', exact: true }).click();
  const lines = page.getByRole('list', { name: 'Lines that grant the brief' }).getByRole('listitem');
  await expect(page.getByText('The first is proven best')).toBeVisible();
  await expect(lines.nth(5)).toBeVisible();

  // Tried: the lane shows it, the exercise stays; Escape goes back to where it was tried from.
  const trying = page.getByRole('button', { name: 'Try Line 2 in the lane' });
  await trying.click();
  await expect(page.getByRole('region', { name: 'Tried in the lane' })).toBeVisible();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('5');
  await saved(page);
  // The sentence under the lane is that of what the lane shows.
  await expect(trains(page)).toContainText('3 outside, 3 inside');
  await expect(page.getByText('Yours: 0 outside, 9 inside')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(trying).toBeFocused();
  await expect(trains(page)).toContainText('0 outside, 9 inside');
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations).toEqual([]);

  // Taken: the figures of the ordinary analysis are those that were asked for.
  await page.getByRole('button', { name: 'Take Line 1', exact: true }).click();
  await expect(trains(page)).toContainText('3 outside, 3 inside');
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(trains(page)).toContainText('0 outside, 9 inside');

  // Nine outside changes one way need as many ways back.
  await page
    .getByRole('button', { name: /^Do without/ })
    .first()
    .click();
  const wish = page.getByRole('list', { name: 'Changes wanted' }).getByRole('listitem').first();
  await wish.getByRole('textbox', { name: 'Changes' }).fill('9');
  await page.keyboard.press('Tab');
  await wish.getByRole('button', { name: /Where/ }).click();
  await page.getByRole('option', { name: 'from 2 to 1' }).click();
  await page.getByRole('button', { name: 'Compose', exact: true }).click();
  const alert = page.getByRole('alert').filter({ hasText: 'The brief is impossible' });
  await expect(alert).toContainText('9 outside changes from 2 to 1');
  await expect(alert).toContainText('16 notes');
  await expect(alert).toContainText(
    '9 moves from 2 to 1 need 8 back: that is 17 steps, and 16 notes have 15',
  );
  await alert.getByRole('button', { name: /^Make it \d+ notes long/ }).click();
  await expect(page.getByText('The first is proven best')).toBeVisible();
  // Nine there, and the eight ways back between them are outside too.
  await expect(lines.first()).toContainText('17 outside, 0 inside');

  // Another tab, another view: the lines are found again. After a reload the brief is as it was typed.
  await page.getByRole('tab', { name: /^Goal/ }).click();
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  await page.getByRole('tab', { name: /^Compose/ }).click();
  await expect(lines.first()).toContainText('17 outside, 0 inside');
  await saved(page);
  await page.reload();
  await page.getByRole('tab', { name: /^Compose/ }).click();
  await expect(wish.getByRole('textbox', { name: 'Changes' })).toHaveValue('9');
  await expect(page.getByText(/9 outside changes from 2 to 1/).first()).toBeVisible();
});

test('composes in a rhythm: every second note is slurred to, and so it is taken', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Heron between two reeds' }).click();
  await page.getByRole('tab', { name: /^Compose/ }).click();
  // Strings change where a note is picked: six changes ask for seven of them.
  await page.getByRole('textbox', { name: 'How many notes' }).fill('14');
  await page.getByText(/^More wishes/).click();
  await page.getByRole('textbox', { name: /^Rhythm/ }).fill('p s');
  await page.getByRole('textbox', { name: 'Turns of direction, at least' }).fill('4');
  await page.keyboard.press('Tab');
  await expect(
    page.getByText(/at least 4 turns of direction; picked, slurred to, over and over/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Compose', exact: true }).click();
  await expect(page.getByText('The first is proven best')).toBeVisible();
  const first = page.getByRole('list', { name: 'Lines that grant the brief' }).getByRole('listitem').first();
  await expect(first).toContainText(/\d-[hp]\d/);
  await page.getByRole('button', { name: 'Take Line 1', exact: true }).click();
  await expect(
    lane(page)
      .locator('text', { hasText: /^[hp]$/ })
      .first(),
  ).toBeVisible();
});
