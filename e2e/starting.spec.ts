/** Common exercises from the Library to a sheet for the student, each in as many actions as it may take. */
import AxeBuilder from '@axe-core/playwright';
import { acting, expect, openLibrary, test, trains } from './fixtures';

/** What is filled in by hand, by starting point, and what its sheet says. */
const STARTS = [
  { name: 'A scale up and down', choices: [['Key', 'E']], says: /E minor from fret 5/ },
  { name: 'Broken thirds and wider', choices: [['Steps', 'broken sixths']], says: /in broken sixths/ },
  { name: 'A picking roll over chords', chords: 'Dm7 G7 C', says: /Dm7 G7 C held near fret 5/ },
  {
    name: 'Tones of a chord, approached',
    choices: [['Chord', 'minor seventh']],
    says: /from above and below/,
  },
  { name: 'A swept arpeggio', choices: [['Strings', '4 3 2 1']], says: /A minor arpeggio/ },
] as const;

test('five common exercises, each from the Library to a sheet in at most six actions', async ({ page }) => {
  await openLibrary(page);
  for (const start of STARTS) {
    const { press, pick, choose, fill, count } = acting(page);
    await page.getByRole('link', { name: 'Library' }).click();
    await press('button', 'Start from a figure');
    await pick(start.name);
    if ('chords' in start) await fill(/^Chords$/, start.chords);
    else for (const [blank, option] of start.choices) await choose(new RegExp(`${blank}$`), option);
    await press('button', 'Sheet for Orrin');
    const sheet = page.locator('[data-sheet]');
    await expect(sheet).toContainText('For Orrin');
    await expect(sheet.getByRole('heading', { level: 2 }).first()).toContainText(start.says);
    expect(count()).toBeLessThanOrEqual(6);
  }
});

test('blanks by keyboard; what is no chord is said, and what was filled in stays', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'Start from a figure' }).focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Start from a figure' });
  await expect(dialog.getByText('It trains outside and inside changes')).toBeVisible();
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await dialog.getByRole('radio', { name: 'A scale up and down' }).focus();
  const roll = dialog.getByRole('radio', { name: 'A picking roll over chords' });
  for (let presses = 0; presses < 14 && !(await roll.isChecked()); presses++)
    await page.keyboard.press('ArrowDown');
  const chords = dialog.getByRole('textbox', { name: 'Chords' });
  await chords.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Am Hm7');
  await expect(dialog.getByRole('alert')).toContainText('“Hm7” is no chord');
  await expect(dialog.getByRole('button', { name: 'Open on the Bench' })).toBeDisabled();
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('Bm7');
  await expect(dialog.getByRole('alert')).toBeHidden();
  await dialog.getByRole('button', { name: 'Open on the Bench' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Am Bm7 held near fret 5');
  await expect(trains(page)).toContainText('against the grain');

  // What is no chord stays where it was typed, with why, and changes nothing.
  await page.getByRole('tab', { name: 'Material' }).click();
  const named = page.getByRole('textbox', { name: 'Chords, by name' });
  await named.fill('Am Hm7');
  await page.keyboard.press('Tab');
  await expect(named).toHaveValue('Am Hm7');
  await expect(page.getByText('“Hm7” is no chord')).toBeVisible();
  await expect(page.locator('[data-recipe]')).toContainText('Am Bm7 held');
  await named.fill('Am Em');
  await expect(page.locator('[data-recipe]')).toContainText('Am Em held');
});
