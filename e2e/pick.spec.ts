/** The pick in motion, the sounds of strokes, and two policies beside each other. */
import { AxeBuilder } from '@axe-core/playwright';
import { expect, lane, openLibrary, spoken, test } from './fixtures';

test('the pick goes from stroke to stroke by key and says where it stands; it moves in time with the sound', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('tab', { name: /^Pick in motion/ }).click();
  const pick = page.locator('[data-pick]');
  await pick.focus();
  await expect(pick).toContainText('Stroke 1 of 7');
  await page.keyboard.press('ArrowRight');
  await expect(pick).toContainText('Down');
  await expect(pick).toContainText('then sweep to string 2');
  await expect(pick).toContainText('the pick stands on the floor side of string 3, lying on string 2');
  // The lane goes along.
  await expect(spoken(page)).toContainText('string 3, fret 8');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  // Round the seam to the last stroke.
  await expect(pick).toContainText('Stroke 7 of 7');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);

  await page.getByRole('radio', { name: 'a quarter' }).click();
  await expect(page.getByText('heard at a quarter')).toBeVisible();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  const sound = page.getByRole('dialog', { name: 'Sound' });
  for (const name of ['A tap for each stroke', 'Strokes called', 'A voice for each kind'])
    await sound.getByText(name).click();
  await sound.getByRole('button', { name: 'Hear outside' }).click();
  await page.keyboard.press('Escape');
  const spokenFiles: string[] = [];
  page.on('response', (response) => {
    if (response.url().endsWith('.wav') && response.ok()) spokenFiles.push(response.url());
  });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const seen = new Set<string>();
  const front = page.locator('[data-pick] svg g[transform*="scale"]').first();
  for (let look = 0; look < 40; look++) {
    seen.add((await front.getAttribute('transform')) ?? '');
    await page.waitForTimeout(50);
  }
  expect(seen.size).toBeGreaterThan(10);
  expect(spokenFiles).toHaveLength(2);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('two policies stand beside each other, with the notes tinted where they differ; the hand is kept and printed', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  const pair = page.getByRole('group', { name: 'economy picking above alternate picking' });
  // A press while the page still moves may miss.
  await expect(async () => {
    if (!(await pair.isVisible())) await page.getByText('Compare the policies on these notes').click();
    await expect(pair).toBeVisible({ timeout: 2_000 });
  }).toPass({ timeout: 20_000 });
  await expect(page.getByText('4 notes have another stroke (tinted).')).toBeVisible();
  expect(await pair.locator('[data-differs]').count()).toBe(8);
  await expect(pair.getByRole('img', { name: /^economy picking: downstroke, downstroke/ })).toBeVisible();

  await page.getByText('Picking hand: left open').click();
  await page.getByRole('radio', { name: 'forearm turn' }).click();
  const angle = page.getByRole('textbox', { name: 'Edge angle, degrees (0: flat)' });
  await angle.fill('30');
  await angle.press('Enter');
  const said = 'forearm turn; pick edge at 30° to the string';
  await expect(page.getByText(`Picking hand: ${said}`)).toBeVisible();
  await page.getByRole('navigation').getByRole('link', { name: 'Handout' }).click();
  await expect(page.locator('[data-sheet]')).toContainText(`Picking hand: ${said}.`);
});
