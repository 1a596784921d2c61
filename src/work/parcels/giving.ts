/** Giving a student what was prepared, and giving the record back: what is in the file is told before it goes. */
import { bareRecord, counted, type PlayerRecord, type Project } from '@/core';
import { standing, weekOf } from '@/core/record';
import {
  addPlayer,
  changePlayer,
  database,
  newId,
  practiceSettings,
  readAllLadders,
  readLessons,
  type DatabaseHandle,
} from '@/storage';
import type { TakeRecording } from '@/core/formats';
import { becomeStudent, noteGiven, recordParcel, studentParcel } from '@/storage/parcels';
import { fileName, type Ways } from '../givingOne';
import { told } from '../perform';
import { openWeek } from '../week/opening';
import { writeWeek } from '../week/planning';
import { standingLesson } from '../students/tasks';

/** An exercise that can go with a file. */
export interface Givable {
  readonly id: string;
  readonly title: string;
  /** It is in the student's week, was set, or has a ladder of theirs. */
  readonly isTheirs: boolean;
}

/** The exercises that a student can be given: theirs first. */
export async function givable(
  player: PlayerRecord,
  today: string,
  db: DatabaseHandle = database(),
): Promise<Givable[]> {
  const [open, lessons, ladders] = await Promise.all([
    openWeek(db, player, weekOf(today), today),
    readLessons(db, player.id),
    readAllLadders(db),
  ]);
  const set = standingLesson(lessons, today)?.set ?? [];
  const { read, content } = open;
  const theirs = new Set([
    ...content.wishes.map(({ exerciseId }) => exerciseId),
    ...set.flatMap(({ exerciseId }) => exerciseId ?? []),
    ...(ladders.get(player.id) ?? []).map(({ exerciseId }) => exerciseId),
  ]);
  const all = [...read.book.exercises.values()]
    .filter(({ archivedAt, drill }) => archivedAt === null && drill === null)
    .map(({ id, title }) => ({ id, title: title || 'Untitled', isTheirs: theirs.has(id) }));
  return all.sort(
    (one, other) => Number(other.isTheirs) - Number(one.isTheirs) || one.title.localeCompare(other.title),
  );
}

const list = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;

/** What is in a file, line by line, before it is given. @param weeks how many weeks it will hold. */
export function parcelLines(project: Project, words: string, weeks = project.weeks.length): string[] {
  const { players, exercises, ladders, runs, signs, takes, lessons, parcel } = project;
  const drills = exercises.filter(({ drill }) => drill !== null).length;
  const named = players.map(({ name }) => name || 'somebody without a name');
  const holds = [
    counted(exercises.length - drills, 'exercise'),
    ...(drills > 0 ? [counted(drills, 'drill')] : []),
    ...(ladders.length > 0 ? [counted(ladders.length, 'ladder')] : []),
    ...(weeks > 0 ? [counted(weeks, 'week')] : []),
  ];
  const practised = [
    ...(runs.length > 0 ? [counted(standing(runs).length, 'run')] : []),
    ...(signs.length > 0 ? [`${counted(signs.length, 'sign')} of the hand`] : []),
    ...(takes.length > 0 ? [counted(takes.length, 'take')] : []),
  ];
  const notes = exercises.filter(({ studentNotes }) => studentNotes.length > 0).length;
  return [
    `Named in it: ${list(named)}, with hand, goals, what to watch, and limits.`,
    `It holds ${list(holds)}${notes > 0 ? `, ${counted(notes, 'exercise')} with notes to the student` : ''}.`,
    practised.length > 0 ? `The record: ${list(practised)}.` : 'No record of practice is in it.',
    lessons.length > 0 ? counted(lessons.length, 'lesson') : 'The lesson book is not in it.',
    ...(parcel && parcel.warmUp.length > 0
      ? [
          `The warm-up: ${counted(parcel.warmUp.length, 'part')}, ${counted(minutesOf(parcel.warmUp), 'minute')}.`,
        ]
      : []),
    words.trim() === '' ? 'No words from you.' : `Your words: “${words.trim()}”`,
  ];
}

