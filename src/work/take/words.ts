/** What a take says, in words. */
import {
  capital,
  counted,
  KIND_NAMES,
  noteById,
  type ChangeKind,
  type NotJudged,
  type TakeRecord,
} from '@/core';
import type { MeasuredDelay } from '@/storage';
import { isSaid, noteIdOf, type GroupLateness, type KindLateness, type TakeReport } from '@/core/take';
import type { DelayState } from './delay';
import type { CheckedTake } from './desk';
import type { Movement } from './kept';
import type { WorstChange } from './worst';

/** Milliseconds as they are said: whole ones, below ten with a tenth. */
export const msText = (ms: number): string => {
  const size = Math.abs(ms);
  return size < 9.95 ? size.toFixed(1).replace(/\.0$/, '') : String(Math.round(size));
};

/** “6 ms late, between 4 and 8”. */
export function latenessText({ meanMs, low, high }: KindLateness): string {
  const side = meanMs >= 0 ? 'late' : 'early';
  const [from, to] = meanMs >= 0 ? [low, high] : [-high, -low];
  const of = (ms: number) => (ms < 0 ? `${msText(ms)} ${side === 'late' ? 'early' : 'late'}` : msText(ms));
  return `${msText(meanMs)} ms ${side}, between ${of(from)} and ${of(to)}`;
}

/** Notes after a kind of change, by the name of the change in the plural. */
const CHANGES: Readonly<Record<ChangeKind, string>> = {
  alternate: 'notes that alternate on one string',
  repeat: 'repeated strokes',
  outside: 'outside changes',
  inside: 'inside changes',
  sweep: 'sweeps',
  backtrack: 'changes against the grain',
};
/** A kind of change in the plural. */
export const changesName = (change: ChangeKind): string => CHANGES[change];

/** Why a take is not judged, and how to record better. */
export const NOT_JUDGED_TEXT: Readonly<Record<NotJudged, string>> = {
  silence:
    'The recording is silent. Look at the level while you play: the microphone may be off or another one.',
  'nothing of it was heard':
    'Nothing of the exercise was heard in it. Record nearer to the instrument, or say where in the recording it starts.',
  'too much beside the notes':
    'Too much beside the notes was heard, so nothing is said of them: strings that ring into each other, or a noisy room. Damp what is not played, record nearer, with less drive.',
  'another exercise':
    'What was played is not this exercise, or not at this tempo: choose the exercise and the tempo that were played.',
  'too uneven to tell':
    'It was played so unevenly that neighbours cannot be told apart for sure. Play it slower, then check again.',
};

const HAPPENED = {
  missing: (n: number) => `${counted(n, 'note')} missing`,
  wrong: (n: number) => `${n} wrong`,
  bunched: (n: number) => `${n} bunched`,
  extra: (n: number) => `${n} too many`,
};

/** How many notes were not as they should be, in words; empty where all were. */
export function faultsText({ notes, extras }: Pick<TakeReport, 'notes' | 'extras'>): string {
  const of = (state: string) => notes.filter((note) => note.state === state).length;
  const all = [
    ['missing', of('missing')],
    ['wrong', of('wrong')],
    ['bunched', notes.filter(({ bunched }) => bunched).length],
    ['extra', extras.length],
  ] as const;
  return all
    .filter(([, n]) => n > 0)
    .map(([what, n]) => HAPPENED[what](n))
    .join(', ');
}

/** The verdict in one sentence: what comes early or late for sure, and what is not as it should be. */
export function verdictText(report: TakeReport): string {
  if (report.state === 'not judged') return NOT_JUDGED_TEXT[report.why!];
  const late = report.kinds.filter((kind) => isSaid(kind, report.driven));
  const kinds =
    late.length > 0
      ? late
          .map((kind) => `${changesName(kind.change)} come ${latenessText(kind)} (${kind.n} of them)`)
          .join('; ')
      : report.kinds.length > 0
        ? 'no kind of change comes early or late'
        : 'too few string changes to say whether a kind comes late';
  const faults = faultsText(report);
  return `${capital(kinds)}; ${faults === '' ? 'every note is there and right' : faults}.`;
}

/** How the tempo went, in words. */
export function driftText({ slower, breaks }: Pick<TakeReport, 'slower' | 'breaks'>): string {
  const percent = Math.abs(slower * 100);
  const drift =
    percent < 0.3
      ? 'The tempo was held'
      : `It was played ${percent.toFixed(1)} % ${slower > 0 ? 'slower' : 'faster'} than the plan`;
  return breaks.length === 0
    ? `${drift}.`
    : `${drift}; broken off ${breaks.length === 1 ? 'once' : `${breaks.length} times`}.`;
}

/** How even it was, down and up apart. */
export function spreadText({ spreadMs }: Pick<TakeReport, 'spreadMs'>): string {
  if (!spreadMs) return 'Too few notes to say how even it was.';
  const { all, down, up } = spreadMs;
  const apart = down !== null && up !== null ? ` (downstrokes ${msText(down)}, upstrokes ${msText(up)})` : '';
  return `Two notes in three lie within ${msText(all)} ms of their place${apart}.`;
}

/** How many notes ring on into the next string; null: it cannot be told. */
export const ringingText = ({ ringing }: Pick<TakeReport, 'ringing'>): string | null => {
  if (!ringing) return null;
  const { told, on } = ringing;
  const of = `into the next string, of ${told} where it can be told`;
  if (on === 0) return `No note rings on ${of}.`;
  const rings = `${counted(on, 'note')} ${on === 1 ? 'rings' : 'ring'} on ${of}`;
  return `${rings}: damp each string before the next is struck.`;
};

