/** Students out of the database: the list, its orders, what came of what was set, and the page before a lesson. */
import '@/storage/testing';
import { beforeAll, describe, expect, it } from 'vitest';
import { ME, writeProject, type Project } from '@/core';
import { ATTENTIONS } from '@/core/record';
import { demoProject } from './library';
import {
  addLesson,
  addPlayer,
  changeLesson,
  database,
  importProject,
  readLessons,
  removeLesson,
} from '@/storage';
import { tables } from '@/storage/database';
import { readShelf } from '@/storage/shelf';
import { bookOf, judgedOn, readBook } from '@/work/book';
import { heardLine, lineTitle, taskLine, withLine } from '@/work/students/lessonLines';
import { attentionCounts, FIRST_ROSTER, listed, type RosterColumn } from '@/work/students/listing';
import {
  attending,
  attentionInBook,
  nextLessonOf,
  readRoster,
  rosterOf,
  withAttention,
  type ReadRoster,
  type RosterRow,
} from '@/work/students/roster';
import { lessonSheet } from '@/work/students/sheet';
import { doneSince, standingLesson } from '@/work/students/tasks';

const db = database();
/** The day after the last of the demo's record. */
const TODAY = '2026-01-05';
const same = (day: string) => day;
let project: Project;
let read: ReadRoster;
let rows: RosterRow[];

beforeAll(async () => {
  // Whatever other tests left.
  const kept = tables(db);
  await Promise.all([
    ...[kept.exercises, kept.ladders, kept.runs, kept.signs, kept.lessons].map((table) => table.clear()),
    ...[kept.days, kept.tombstones, kept.log, kept.shelf].map((table) => table.clear()),
    kept.players.where('id').notEqual(ME).delete(),
  ]);
  project = demoProject();
  await importProject(db, project, 'Demo');
  read = await readRoster(db, TODAY);
  rows = attended(read);
});

/** Every student with all that needs attention. */
function attended(known: ReadRoster): RosterRow[] {
  const steps = attending(known, same);
  for (let next = steps.next(); ; next = steps.next())
    if (next.done) return withAttention(rosterOf(known), next.value);
}

const named = (name: string) => rows.find(({ player }) => player.name === name)!;
const kindsOf = (name: string) => [...new Set(named(name).attention.map(({ kind }) => kind))];

