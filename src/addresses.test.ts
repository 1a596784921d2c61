import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, test, vi } from 'vitest';
import fc from 'fast-check';
import { benchAt, ladderAt, lessonSheetAt, movedTo, practiceAt, studentAt, takeAt, VIEWS } from './addresses';

const read = (address: string) => new URL(address, 'http://yardfell.test');
const moved = (address: string) => movedTo(read(address));

/** The pages that are there, by their files. */
function pages(folder: string, path = ''): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? pages(join(folder, entry.name), `${path}/${entry.name}`)
      : entry.name === 'page.tsx'
        ? [path || '/']
        : [],
  );
}

describe('addresses', () => {
  test('every page is a view, and every view has its page', () => {
    expect(pages('src/app').sort()).toEqual([...VIEWS].sort());
  });

  test('what names a record is read as it was, whatever its letters', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), (id) => {
        for (const of of [benchAt, ladderAt, practiceAt, takeAt])
          expect(read(of(id)).searchParams.get('exercise')).toBe(id);
        for (const of of [studentAt, lessonSheetAt]) expect(read(of(id)).searchParams.get('player')).toBe(id);
      }),
    );
    expect(practiceAt('a', 'probe')).toBe('/practice?exercise=a&mode=probe');
    expect(practiceAt('a')).not.toContain('mode');
  });

  test('addresses of before lead to those of today, with what else was asked', () => {
    expect(moved('/bench/a-1')).toBe('/bench?exercise=a-1');
    expect(moved('/practice/a?mode=lesson')).toBe('/practice?exercise=a&mode=lesson');
    expect(moved('/students/p')).toBe('/students/one?player=p');
    expect(moved('/students/p/sheet')).toBe('/students/sheet?player=p');
    expect(moved('/take/a%20b')).toBe('/take?exercise=a+b');
  });

  test('addresses of today, and of nothing, stay', () => {
    for (const view of VIEWS) expect(moved(view)).toBeNull();
    for (const address of [
      '/bench?exercise=a',
      '/nothing/a',
      '/bench/a/b',
      '/students/p/q',
      '/bench/%E0',
      '/week/x',
    ])
      expect(moved(address)).toBeNull();
  });
});

describe('under a path of its own', () => {
  afterEach(() => {
    vi.unstubAllEnvs();
    vi.resetModules();
  });
  const built = (prefix: string) => {
    vi.stubEnv('YARDFELL_PREFIX', prefix);
    vi.resetModules();
    return import('./addresses');
  };

  test.each(['', '/yardfell', '/music/a.b~c'])(
    '“%s”: each path of ours is told from all others',
    async (prefix) => {
      const { under, ownPath, VIEWS: views } = await built(prefix);
      for (const path of [...views, '/api/demo', '/offline.js']) {
        expect(under(path).startsWith(prefix || '/')).toBe(true);
        expect(under(path).length === 1 || !under(path).endsWith('/')).toBe(true);
        expect(ownPath(under(path))).toBe(path);
      }
      if (prefix === '') return;
      for (const other of ['/', '/bench', `${prefix}y/bench`, `/x${prefix}`])
        expect(ownPath(other)).toBeNull();
      // The folder that all is in is the first view too.
      expect(ownPath(`${prefix}/`)).toBe('/');
    },
  );
});
