/** What is kept beside the records: settings, sittings and other notes of this browser, by key. */
import {
  type ClickPattern,
  type Climb,
  type Exercise,
  type LadderStep,
  type PlayPlace,
  type Schools,
  type Parcel,
  type SiblingRecord,
  type TableName,
} from '@/core';
import type { HandSchool } from '@/core/fretting';

export interface SoundSettings {
  /** 0–1. */
  readonly volume: number;
  readonly click: boolean;
  readonly notes: boolean;
  readonly countInBars: number;
  /** A click of its own for each stroke. */
  readonly strokes: boolean;
  /** A voice for each kind of change. */
  readonly kinds: boolean;
  /** Strokes are called where there is room for a word. */
  readonly called: boolean;
}

/** How things are said and drawn. */
export interface ViewSettings extends Schools {
  /** The lane shows the strings as the guitar hangs, the thickest on top; else as tab is read. */
  readonly thickOnTop: boolean;
  /** Fingers that are worked out stand in the lane beside those that are set. */
  readonly workedFingers: boolean;
  /** By which school they are worked out. */
  readonly handSchool: HandSchool;
  /** Single letters, digits and signs act outside of the lane too. */
  readonly singleKeys: boolean;
  /** What only a teacher needs is out of the way. */
  readonly isStudents: boolean;
}

export type Paper = 'a4' | 'letter';

export interface HandoutSettings {
  readonly paper: Paper;
  readonly notes: boolean;
  readonly ladder: boolean;
  readonly room: boolean;
  /** Each exercise begins a page. */
  readonly pageEach: boolean;
  /** Whom it is for stands at the head. */
  readonly forWhom: boolean;
  /** In words for whoever does not know the trade's. */
  readonly plainly: boolean;
  /** A figure that is moved stands there once, with where it goes in words. */
  readonly short: boolean;
  /** A code that opens the exercise on a phone. */
  readonly code: boolean;
}

/** How long sound takes out of this computer and in again, as measured with an earpiece at the microphone. */
export interface MeasuredDelay {
  readonly seconds: number;
  /** What the browser said of the loudspeaker then: another one is told by it. */
  readonly outputSeconds: number;
  /** Which microphone it was. */
  readonly device: string;
}

/** A part of the warm-up. */
export interface WarmUpItem {
  readonly text: string;
  readonly minutes: number;
}

export interface PracticeSettings {
  readonly clicks: ClickPattern;
  /** After the rest the next run begins by itself. */
  readonly goesOn: boolean;
  /** What was heard by measure is taken as the verdict after a pause. */
  readonly takesHeard: boolean;
  /** The pick in motion is shown beside the lane. */
  readonly showsPick: boolean;
  /** Keys that pedals send; null: none was learnt. */
  readonly pedals: { readonly clean: string; readonly notClean: string };
  readonly warmUp: readonly WarmUpItem[];
}

export interface JudgingSettings {
  /** Older runs count half as much after so many days; null: all count, and the hand may have drifted since. */
  readonly halfLifeDays: number | null;
}

/** `lesson`: the teacher judges, without a ladder; `probe`: upward from slow to find the start. */
export type PracticeMode = 'ladder' | 'lesson' | 'probe';

/** How much was played of a run that waits for its verdict. */
export interface PlayedRun {
  /** Passes that were played to their end. */
  readonly passes: number;
  /** The pass under way, where there is one: stopped in it, or gone on with, as in a lesson. */
  readonly under: { readonly place: PlayPlace; readonly isStopped: boolean } | null;
  /** The tempo it was played at, its mean where it climbed. */
  readonly bpm: number;
  /** Passes that a whole run would have had; null: it has no end. */
  readonly wanted: number | null;
}

/** A run that waits for its verdict, with all that judging it needs: the notes are as they were played, whatever they have become since. */
export interface WaitingRun {
  readonly played: PlayedRun;
  /** As it was played. */
  readonly exercise: Exercise;
  /** Slots a beat. */
  readonly subdivision: number;
  readonly step: LadderStep;
  /** The tempo it began at. */
  readonly bpm: number;
  /** Passes before this one belong to an earlier verdict or to another tempo. */
  readonly fromPass: number;
}

/** Where a sitting stands on an exercise, in one of the ways to practise it. */
export interface Standing {
  readonly climb: Climb;
  /** The tempo where there is no ladder. */
  readonly bpm: number;
  /** Absent: no run waits. */
  readonly waiting?: WaitingRun;
}

/** Something that was said, and where the sitting stood before: what undo goes back to. */
export interface Said {
  /** The exercise and the way. */
  readonly key: string;
  /** Of the run or the sign that was kept. */
  readonly id: string;
  readonly kind: 'verdict' | 'tight' | 'pain';
  readonly before: Standing;
  /** What a verdict was about. */
  readonly played: PlayedRun | null;
}

