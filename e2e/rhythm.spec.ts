/** Rhythm: whether a figure fits the beat, one press to make it, groups, accents, swing and pick-up, and what falls where. */
import { expect, lane, openLibrary, test } from './fixtures';

test('a figure of seven against four is told and mended by one press; strokes and changes follow', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Pocketed left hand' }).click();
  await page.getByRole('tab', { name: /^Rhythm/ }).click();
  const panel = page.getByRole('tabpanel');
  const fit = panel.locator('[data-fit]');
  await expect(fit).toContainText('7 slots, 4 a beat: back on the beat after 4 passes');
  await expect(panel.locator('[data-coverage]')).toBeVisible();
  const before = await page.locator('[data-trains]').textContent();
  await panel.getByRole('button', { name: 'The last note once more' }).press('Enter');
  await expect(fit).toContainText('8 slots, 4 a beat: every pass begins on the beat');
  await expect(page.locator('[data-trains]')).not.toHaveText(before!);
  await panel.getByRole('radio', { name: '2', exact: true }).press('Space');
  await expect(page.getByRole('tab', { name: 'Rhythm 4/4 · 2' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(fit).toContainText('7 slots');
});

test('groups, accents, pick-up and swing stay over a reload, and order and strokes by note stay with them', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  const strokes = page.locator('[data-trains]');
  const said = await strokes.textContent();
  await page.getByRole('tab', { name: /^Rhythm/ }).click();
  const panel = page.getByRole('tabpanel');
  await panel
    .getByRole('group', { name: 'Groups with a rest between' })
    .getByRole('button', { name: '3 + 3' })
    .press('Enter');
  await expect(panel.locator('[data-fit]')).toContainText('8 slots, 3 a beat');
  await expect(strokes).toHaveText(said!);
  await panel
    .getByRole('group', { name: 'Accents' })
    .getByRole('button', { name: 'new strings' })
    .press('Enter');
  const field = async (name: string, text: string) => {
    await panel.getByRole('textbox', { name }).fill(text);
    await panel.getByRole('textbox', { name }).press('Enter');
  };
  await field('Pick-up slots', '2');
  await field('Swing, % (50: straight)', '62');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(lane(page)).toBeVisible();
  await page.getByRole('tab', { name: /^Rhythm/ }).click();
  await expect(panel.getByRole('textbox', { name: 'Pick-up slots' })).toHaveValue('2');
  await expect(panel.getByRole('textbox', { name: 'Swing, % (50: straight)' })).toHaveValue('62');
  await expect(strokes).toHaveText(said!);
});
