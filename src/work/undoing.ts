/** Taking back and doing again, with what is said about it. */
import { counted, type LogEntry } from '@/core';
import { database, undoOrRedo, type Gone, type Staying, type UndoOutcome } from '@/storage';
import { attempt, noLongerSo, told, type Offer } from './perform';

const KINDS = {
  exercises: 'exercise',
  players: 'student',
  ladders: 'ladder',
  runs: 'run',
  signs: 'sign',
  lessons: 'lesson',
  weeks: 'week',
  takes: 'take',
} as const;

function goneText({ table, title, notes, runs }: Gone): string {
  const named = title === '' ? `a ${KINDS[table]}` : `“${title}”`;
  if (table !== 'exercises') return named;
  const parts = [counted(notes, 'note'), ...(runs > 0 ? [`${counted(runs, 'run')} in the logbook`] : [])];
  return `${named} (${parts.join(', ')})`;
}

const NAMED = 3;

/** What stayed of a file that was taken back, in words. */
function staysText(stays: readonly Staying[]): string {
  const named = stays.slice(0, NAMED).map(({ table, title, why }) => {
    const what = title === '' ? `a ${KINDS[table]}` : `“${title}”`;
    return `${what} (${why === 'changed' ? 'changed here since' : 'in use here'})`;
  });
  const more = stays.length > NAMED ? ` and ${stays.length - NAMED} more` : '';
  return `What is in use stays: ${named.join(', ')}${more}.`;
}

/** What undo or redo came to, in words. */
export function undoText(came: UndoOutcome | null, way: 'undo' | 'redo'): string {
  if (!came) return way === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.';
  const { entry, gone, stays, wasSo } = came;
  const done = `${way === 'undo' ? 'Undone' : 'Done again'}: ${entry.label}.`;
  const already = wasSo ? ' A part of it was so already.' : '';
  if (stays.length > 0) return `${done} ${staysText(stays)}`;
  if (gone.length === 0) return `${done}${already}`;
  const [first, ...others] = gone;
  const more = others.length > 0 ? ` and ${others.length} more` : '';
  return `${done}${already} With it went ${goneText(first!)}${more}, changed since it was made; redo brings it back, and the shelf “deleted” in the Library.`;
}

/** Takes back or does again, and tells what it came to; where something went with it, doing it again is offered. */
async function undoAndTell(scope: string, way: 'undo' | 'redo', entryId?: string): Promise<void> {
  const came = await undoOrRedo(database(), scope, way, entryId);
  if (came) noLongerSo(came.entry.id);
  const back = came && came.gone.length > 0 ? came.entry : null;
  const offer: Offer | undefined = back
    ? {
        name: 'Redo',
        about: back.id,
        run: () => attempt('Redo', () => undoAndTell(back.scope, 'redo', back.id)),
      }
    : undefined;
  told(undoText(came, way), offer);
}

/** Takes back the last action of a scope, or does the next undone one again. */
export function undoIn(scope: string, way: 'undo' | 'redo'): void {
  attempt(way === 'undo' ? 'Undo' : 'Redo', () => undoAndTell(scope, way));
}

/** The offer to take back one action: that very one, whatever was done since. */
export function undoOf(entry: LogEntry | null): Offer | undefined {
  if (!entry) return undefined;
  const run = () => attempt('Undo', () => undoAndTell(entry.scope, 'undo', entry.id));
  return { name: 'Undo', about: entry.id, run };
}