describe('the list', () => {
  it('says of every student of the demo what its story tells', () => {
    expect(kindsOf('Brisa')).toContain('overdoing');
    expect(kindsOf('Peverel')).toEqual(['nothing heard']);
    expect(kindsOf('Sorrel')).toEqual(['one place']);
    expect(kindsOf('Orrin')).toEqual(['one place', 'stuck']);
    expect(kindsOf('Ilka')).toEqual(['ready']);
    expect(kindsOf('Dunmar')).toEqual(['too easy']);
    for (const name of ['Amabel', 'Jessamy', 'Wenna', 'Tobin', 'Corwin']) expect(kindsOf(name)).toEqual([]);
  });

  it('adds the week up from its runs, Monday to Sunday', () => {
    const sunday = attended({ ...read, today: '2026-01-04' });
    for (const { player, weekSeconds, lastDay } of sunday) {
      const mine = project.runs.filter(({ playerId }) => playerId === player.id);
      const week = mine.filter(({ day }) => day >= '2025-12-29');
      expect(weekSeconds).toBeCloseTo(
        week.reduce((sum, { seconds }) => sum + seconds, 0),
        6,
      );
      expect(lastDay).toBe(
        mine
          .map(({ day }) => day)
          .sort()
          .at(-1) ?? null,
      );
    }
    expect(named('Tamsel').weekMinutes).toBe(80);
  });

  it('knows the next lesson as it was said, or by the days between lessons', () => {
    const said = (nextLesson: string | null, lessonEvery: number | null, last: string | null) =>
      nextLessonOf({ nextLesson, lessonEvery }, last, TODAY);
    expect(said('2026-01-09', 7, '2026-01-01')).toBe('2026-01-09');
    expect(said('2025-12-30', 7, '2026-01-01')).toBe('2026-01-08');
    expect(said('2025-12-30', null, '2026-01-01')).toBe('2025-12-30');
    expect([said(null, 7, null), said(null, null, '2026-01-01')]).toEqual([null, null]);
  });

  it('is ordered by each of its heads, either way, and of equal ones by name', () => {
    const key: Record<RosterColumn, (row: RosterRow) => string | number | null> = {
      name: ({ player }) => player.name.toLowerCase(),
      attention: ({ attention }) => (attention[0] ? ATTENTIONS.indexOf(attention[0].kind) : 99),
      last: ({ lastDay }) => lastDay && -Number(lastDay.replaceAll('-', '')),
      week: ({ weekMinutes, weekSeconds }) => (weekMinutes === 0 ? null : weekSeconds / 60 / weekMinutes),
      lesson: ({ nextLesson }) => nextLesson,
    };
    for (const by of Object.keys(key) as RosterColumn[])
      for (const isReversed of [false, true]) {
        const shown = listed(rows, { ...FIRST_ROSTER, order: { by, isReversed } });
        expect(shown).toHaveLength(rows.length - 1);
        for (const [at, row] of shown.slice(1).entries()) {
          const [a, b] = [key[by](shown[at]!), key[by](row)];
          // What is not known is last, either way.
          if (a === null) expect([by, isReversed, b]).toEqual([by, isReversed, null]);
          if (a !== null && b !== null && a !== b)
            expect([by, isReversed, a < b]).toEqual([by, isReversed, !isReversed]);
        }
      }
  });

  it('is searched in names, goals and words, all of them, in use or archived', () => {
    const names = (search: string, shelf: 'current' | 'archived' = 'current') =>
      listed(rows, { ...FIRST_ROSTER, search, shelf }).map(({ player }) => player.name);
    expect(names('  AUDITION sweeps ')).toEqual(['Brisa']);
    expect(names('left shoulder')).toEqual(['Tamsel']);
    expect(names('nobody of this name')).toEqual([]);
    expect([names('corwin'), names('', 'archived')]).toEqual([[], ['Corwin']]);
  });

  it('counts the students that need attention by reason', () => {
    const counts = attentionCounts(rows);
    for (const [kind, count] of counts)
      expect(rows.filter((row) => row.attention.some((one) => one.kind === kind))).toHaveLength(count);
    expect(counts.map(([kind]) => kind)).toEqual(
      ATTENTIONS.filter((kind) => counts.some(([one]) => one === kind)),
    );
  });
});

describe('lessons', () => {
  it('are written on, kept newest first, and come back after they were deleted', async () => {
    const entry = await addPlayer(db, 'Quill', 'quill');
    expect(entry).not.toBeNull();
    const older = await addLesson(db, 'quill', '2026-01-01');
    const newer = await addLesson(db, 'quill', '2026-01-04', { said: 'Slower.' });
    await changeLesson(
      db,
      { id: older, playerId: 'quill' },
      { set: [taskLine('e', 'Gate'), taskLine(null, 'Rest')] },
    );
    const lessons = await readLessons(db, 'quill');
    expect(lessons.map(({ id, said, set }) => [id, said, set.length])).toEqual([
      [newer, 'Slower.', 0],
      [older, '', 2],
    ]);
    // What was set stands until something else is.
    expect(standingLesson(lessons, TODAY)?.id).toBe(older);
    expect(standingLesson(lessons, '2025-12-31')).toBeNull();
    await removeLesson(db, { id: older, playerId: 'quill' });
    expect(await readLessons(db, 'quill')).toHaveLength(1);
    // On the shelf it is told whose it is, and of which day.
    expect((await readShelf(db))[0]).toMatchObject({
      ...{ counts: { lessons: 1 }, whose: 'Quill', titles: [], runs: 0 },
      day: lessons[1]!.day,
    });
  });

  it('have lines that are changed and taken out one by one', () => {
    const lines = [heardLine('a', 'A', 80), heardLine(null, 'B', null)];
    expect(withLine(lines, 1, { verdict: 'clean' })[1]).toEqual({ ...lines[1], verdict: 'clean' });
    expect(withLine(lines, 0, null)).toEqual([lines[1]]);
  });

  it('name an exercise as it is called now, one that is gone as it was called, and what is none by its name', () => {
    const titles = new Map([
      ['a', { title: 'Gate, renamed' }],
      ['b', { title: '' }],
    ]);
    const named = (id: string | null, title: string) => lineTitle(taskLine(id, title), titles);
    expect([named('a', 'Gate'), named('b', 'Weir'), named('gone', 'Ford'), named('gone', '')]).toEqual([
      ...['Gate, renamed', 'Untitled', 'Ford', 'an exercise that was deleted'],
    ]);
    expect([named(null, 'Rest'), named(null, '')]).toEqual(['Rest', 'Something']);
  });
});