/** How it lies beside the clicks, where that is known. */
export const behindText = ({ behindClicksMs }: Pick<TakeReport, 'behindClicksMs'>): string | null =>
  behindClicksMs === null
    ? null
    : Math.abs(behindClicksMs) < 2
      ? 'It lies on the click.'
      : `It lies ${msText(behindClicksMs)} ms ${behindClicksMs > 0 ? 'behind' : 'before'} the click.`;

/** Of the other ways of sorting only what is sure. */
export const saidGroups = ({ groups, driven }: TakeReport): GroupLateness[] =>
  groups.filter((group) => isSaid(group, driven)).sort((a, b) => Math.abs(b.meanMs) - Math.abs(a.meanMs));

/** What this take cannot tell. */
export function untold(report: TakeReport): string[] {
  return [
    'which string a note was played on where the pitch is the same, and the direction of the stroke',
    'a wrong note an octave or a fifth away',
    ...(report.behindClicksMs === null
      ? [
          'whether the whole take lies before or behind the click: none was heard in it, and the delay was not measured',
        ]
      : []),
    ...(report.ringing ? [] : ['whether strings ring on into the next note']),
    ...(report.driven ? ['how loud each note was, and differences below 3 ms: the sound is driven'] : []),
  ];
}

const NOTE_FAULTS = { played: '', wrong: 'another pitch', missing: 'missing' } as const;

/** A note of a take in words. @param index of the notes of its plan. */
export function noteText({ plan, report, ask }: CheckedTake, index: number): string {
  const planned = plan.notes[index]!;
  const { deviationMs, state, bunched, ringsOn, loudnessDb } = report.notes[index]!;
  const note = noteById(ask.exercise.passage, noteIdOf(planned.id));
  const place = note ? `string ${note.string} fret ${note.dead ? 'dead' : note.fret}` : '';
  const change = planned.change ? `, ${KIND_NAMES[planned.change]}` : '';
  const late =
    deviationMs === null
      ? ''
      : Math.abs(deviationMs) < 0.5
        ? ', in its place'
        : `, ${msText(deviationMs)} ms ${deviationMs > 0 ? 'late' : 'early'}`;
  const loud =
    loudnessDb === undefined || Math.abs(loudnessDb) < 3
      ? ''
      : `, ${Math.round(loudnessDb)} dB beside others of its pitch`;
  return `Note ${index + 1}: ${place}${change}${late}${bunched ? ', bunched' : ''}${ringsOn ? ', rings on into the next' : ''}${NOTE_FAULTS[state] ? `, ${NOTE_FAULTS[state]}` : ''}${loud}.`;
}

/** What was wrong with a change, in words. */
export function worstText({ meanMs, faults, times }: WorstChange): string {
  const late = Math.abs(meanMs) < 1 ? 'in time' : `${msText(meanMs)} ms ${meanMs > 0 ? 'late' : 'early'}`;
  return faults === 0
    ? `${late} in the mean of ${counted(times, 'time')}`
    : `not as it should be ${faults} of ${counted(times, 'time')}${Math.abs(meanMs) >= 1 ? `, else ${late}` : ''}`;
}

/** Milliseconds with their sign. */
export const signedMs = (ms: number) => `${ms < 0 ? '−' : '+'}${msText(ms)}`;

/** “+12 to +3 ms, moved by −9 (95 %: −14 to −4)”. */
export function movementText({ fromMs, toMs, low, high }: Movement): string {
  const isSure = low > 0 || high < 0;
  return `${signedMs(fromMs)} to ${signedMs(toMs)} ms, moved by ${signedMs(toMs - fromMs)} (95 %: ${signedMs(low)} to ${signedMs(high)})${isSure ? '' : ', which may be nothing'}`;
}

/** A kept report in a few words. */
export function keptText({ notJudged, kinds, notes, extras, driven }: TakeRecord): string {
  if (notJudged) return `not judged: ${notJudged}`;
  const sure = kinds
    .filter((kind) => isSaid(kind, driven))
    .map((kind) => `${changesName(kind.change)} ${signedMs(kind.meanMs)} ms`);
  const faults = notes.filter(({ state }) => state !== 'played').length + extras;
  return [
    ...(sure.length > 0 ? sure : ['no kind late or early']),
    ...(faults > 0 ? [counted(faults, 'fault')] : []),
  ].join(', ');
}

/** What measuring the delay of the sound says. @param kept what was measured before; null: nothing. */
export function delayText(state: DelayState, kept: MeasuredDelay | null): string {
  switch (state.phase) {
    case 'idle':
      return kept
        ? `Measured before: ${(kept.seconds * 1000).toFixed(1)} ms. It holds while microphone and loudspeaker are the same.`
        : 'Nothing was measured yet.';
    case 'opening':
      return 'Opening the microphone …';
    case 'measuring':
      return 'Listening for the chirps …';
    case 'failed':
      return state.why;
    case 'measured':
      return `The sound takes ${(state.seconds * 1000).toFixed(1)} ms out and in, the same within ${msText(Math.max(0.1, state.spreadSeconds * 1000))} ms four times. Takes with this microphone and loudspeaker are held against the click from now on.`;
  }
}
