/** Giving exercises out: names of files that no system reads a path or a command in, and what is in them. */
import '@/storage/testing';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyPassage, ME, newExercise, putNote, readTabText } from '@/core';
import { addExercise, addPlayer, database, LIBRARY, setLadder, undoOrRedo } from '@/storage';
import { fileName, giveOut, saveProject, type Ways } from './givingOne';
import { listening } from './testing';

/** What the worker was asked to write. */
const asked = vi.hoisted(() => [] as { format: string; options: { bpm: number; passes: number } }[]);
vi.mock('@/workers', () => ({
  writeFileInWorker: (format: string, _: unknown, options: { bpm: number; passes: number }) => {
    asked.push({ format, options });
    return Promise.resolve(`written as ${format}`);
  },
}));

it('file names hold letters, digits, spaces, dashes and underscores alone, and are never empty', () => {
  const hostile = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 120 }),
    fc.constantFrom(
      '../../etc/passwd',
      '<script>alert(1)</script>',
      'CON:\\x',
      '.hidden',
      '\u202Egnp.exe',
      ' ',
    ),
  );
  fc.assert(
    fc.property(hostile, (title) => {
      const name = fileName(title);
      expect(name).toMatch(/^[\p{L}\p{N}_-][\p{L}\p{N} _-]*$/u);
      expect([...name].length).toBeLessThanOrEqual(60);
      expect(name).toBe(name.trim());
    }),
  );
  expect(fileName('Gate between two and one')).toBe('Gate between two and one');
  expect(fileName('../..')).toBe('Untitled');
});

describe('given out', () => {
  const exercise = {
    ...newExercise('Gate: two/one', putNote(putNote(emptyPassage(), 0, 3, 5), 13_440, 2, 7)),
    startBpm: 92,
  };
  const shown = { id: 'gate', exercise };
  let files: { name: string; content: BlobPart; type: string | undefined }[];
  let copied: string[];
  let clipboard: 'open' | 'shut';
  const ways: Ways = {
    download: (name, content, type) => files.push({ name, content, type }),
    copy: (text) => {
      if (clipboard === 'shut') return Promise.reject(new Error('not allowed'));
      copied.push(text);
      return Promise.resolve();
    },
  };
  beforeEach(() => {
    [files, copied, clipboard] = [[], [], 'open'];
    asked.length = 0;
  });

  it('as text it can be read back, note for note; the clipboard has the same', async () => {
    await giveOut('tab', shown, ways);
    await giveOut('copy', shown, ways);
    expect(files.map(({ name, type }) => [name, type])).toEqual([['Gate two one.txt', 'text/plain']]);
    expect(copied).toEqual([files[0]!.content]);
    const places = readTabText(copied[0]!).passage.notes.map(({ string, fret }) => [string, fret]);
    expect(places).toEqual([
      [3, 5],
      [2, 7],
    ]);
  });

  it('a clipboard that is shut is said, and the tab is saved as a file instead', async () => {
    clipboard = 'shut';
    const { told } = listening();
    await giveOut('copy', shown, ways);
    expect(files.map(({ name }) => name)).toEqual(['Gate two one.txt']);
    expect(told.map(({ text }) => text)).toEqual([expect.stringMatching(/saved as a text file instead/)]);
  });

  it.each([
    ['musicxml', 'musicxml'],
    ['mxl', 'mxl'],
    ['midi', 'mid'],
  ] as const)(
    '%s is written beside the page, at the tempo of the student’s ladder where there is one',
    async (format, suffix) => {
      await giveOut(format, shown, ways);
      const { id } = await addExercise(database(), exercise, 'New');
      await setLadder(database(), id, ME, exercise.startBpm, { startBpm: 61 });
      await giveOut(
        format,
        { id, exercise: { ...exercise, policy: { ...exercise.policy, loop: true } } },
        ways,
      );
      expect(files.map(({ name }) => name)).toEqual([`Gate two one.${suffix}`, `Gate two one.${suffix}`]);
      expect(asked.map(({ format: as, options }) => [as, options.bpm])).toEqual([
        [format, 92],
        [format, 61],
      ]);
      expect(asked[0]!.options.passes).toBe(1);
      expect(asked[1]!.options.passes).toBeGreaterThan(1);
    },
  );

  it('is written for the student of the moment: at the tempo of the own ladder', async () => {
    const { id } = await addExercise(database(), exercise, 'New');
    await addPlayer(database(), 'Orrin', 'orrin');
    await setLadder(database(), id, 'orrin', exercise.startBpm, { startBpm: 71 });
    await giveOut('midi', { id, exercise }, ways);
    await undoOrRedo(database(), LIBRARY, 'undo');
    expect(asked.map(({ options }) => options.bpm)).toEqual([71]);
  });

  it('a project file of one has its title, of several their number, and holds them all', async () => {
    const made = await Promise.all(
      ['Ash', 'Birch'].map(async (title) => {
        const one = { ...exercise, title };
        return { id: (await addExercise(database(), one, 'New')).id, exercise: one };
      }),
    );
    await giveOut('project', made[0]!, ways);
    await saveProject(made, ways);
    expect(files.map(({ name }) => name.replace(/\d{4}-\d\d-\d\d/, 'DAY'))).toEqual([
      'Ash DAY.json',
      '2 exercises DAY.json',
    ]);
    const titles = (text: BlobPart) =>
      (JSON.parse(text as string) as { exercises: { title: string }[] }).exercises
        .map(({ title }) => title)
        .sort();
    expect(files.map(({ content }) => titles(content))).toEqual([['Ash'], ['Ash', 'Birch']]);
  });
});