describe('the page before a lesson', () => {
  const sheetOf = async (name: string) => {
    const { player } = named(name);
    const book = bookOf(player, await readBook(db, player.id, TODAY));
    const lessons = await readLessons(db, player.id);
    return { book, lessons, sheet: lessonSheet(book, lessons, attentionInBook(book, lessons, same), same) };
  };

  it('says what was set and what came of it, by the runs since the lesson', async () => {
    const { book, sheet } = await sheetOf('Orrin');
    const [millrace] = project.exercises.filter(({ title }) => title.startsWith('Millrace'));
    const runs = project.runs.filter(
      ({ playerId, day }) => playerId === named('Orrin').player.id && day >= sheet.from,
    );
    const clean = runs.filter(({ verdict }) => verdict === 'clean').length;
    expect(sheet.set[0]!.text).toBe(`${millrace!.title}: At 88, six clean runs a day, not faster.`);
    expect(sheet.done[0]!.text).toContain(`${clean} of ${runs.length} runs clean.`);
    expect(sheet.done[1]!.text).toContain('not practised');
    expect(doneSince(book.days, millrace!.id, sheet.from).runs).toBe(runs.length);
    expect(sheet.fails[0]!.text).toMatch(/inside from string 5 to 4, in \d+ of \d+ passes\.$/);
    expect(sheet.hearFirst[0]).toEqual({
      exerciseId: millrace!.id,
      text: `${millrace!.title}: the change that fails, slowly, and then in its line.`,
    });
    expect(sheet.next.map(({ text }) => text).join(' ')).toContain('stop climbing');
  });

  it('says so where there is nothing to say', async () => {
    const { sheet } = await sheetOf('Wenna');
    expect(sheet.isSinceLesson).toBe(true);
    expect([sheet.moved, sheet.fails, sheet.hearFirst, sheet.next]).toEqual([[], [], [], []]);
    expect(sheet.done[0]!.text).toContain('not practised');
    expect((await sheetOf('Tobin')).sheet).toMatchObject({ isSinceLesson: false, set: [], done: [] });
  });

  it('is of what was set before today, also where something is being set today; attention is the same as in the list', async () => {
    const { sheet } = await sheetOf('Jessamy');
    const { player } = named('Jessamy');
    await addLesson(db, player.id, TODAY, { set: [taskLine(null, 'Something new')] });
    expect((await sheetOf('Jessamy')).sheet.set).toEqual(sheet.set);
    for (const row of rows) {
      const { book, lessons } = await sheetOf(row.player.name);
      if (row.player.archivedOn === null) expect(attentionInBook(book, lessons, same)).toEqual(row.attention);
    }
  });

  it('says once what several reasons ask for', async () => {
    const { sheet } = await sheetOf('Brisa');
    expect(sheet.attention.length).toBeGreaterThan(1);
    expect(sheet.next.map(({ text }) => text)).toEqual([
      'Rest before anything else; then slower, in shorter stretches.',
    ]);
  });

  it('names nothing that is not in the Library, and goes out with the project', async () => {
    for (const { player } of rows) {
      const { book, sheet } = await sheetOf(player.name);
      for (const { exerciseId } of [...sheet.moved, ...sheet.fails, ...sheet.hearFirst])
        expect(book.exercises.has(exerciseId!)).toBe(true);
      // Round the tempo that is told; where none is, as it was practised.
      for (const { exerciseId, text } of sheet.hearFirst) {
        const { stated } = judgedOn(book, exerciseId!);
        const round = /: round (\d+)\.$/.exec(text);
        if (round)
          expect(stated).toMatchObject({ says: 'estimate', bpm: expect.closeTo(Number(round[1]), 0) });
        if (text.endsWith('as it was practised.')) expect(stated?.says).not.toBe('estimate');
      }
    }
    expect(writeProject(project)).toContain('"lessons"');
  });
});