const minutesOf = (parts: readonly { readonly minutes: number }[]): number =>
  parts.reduce((sum, { minutes }) => sum + minutes, 0);

/** What a student would be given now, and how many weeks: one that is only drafted is written when it is given. */
export async function previewForStudent(
  player: PlayerRecord,
  exerciseIds: readonly string[],
  today: string,
  db: DatabaseHandle = database(),
): Promise<{ readonly project: Project; readonly weeks: number }> {
  const [{ isDrafted }, { warmUp }] = await Promise.all([
    weekToGive(player, today, db),
    practiceSettings(db),
  ]);
  const project = await studentParcel(db, player.id, exerciseIds, weekOf(today), { words: '', warmUp });
  return { project, weeks: project.weeks.length + (isDrafted ? 1 : 0) };
}

async function weekToGive(player: PlayerRecord, today: string, db: DatabaseHandle) {
  const open = await openWeek(db, player, weekOf(today), today);
  return { open, isDrafted: !open.read.kept && open.content.wishes.length > 0 };
}

/** What a student is given now. A week that is only drafted is written with it. */
export async function forStudent(
  player: PlayerRecord,
  exerciseIds: readonly string[],
  words: string,
  today: string,
  db: DatabaseHandle = database(),
): Promise<Project> {
  const { open, isDrafted } = await weekToGive(player, today, db);
  if (isDrafted) await writeWeek(open, 'Begin the week', () => ({}), null, db);
  const { warmUp } = await practiceSettings(db);
  return studentParcel(db, player.id, exerciseIds, weekOf(today), { words, warmUp });
}

/** What would be given back now. @throws where nobody has said yet whose record it is. */
export const forTeacher = (
  player: PlayerRecord,
  words: string,
  db: DatabaseHandle = database(),
): Promise<Project> => recordParcel(db, player.id, { words, warmUp: [] });

/** Gives a name to “me”, so that the record is known as one student's wherever it goes. @returns the student's id. */
export async function nameMe(
  me: PlayerRecord,
  name: string,
  db: DatabaseHandle = database(),
): Promise<string> {
  const id = newId();
  await addPlayer(db, name, id);
  const { id: _, name: _n, ...said } = bareRecord(me);
  await changePlayer(db, id, said);
  await becomeStudent(db, id);
  return id;
}

/**
 * Hands over a file that was told before, and remembers it. @throws where it could not be read back.
 * @param recordings that go with it: then it is a zip.
 */
export async function give(
  project: Project,
  { download }: Pick<Ways, 'download'>,
  recordings: readonly TakeRecording[] = [],
): Promise<void> {
  const { writeProjectInWorker, zipInWorker } = await import('@/workers');
  const whole = await writeProjectInWorker(project);
  if (whole.fault !== null)
    throw new Error(`The file was written, but could not be read back (${whole.fault}), so it is not given.`);
  const { to, playerId, words } = project.parcel!;
  const who = project.players[0]?.name ?? '';
  const day = project.exportedAt.slice(0, 10);
  const isZip = recordings.length > 0;
  const base = `${fileName(to === 'student' ? `For ${who}` : `From ${who}`)} ${day}`;
  const name = `${base}.${isZip ? 'zip' : 'json'}`;
  const sounds = isZip ? ` ${counted(recordings.length, 'recording')}.` : '';
  if (isZip) download(name, await zipInWorker(whole.text, recordings, project.exportedAt), 'application/zip');
  else download(name, whole.text);
  const [, holds, record] = parcelLines(project, words);
  await noteGiven(database(), { name, to, playerId, what: `${holds} ${record}${sounds}` });
  told(
    to === 'student'
      ? `“${name}” is saved. ${who} opens it under “Import”, or drops it on the page.`
      : `“${name}” is saved. Your teacher opens it under “Import”, or drops it on the page.`,
  );
}
