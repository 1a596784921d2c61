/** Taking files into the library, and what is said about each. What needs a decision is asked before anything is kept. */
import { benchAt, studentAt } from '@/addresses';
import { counted, type Exercise, type ImportPlan, type Project } from '@/core';
import type { FileReading, ForeignPart, TakeRecording } from '@/core/formats';
import {
  addExercise,
  addExercises,
  database,
  importProject,
  newId,
  readImportPlan,
  type ImportChoice,
  type ImportSummary,
} from '@/storage';
import type { Arrival } from './parcels/taking';
import { failureText, told } from './perform';
import { recordParts } from './records';
import { undoOf } from './undoing';

/** Longest name of a file that is kept. */
const NAME_LENGTH = 300;

/** A question about a file: which of its parts, or what becomes of records that are here in other versions. */
export type Question =
  | {
      readonly kind: 'parts';
      readonly name: string;
      readonly format: string;
      readonly parts: readonly ForeignPart[];
    }
  | {
      readonly kind: 'project';
      readonly name: string;
      readonly project: Project;
      readonly plan: ImportPlan;
      /** Into an empty library a backup comes back just as it was. */
      readonly isEmpty: boolean;
      /** Whom it is for; null: nobody in particular. */
      readonly arrival: Arrival | null;
      readonly recordings: readonly TakeRecording[];
    };

/** What was decided; null: nothing is taken. */
export type Answer =
  | { readonly kind: 'parts'; readonly parts: readonly ForeignPart[] }
  | {
      readonly kind: 'project';
      readonly choices: ReadonlyMap<string, ImportChoice>;
      readonly withSettings: boolean;
      /** This browser is from now on that of the student whom the file is for. */
      readonly becomes: boolean;
    }
  | null;

/** Asks, and gives what was decided. */
export type Ask = (question: Question) => Promise<Answer>;

/** What came of a file: something that can be opened, by its place, something else that was added, or nothing. */
type Outcome = { readonly opened: string } | 'added' | 'nothing';

/** What taking a project in came to, in words. */
export function summaryText(summary: ImportSummary): string {
  const { added, same, copied, replaced, kept, beside, gone, deletedHere, others } = summary;
  const came = recordParts({ exercises: added, ...others });
  const parts = [
    came.length > 0 ? `${came.join(', ')} added` : 'Nothing new',
    same > 0 ? `${same} already here` : '',
    replaced > 0 ? `${replaced} replaced by the newer or chosen version` : '',
    copied > 0 ? `${copied} different from what is here, kept as copies` : '',
    kept > 0 ? `${kept} kept as they are here` : '',
    beside > 0 ? `${beside} in two versions, to be settled under Files` : '',
    gone > 0 ? `${gone} deleted, as where the file comes from` : '',
    deletedHere > 0 ? `${deletedHere} that you deleted stay deleted, on the shelf` : '',
  ];
  return `${parts.filter((part) => part !== '').join(', ')}.`;
}

/** Whether a project needs a word before it is taken: other versions are here, or it is a backup. */
export function needsQuestion(plan: ImportPlan, project: Project): boolean {
  return (
    project.backup !== null ||
    project.parcel !== null ||
    plan.differences.some(({ order }) => order !== 'newer')
  );
}

const arriving = () => import('./parcels/taking');

async function takeProject(
  name: string,
  { project, recordings = [], leftOut = [] }: Extract<FileReading, { kind: 'project' }>,
  ask: Ask,
): Promise<Outcome> {
  const db = database();
  const { plan, isEmpty } = await readImportPlan(db, project);
  const arrival = project.parcel && (await (await arriving()).arrivalOf(project));
  const answer = needsQuestion(plan, project)
    ? await ask({ kind: 'project', name, project, plan, isEmpty, arrival, recordings })
    : ({ kind: 'project', choices: new Map(), withSettings: false, becomes: false } as const);
  if (answer?.kind !== 'project') {
    told(`“${name}” was not imported. Nothing was changed.`);
    return 'nothing';
  }
  const summary = await importProject(db, project, `Import “${name}”`, { ...answer, name });
  const text = `“${name}”: ${summaryText(summary)}`;
  try {
    const hasSounds = recordings.length + leftOut.length > 0;
    const sounds = hasSounds
      ? ` ${await (await import('./parcels/recordings')).keepRecordings(recordings, leftOut)}`
      : '';
    if (arrival && answer.becomes) {
      told(`${text}${sounds} ${await (await arriving()).becomeOf(arrival)}`);
      return { opened: '/week' };
    }
    if (arrival?.isOwn) await (await arriving()).takeWarmUp(arrival.parcel);
    told(`${text}${sounds}`, undoOf(summary.entry));
  } catch (error) {
    // The records are taken by now, whatever becomes of what goes with them.
    told(
      `${text} ${failureText('The rest of it', error, 'What is named here is kept.')}`,
      undoOf(summary.entry),
    );
  }
  if (arrival) return { opened: arrival.isOwn ? '/week' : studentAt(arrival.parcel.playerId) };
  return summary.entry === null ? 'nothing' : 'added';
}