/** A sitting: a day's practice, of one exercise or of several. */
export interface PracticeSitting {
  readonly id: string;
  readonly playerId: string;
  /** ISO 8601. */
  readonly startedAt: string;
  /** Its local day. */
  readonly day: string;
  /** When something was last said in it, in milliseconds since 1970. */
  readonly lastMs: number;
  /** Warming up is done. */
  readonly isWarm: boolean;
  readonly tights: number;
  /** By exercise and way (`standingKey`). */
  readonly standings: Readonly<Record<string, Standing>>;
  /** Oldest first. */
  readonly said: readonly Said[];
  /** The exercise and way that is under way; null: the last was ended. */
  readonly open: string | null;
  /** Signs of pain of this day that were asked about, and practised on after. */
  readonly painSeen: readonly string[];
}

/** How much of an exercise a session holds: minutes by the clock, or runs. */
export type SessionBox = { readonly minutes: number } | { readonly runs: number };

/** An exercise of a session, with how much of it was done. */
export interface SessionItem {
  readonly exerciseId: string;
  readonly box: SessionBox;
  /** It comes back: its first run is the check, played cold. */
  readonly isDue: boolean;
  readonly doneMs: number;
  readonly doneRuns: number;
  /** Done before its box was full, by choice. */
  readonly isLeft: boolean;
}

/** Several exercises to be practised, one after the other or by turns; it outlives the sitting and its day. */
export interface PracticeSession {
  readonly playerId: string;
  readonly items: readonly SessionItem[];
  /** Each until its box is full, or in three shorter turns. */
  readonly order: 'blocked' | 'by turns';
  /** The item that is on. */
  readonly at: number;
  /** Done in the turn that is on. */
  readonly turnMs: number;
  readonly turnRuns: number;
  /** When its time was last counted, in milliseconds since 1970; null: it is not running. */
  readonly sinceMs: number | null;
}

/** What is known of backups; kept in this browser. */
export interface BackupState {
  /** The folder that was chosen; null: none. */
  readonly folder: FileSystemDirectoryHandle | null;
  readonly folderName: string;
  /** When all was last written to the folder or exported, in milliseconds since 1970; null: never. */
  readonly lastMs: number | null;
  /** The same for people, with the local offset. */
  readonly lastAt: string;
  readonly lastWay: 'folder' | 'export' | null;
  /** Why the last try failed; empty: it did not. */
  readonly fault: string;
  /** When the reminder was put off last. */
  readonly putOffMs: number;
}

/** Tables whose records the project file's schema describes. */
export type CheckedTable = TableName | 'passages';

/** A record that the schema refuses. */
export interface Damaged {
  readonly table: CheckedTable;
  /** Of a passage its hash. */
  readonly id: string;
  readonly title: string;
  readonly why: string;
}

/** Damaged records, and in which version of the data they were looked for. */
export interface KnownDamage {
  readonly version: number;
  readonly damaged: readonly Damaged[];
}

/** What of a student's weeks was given out as calendars, so that a second one moves events, and calls off what falls away. */
export interface GivenCalendars {
  /** Of the last one; each is higher than the one before. */
  readonly sequence: number;
  /** Sessions given out of each week, by its Monday. */
  readonly sessions: Readonly<Record<string, number>>;
}

/** Another version of a record, under the text of its counts. */
export interface KeptSibling extends SiblingRecord {
  readonly key: string;
}

/** A file that was given out. */
export interface GivenFile {
  readonly id: string;
  readonly at: string;
  readonly name: string;
  readonly to: Parcel['to'];
  readonly playerId: string;
  /** What was in it, in words. */
  readonly what: string;
}

/** Groups of settings are kept as they were set last: a group may lack what was added to it since. */
export interface MetaValues {
  readonly sound: Partial<SoundSettings>;
  readonly view: Partial<ViewSettings>;
  readonly handout: Partial<HandoutSettings>;
  readonly practice: Partial<PracticeSettings>;
  readonly judging: Partial<JudgingSettings>;
  readonly backup: Partial<BackupState>;
  /** The student of the moment. */
  readonly currentPlayer: string;
  /** The exercise that was open last. */
  readonly lastExercise: string;
  /** Whose browser this is, where a student has said so. */
  readonly self: string;
  /** What was given out, the latest first. */
  readonly given: readonly GivenFile[];
  /** Never leaves this browser, as the devices do not. */
  readonly delay: MeasuredDelay;
  /** Never leaves this browser. */
  readonly deviceId: string;
  /** Where identifiers are seeded: how often it was opened. */
  readonly openings: number;
  /** The demo library was loaded once. */
  readonly demoOffered: true;
  /** The first steps were taken, or not wanted. */
  readonly firstStepsAnswered: true;
  /** Days must be added up anew. */
  readonly staleDays: true;
  /** Records that the schema refuses, as they were found. */
  readonly damage: KnownDamage;
  /** A tab that is open; one that is left over was killed. */
  readonly [tab: `tab:${string}`]: true;
  /** Where a student stands in practice. */
  readonly [sitting: `sitting:${string}`]: PracticeSitting;
  /** The session that a student has begun; null: none. */
  readonly [session: `session:${string}`]: PracticeSession | null;
  /** What of a student's weeks was given out as calendars. */
  readonly [calendar: `calendar:${string}`]: GivenCalendars;
}

export type MetaKey = keyof MetaValues;

export interface MetaRecord {
  readonly key: MetaKey;
  readonly value: unknown;
}

/** Beside the demo library: the name of the student on whom it opens. */
export const DEMO_STUDENT_HEADER = 'Yardfell-Student';
