/** Students: who needs what, the lesson book, the page before a lesson. */
import { execFileSync } from 'node:child_process';
import { chooseByKeys, expect, openLibrary, tabTo, test } from './fixtures';

const MILLRACE = 'Millrace: three a string to the middle and on';

test('a lesson is prepared, written down by keyboard, and set; the sheet before it is one page', async ({
  page,
}, info) => {
  await openLibrary(page);
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  const table = page.getByRole('grid', { name: 'Students' });
  // The most urgent first: whom it hurts, who was not heard, where one change fails.
  await expect(table.getByRole('row').nth(1)).toContainText('overdoing');
  await expect(table.getByRole('row').nth(2)).toContainText('nothing heard');
  await expect(table.getByRole('row').nth(3)).toContainText(/Orrin.*fails in 15 of 207 passes/);
  await table.getByRole('row').nth(1).focus();
  await page.keyboard.press('/');
  await page.keyboard.type('without looking');
  await expect(table.getByRole('row')).toHaveCount(3);
  await table.getByRole('row', { name: 'Orrin' }).press('Enter');

  // The page before the lesson, on paper.
  await page.getByRole('button', { name: 'Lesson sheet' }).press('Enter');
  const sheet = page.locator('[data-lesson-sheet]');
  await expect(sheet.getByRole('region', { name: 'Set', exact: true })).toContainText('six clean runs a day');
  await expect(sheet.getByRole('region', { name: 'Done' })).toContainText(
    'Inside knot on four and three: not practised',
  );
  await expect(sheet.getByRole('region', { name: 'To hear first' })).toContainText('the change that fails');
  const path = info.outputPath('lesson.pdf');
  await page.pdf({ path, format: 'A4', printBackground: true });
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Pages:\s+1\n/);
  expect(execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })).toContain(
    'What could come next',
  );

  // The lesson, written while it lasts.
  await page.goBack();
  const lessons = page.getByRole('article');
  await expect(lessons.first()).toBeVisible();
  const before = await lessons.count();
  await page.getByRole('button', { name: 'Lesson of today' }).press('Enter');
  // Pressed twice, it is begun once.
  await page.keyboard.press('Enter');
  const lesson = lessons.first();
  const heard = lesson.getByRole('group', { name: 'Add what was heard' });
  await heard.getByRole('button', { name: `+ ${MILLRACE}` }).press('Enter');
  // The tempo is the one it stands at.
  await expect(lesson.getByRole('textbox', { name: 'Tempo' })).toHaveValue('100');
  await lesson.getByRole('radio', { name: 'not clean' }).press('Space');
  await lesson.getByRole('textbox', { name: 'What was heard' }).fill('Comes out too late.');
  await lesson.getByRole('textbox', { name: 'Said' }).fill('Watch the pick, not the fret.');
  await tabTo(page, lesson.getByRole('group', { name: 'Set an exercise' }).getByRole('button').first());
  await chooseByKeys(page, 'Set an exercise', 'Over the stile');
  await lesson.getByRole('textbox', { name: 'How to practise it' }).fill('Twice a day.');
  await lesson.getByRole('button', { name: 'Close' }).press('Enter');
  await expect(lessons).toHaveCount(before + 1);
  await expect(lesson).toContainText(`${MILLRACE} at 100: not clean. Comes out too late.`);
  await expect(lesson).toContainText('Over the stile: Twice a day.');
  await page.reload();
  await expect(page.getByRole('article').first()).toContainText('Watch the pick, not the fret.');
  await expect(page.getByRole('region', { name: 'Set', exact: true })).toContainText(
    'Over the stile: not practised',
  );
  // What could come next is made against what fails, with its ladder, and stands in the same lesson.
  // It comes into the form that is open, and what is written there after does not take it out again.
  await lesson.getByRole('button', { name: 'Write on it' }).press('Enter');
  const next = page.getByRole('region', { name: 'What could come next' });
  await expect(next).toContainText('inside from string 5 to 4: in 15 of 207 passes');
  await next.getByRole('button', { name: 'Compose a line and set it' }).press('Enter');
  const line = next.getByRole('link', { name: 'Inside from string 5 to 4, for Orrin' });
  await expect(line).toBeVisible();
  await expect(lesson.getByRole('textbox', { name: 'How to practise it' })).toHaveCount(2);
  await lesson.getByRole('textbox', { name: 'How to practise it' }).first().fill('Three times a day.');
  await lesson.getByRole('button', { name: 'Close' }).press('Enter');
  await expect(lesson).toContainText('Over the stile: Three times a day.');
  await expect(lesson).toContainText('Against inside from string 5 to 4');

  // What was set has a ladder now.
  await page.getByRole('button', { name: 'Hear Over the stile in a lesson' }).press('Enter');
  await expect(page).toHaveURL(/\/practice\?exercise=.+mode=lesson/);
  await expect(page.getByRole('heading', { name: /Over the stile/ })).toBeVisible();
});

test('what is known of a student is kept as it is typed; archived and brought back; who is not there is said', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByRole('textbox', { name: /^New student/ }).fill('Quillon');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Quillon', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Hand, goals, days, limits' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Add a goal' }).press('Enter');
  await dialog.getByRole('textbox', { name: 'Goal, in words' }).fill('The stile in the dark');
  await dialog.getByRole('textbox', { name: 'Tempo', exact: true }).fill('88');
  await dialog.getByRole('textbox', { name: 'Wed' }).fill('25');
  await dialog.getByRole('textbox', { name: 'Days from one to the next' }).fill('14');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Goals' })).toContainText('The stile in the dark, at 88');
  await expect(page.getByText('25 min planned a week')).toBeVisible();
  await page.reload();
  await expect(page.getByText('25 min planned a week')).toBeVisible();
  await page.getByRole('button', { name: 'Archive', exact: true }).press('Enter');
  await expect(page.getByText(/archived on/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(page.getByText(/archived on/)).toBeHidden();
  await page.goto('/students/nobody');
  await expect(page.getByRole('heading', { name: 'There is no such student' })).toBeVisible();
});
