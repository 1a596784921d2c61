'use client';
/** Taking files into the library, and what is said about each. */
import type { Exercise, Project } from '@/core';
import { addExercise, database, importProject } from '@/storage';
import { say } from '@/ui/controls/say';

/** What came of a file: an exercise that can be opened, something else that was added, or nothing. */
type Outcome = { readonly opened: string } | 'added' | 'nothing';

/** Longest name of a file that is kept. */
const NAME_LENGTH = 300;

/** What is offered with a message: to take back what it tells of. */
interface Action {
  readonly name: string;
  readonly run: () => void;
}

async function takeProject(name: string, project: Project, undo: Action): Promise<Outcome> {
  const { added, same, copied } = await importProject(database(), project, `Import “${name}”`);
  const parts = [
    `${added} added`,
    same > 0 ? `${same} already here` : '',
    copied > 0 ? `${copied} different from what is here, kept as copies` : '',
  ].filter((part) => part !== '');
  say(`“${name}”: ${parts.join(', ')}.`, added + copied > 0 ? undo : undefined);
  return added + copied > 0 ? 'added' : 'nothing';
}

async function takeExercise(
  name: string,
  format: string,
  exercise: Exercise,
  remarks: readonly string[],
  undo: Action,
): Promise<Outcome> {
  const origin = { file: name.slice(0, NAME_LENGTH), remarks };
  const id = await addExercise(database(), { ...exercise, origin }, `Import “${name}”`);
  const left =
    remarks.length === 0
      ? ''
      : ` ${remarks.length === 1 ? 'One remark on it stands' : `${remarks.length} remarks on it stand`} under Notes on the Bench.`;
  say(`“${name}”, read as ${format}: “${exercise.title}” is in the library.${left}`, undo);
  return { opened: id };
}

async function take(file: File, undo: Action): Promise<Outcome> {
  const { name } = file;
  const [{ MAX_FILE_BYTES }, { readFileInWorker }] = await Promise.all([
    import('@/core/formats'),
    import('@/workers'),
  ]);
  if (file.size > MAX_FILE_BYTES) {
    say(`“${name}” is larger than ${MAX_FILE_BYTES / 1_000_000} MB. Nothing was imported.`);
    return 'nothing';
  }
  try {
    const reading = await readFileInWorker(name, new Uint8Array(await file.arrayBuffer()));
    if (reading.kind === 'project') return await takeProject(name, reading.project, undo);
    if (reading.kind === 'refusedProject') {
      const [first, ...others] = reading.problems;
      const where = first?.path ? ` (${first.path})` : '';
      const more = others.length > 0 ? ` And ${others.length} more.` : '';
      say(`“${name}”: ${first?.message ?? 'It could not be read.'}${where}${more}`);
      return 'nothing';
    }
    const { exercise, format, remarks } = reading;
    if (exercise) return await takeExercise(name, format, exercise, remarks, undo);
    say(`“${name}”: ${remarks.join(' ')}`);
    return 'nothing';
  } catch (error) {
    say(`“${name}” could not be imported: ${(error as Error).message} Nothing was changed.`);
    return 'nothing';
  }
}

/** Takes files one after the other, each whole or not at all. One exercise alone is then opened. */
export async function importFiles(
  files: Iterable<File>,
  undo: Action,
  open: (id: string) => void,
): Promise<void> {
  const all = [...files];
  const outcomes: Outcome[] = [];
  for (const file of all) outcomes.push(await take(file, undo));
  const [first] = outcomes;
  if (outcomes.length === 1 && typeof first === 'object') open(first.opened);
}
