/** A file from a teacher or a student, as it is taken in. */
import { counted, ME, type Parcel, type Project } from '@/core';
import {
  database,
  keepPracticeSettings,
  keepViewSettings,
  readPlayers,
  selfOf,
  type DatabaseHandle,
} from '@/storage';
import { becomeStudent, type Moved } from '@/storage/parcels';

/** Who a file is for, and what is known here of that. */
export interface Arrival {
  readonly parcel: Parcel;
  readonly name: string;
  /** This browser may be the student's: it is for a student, and belongs to nobody yet. */
  readonly mayBecome: boolean;
  /** It most likely is: nobody but “me” is here. */
  readonly isLikely: boolean;
  /** It is already. */
  readonly isOwn: boolean;
}

/** Who a file is for; null: nobody in particular. */
export async function arrivalOf(project: Project, db: DatabaseHandle = database()): Promise<Arrival | null> {
  const { parcel, players } = project;
  if (!parcel) return null;
  const [self, here] = await Promise.all([selfOf(db), readPlayers(db)]);
  const others = here.filter(({ id }) => id !== ME && id !== parcel.playerId);
  return {
    parcel,
    name: [...players, ...here].find(({ id }) => id === parcel.playerId)?.name || 'a student',
    mayBecome: parcel.to === 'student' && self === null,
    isLikely: others.length === 0,
    isOwn: self === parcel.playerId,
  };
}

/** What came of becoming a student, in words. */
const movedText = (name: string, { runs, others, left }: Moved): string => {
  const moved = [
    ...(runs > 0 ? [counted(runs, 'run')] : []),
    ...(others > 0 ? [`${others} other ${others === 1 ? 'record' : 'records'}`] : []),
  ];
  const what = moved.length > 0 ? ` What “Me” had is ${name}’s now: ${moved.join(' and ')}.` : '';
  const stays =
    left > 0
      ? ` ${left} of “Me” ${left === 1 ? 'stays' : 'stay'} with it, because ${name} has the same from the teacher.`
      : '';
  return `This browser is ${name}’s from now on.${what}${stays}`;
};

/** Makes this browser the student's, with the student's view and the warm-up that came. @returns what came of it, in words. */
export async function becomeOf({ parcel, name }: Arrival, db: DatabaseHandle = database()): Promise<string> {
  const moved = await becomeStudent(db, parcel.playerId);
  await keepViewSettings(db, { isStudents: true });
  await takeWarmUp(parcel, db);
  return movedText(name, moved);
}

/** Takes over the warm-up that came with a file. */
export async function takeWarmUp({ warmUp }: Parcel, db: DatabaseHandle = database()): Promise<void> {
  if (warmUp.length > 0) await keepPracticeSettings(db, { warmUp });
}