const remarksText = (remarks: readonly string[]) =>
  remarks.length === 0
    ? ''
    : ` ${remarks.length === 1 ? 'One remark on it stands' : `${remarks.length} remarks on it stand`} under Notes on the Bench.`;

const withOrigin = (name: string, { exercise, remarks }: ForeignPart): Exercise => ({
  ...exercise!,
  origin: { file: name.slice(0, NAME_LENGTH), remarks },
});

async function takeParts(name: string, format: string, parts: readonly ForeignPart[]): Promise<Outcome> {
  const [first, ...others] = parts;
  if (!first) {
    told(`“${name}”: no part was chosen. Nothing was imported.`);
    return 'nothing';
  }
  if (others.length > 0) {
    const exercises = parts.map((part) => ({ id: newId(), exercise: withOrigin(name, part) }));
    const entry = await addExercises(database(), exercises, `Import “${name}”`);
    told(`“${name}”, read as ${format}: ${counted(parts.length, 'part')} are in the library.`, undoOf(entry));
    return 'added';
  }
  const exercise = withOrigin(name, first);
  const { id, entry } = await addExercise(database(), exercise, `Import “${name}”`);
  const text = `“${name}”, read as ${format}: “${exercise.title}” is in the library.`;
  told(`${text}${remarksText(first.remarks)}`, undoOf(entry));
  return { opened: benchAt(id) };
}

async function take(file: File, ask: Ask): Promise<Outcome> {
  const { name } = file;
  try {
    const [{ isZip, MAX_FILE_BYTES, MAX_ZIP_BYTES }, { readFileInWorker }] = await Promise.all([
      import('@/core/formats'),
      import('@/workers'),
    ]);
    const most = isZip(new Uint8Array(await file.slice(0, 2).arrayBuffer())) ? MAX_ZIP_BYTES : MAX_FILE_BYTES;
    if (file.size > most) {
      told(`“${name}” is larger than ${most / 1_000_000} MB. Nothing was imported.`);
      return 'nothing';
    }
    const reading = await readFileInWorker(name, new Uint8Array(await file.arrayBuffer()));
    if (reading.kind === 'project') return await takeProject(name, reading, ask);
    if (reading.kind === 'refusedProject') {
      const [first, ...others] = reading.problems;
      const where = first?.path ? ` (${first.path})` : '';
      const more = others.length > 0 ? ` And ${others.length} more.` : '';
      told(`“${name}”: ${first?.message ?? 'It could not be read.'}${where}${more}`);
      return 'nothing';
    }
    const { exercise, format, remarks, parts } = reading;
    if (!exercise) {
      told(`“${name}”: ${remarks.join(' ')}`);
      return 'nothing';
    }
    if (!parts) return await takeParts(name, format, [{ name: exercise.title, exercise, remarks }]);
    const answer = await ask({ kind: 'parts', name, format, parts });
    return await takeParts(name, format, answer?.kind === 'parts' ? answer.parts : []);
  } catch (error) {
    told(failureText(`Importing “${name}”`, error, 'Nothing was changed.'));
    return 'nothing';
  }
}

/** Takes files one after the other, each whole or not at all. What came of one alone is then opened, by its place. */
export async function importFiles(
  files: readonly File[],
  ask: Ask,
  open: (place: string) => void,
): Promise<void> {
  const outcomes: Outcome[] = [];
  for (const file of files) outcomes.push(await take(file, ask));
  const [first] = outcomes;
  if (outcomes.length === 1 && typeof first === 'object') open(first.opened);
}
