/** The addresses of the views: each view is one document; which record it shows, the query says and the browser reads. */

/** Every view's path; a browser without a network keeps one document of each. */
export const VIEWS = [
  '/',
  '/bench',
  '/developers',
  '/files',
  '/handout',
  '/health',
  '/ladder',
  '/link',
  '/logbook',
  '/practice',
  '/students',
  '/students/one',
  '/students/sheet',
  '/take',
  '/week',
  '/week/sheet',
] as const;

type View = (typeof VIEWS)[number];

/** The path that the application lives under, as it was built: `/some/path`, or nothing. */
export const PREFIX = process.env.YARDFELL_PREFIX ?? '';

/** Where a path of the application is on its server: for what the framework does not address itself. */
export const under = (path: string): string => (path === '/' && PREFIX ? PREFIX : `${PREFIX}${path}`);

/** The path of ours that an address of this server means; null where it is none of ours. */
export function ownPath(pathname: string): string | null {
  if (pathname === PREFIX) return '/';
  return pathname.startsWith(`${PREFIX}/`) ? pathname.slice(PREFIX.length) : null;
}

/** What every link to this application begins with, in the browser. */
export const home = () => `${location.origin}${PREFIX}`;

const address = (view: View, asked: Record<string, string>) =>
  `${view}?${new URLSearchParams(asked).toString()}`;

/** The Bench with an exercise. */
export const benchAt = (exerciseId: string) => address('/bench', { exercise: exerciseId });

/** The Tempo ladder of an exercise. */
export const ladderAt = (exerciseId: string) => address('/ladder', { exercise: exerciseId });

/** The practice runner with an exercise, in the mode of the ladder where none is named. */
export const practiceAt = (exerciseId: string, mode = 'ladder') =>
  address('/practice', { exercise: exerciseId, ...(mode === 'ladder' ? {} : { mode }) });

/** The take check of an exercise. */
export const takeAt = (exerciseId: string) => address('/take', { exercise: exerciseId });

/** The page of a student. */
export const studentAt = (playerId: string) => address('/students/one', { player: playerId });

/** The lesson sheet of a student. */
export const lessonSheetAt = (playerId: string) => address('/students/sheet', { player: playerId });

const OF_EXERCISES: readonly string[] = ['/bench', '/ladder', '/practice', '/take'] satisfies View[];

/**
 * Where an address of before, which named its record in the path, leads now.
 * @param url its path without the prefix
 * @returns path and query, what was asked beside the record kept; null for an address of today or of nothing
 */
export function movedTo(url: Pick<URL, 'pathname' | 'search'>): string | null {
  const [, first = '', second = '', third = '', ...more] = url.pathname.split('/');
  const view = `/${first}`;
  if (second === '' || more.length > 0 || (VIEWS as readonly string[]).includes(url.pathname)) return null;
  let id;
  try {
    id = decodeURIComponent(second);
  } catch {
    return null;
  }
  const rest = url.search ? `&${url.search.slice(1)}` : '';
  if (OF_EXERCISES.includes(view) && third === '') return `${address(view as View, { exercise: id })}${rest}`;
  if (view !== '/students') return null;
  if (third === '') return `${studentAt(id)}${rest}`;
  return third === 'sheet' ? `${lessonSheetAt(id)}${rest}` : null;
}
