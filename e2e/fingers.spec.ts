/** The fretting hand: fingers worked out, shown, written and taken back; finger changes; damping; the hand alone. */
import { expect, lane, openLibrary, spoken, test } from './fixtures';

test('fingers are worked out within the reach of the hand, shown in the lane, written and cleared', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Tide table in fours' }).click();
  await page.getByRole('tab', { name: 'Fingers 0 of 36' }).click();
  const panel = page.getByRole('tabpanel');
  const said = panel.locator('[data-hand]');
  await expect(said).toContainText('widest position');
  const before = await said.textContent();
  const drawn = lane(page).locator('svg').first();
  await expect(drawn).not.toContainText('II');
  await panel.getByRole('switch', { name: 'show worked-out fingers' }).focus();
  await page.keyboard.press('Space');
  await expect(drawn).toContainText('II');

  // A smaller hand shifts more often.
  const limit = panel.getByRole('textbox', { name: 'Stretch limit of Orrin, mm' });
  await limit.fill('80');
  await limit.press('Enter');
  await expect(said).not.toHaveText(before!);
  await expect(said).toContainText('of 80');

  await panel.getByRole('button', { name: 'Write 36 fingers' }).press('Enter');
  await expect(page.getByRole('tab', { name: 'Fingers 36 of 36' })).toBeVisible();
  await lane(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(spoken(page)).toContainText('finger,');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: 'Fingers 0 of 36' })).toBeVisible();

  await limit.fill('128');
  await limit.press('Enter');
  await expect(said).toHaveText(before!);

  // What is missing is named, and the neighbouring box that has it is one press away.
  await expect(panel.getByText(/^Missing: /)).toBeVisible();
  const offer = panel
    .getByRole('list', { name: 'Where the missing finger changes are' })
    .getByRole('button')
    .first();
  const [, words] = /Go to (.+): has/.exec((await offer.textContent())!)!;
  await offer.press('Enter');
  await page.getByRole('tab', { name: /^Material/ }).click();
  await expect(page.locator('[data-recipe]')).toContainText(words!.replace('the box ', ''));
});

test('noisy places are named and gone to; the fretting hand alone is an exercise beside', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await page.getByRole('tab', { name: /^Fingers/ }).click();
  const panel = page.getByRole('tabpanel');
  await expect(panel.locator('[data-noise]')).toBeVisible();
  await expect(panel.getByRole('region', { name: 'Damping' })).toContainText('string 4, fret 9');
  // What damps can be said for one note, which is heard and undone like anything else.
  await panel.getByRole('radio', { name: 'thumb' }).press('Space');
  await expect(spoken(page)).toContainText('damped by the picking thumb');
  await lane(page).focus();
  await page.keyboard.press('Control+z');
  await expect(panel.getByRole('radio', { name: 'as the hand is set up' })).toBeChecked();
  await panel.getByRole('button', { name: 'Fretting hand alone' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Kite string (fretting hand alone)' })).toBeVisible();
  await expect(page.locator('[data-trains]')).toContainText(/no/i);
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Kite string', exact: true })).toBeVisible();
});
