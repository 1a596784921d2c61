/** A group of drills: which of them fit the minutes, what they are called, and the exercises they become. */
import {
  NO_GOAL,
  titledAs,
  type DrillHands,
  type DrillStage,
  type Exercise,
  type Goal,
} from '../model/exercise';
import { BPM_DECIMALS, MAX_BPM, MIN_BPM } from '../model/tempo';
import type { Plan } from '../plan/plan';
import { pitchAt, pitchName, type Setup } from '../instrument/instrument';
import type { Transition } from '../picking/analysis';
import { capital, KIND_NAMES } from '../picking/names';
import { secondsOf } from '../time/slots';
import { sectionDrills } from './sections';
import { rhythmDrills } from './rhythms';
import { forHands, RESTS_BACK, spotOf, stagesOf, type Drill } from './stages';

export { changesPerSecond, type Drill } from './stages';

/**
 * All drills of an exercise: of one of its string changes, and of its parts where it is long. @param begins where the teacher's own parts begin, by
 * the numbers of notes; absent: cut at bars or beats.
 */
export function drillsOf(
  exercise: Exercise,
  plan: Plan,
  change: Transition | null,
  setup: Setup,
  begins: readonly number[] = [],
): Drill[] {
  const spot = change && spotOf(exercise, plan, change);
  return [
    ...(spot ? stagesOf(exercise, spot, setup) : []),
    ...sectionDrills(exercise, plan, setup, begins),
    ...rhythmDrills(exercise, setup),
  ];
}

/** The stages that are offered first, in the order in which they are given up when minutes are short. */
const FIRST_STAGES: readonly DrillStage[] = ['round', 'there and back', 'neighbours', 'stop', 'two notes'];
const MOST_CARDS = 4;
/** Less than this on one card teaches nothing: common practice, no source. */
const MINUTES_A_CARD = 1.5;

/** The drills that some minutes have room for, at most four, in the order of the ladder. */
export function fittedTo(drills: readonly Drill[], minutes: number): Drill[] {
  const room = Math.max(1, Math.min(MOST_CARDS, Math.floor(minutes / MINUTES_A_CARD)));
  const rank = ({ stage }: Drill) => {
    const at = FIRST_STAGES.indexOf(stage);
    return at < 0 ? FIRST_STAGES.length : at;
  };
  const chosen = new Set([...drills].sort((a, b) => rank(a) - rank(b)).slice(0, room));
  return drills.filter((drill) => chosen.has(drill));
}

/** Passes that fit some minutes at a tempo, at least one. */
export function passesIn(minutes: number, { passage }: Drill, bpm: number): number {
  return Math.max(
    1,
    Math.floor((minutes * 60) / secondsOf(passage.lengthTicks, bpm, passage.meter.beatTicks)),
  );
}

const HANDS_WORDS: Readonly<Record<DrillHands, string>> = {
  both: '',
  picking: ', picking hand alone',
  fretting: ', fretting hand alone',
};

const STAGE_NAMES: Readonly<Record<DrillStage, string>> = {
  'two notes': 'the two notes',
  round: 'round and round',
  'there and back': 'there and back',
  'as written, there and back': 'as written, with a rest',
  neighbours: 'with its neighbours',
  stop: 'with a stop',
  triplets: 'in triplets',
  twin: 'the same line with the other kind of change',
  section: 'section',
  join: 'join',
  'build-up': 'build-up',
  rhythm: 'rhythm',
};

/** Stages that are parts of the exercise, or all of it, and not one change of it: what it asks for is asked of them. */
const OF_THE_WHOLE: ReadonlySet<DrillStage> = new Set(['section', 'join', 'build-up', 'rhythm']);

/** What a drill is called: "with a stop, picking hand alone". */
export function drillName({ stage, hands, part }: Pick<Drill, 'stage' | 'hands' | 'part'>): string {
  return `${part === '' ? STAGE_NAMES[stage] : part}${HANDS_WORDS[hands]}`;
}

/** The title of a drill, which says what it was cut out of. @param ofWhat what stands after its name, with its comma. */
export const drillTitle = (
  { title }: Pick<Exercise, 'title'>,
  drill: Pick<Drill, 'stage' | 'hands' | 'part'>,
  ofWhat = '',
) => titledAs(`${title}:`, `${drillName(drill)}${ofWhat}`);

/** The notes of a change, as the title of its drills names them: "B4 to C5"; damped ones by their strings. */
function changeName({ passage: { notes, tuning, capo = 0 } }: Exercise, change: Transition): string {
  const [from, to] = [change.fromNote, change.toNote].map((id) => {
    const { string, fret, dead } = notes.find((note) => note.id === id)!;
    return dead ? `string ${string}` : pitchName(pitchAt(tuning, string, fret) + capo);
  });
  return `${from} to ${to}`;
}

/** The teacher's words at notes of an exercise, at the same notes of a drill of it, each once. */
function pinnedAlong({ studentNotes }: Exercise, { stage, passage, from }: Drill): Exercise['studentNotes'] {
  // Turned strokes are not those of which the words speak.
  if (stage === 'twin') return [];
  return studentNotes.flatMap((note) => {
    const its = note.pinnedTo && passage.notes.find(({ id }) => from.get(id) === note.pinnedTo);
    return its ? [{ ...note, pinnedTo: its.id }] : [];
  });
}

/** A kind of change as it is said. */
function spokenKind(kind: string): string {
  return kind.replace('backtrack', KIND_NAMES.backtrack).replace('sweep', 'a sweep');
}

/** What to know about a drill, each a sentence. */
export function drillRemarks({ stage, kinds, keepsPlace, hands, trains }: Drill): string[] {
  const { there, back } = kinds;
  const remarks: string[] = [];
  if (hands === 'fretting') return ['The picking hand rests; the fretting hand sounds the notes alone.'];
  if (OF_THE_WHOLE.has(stage)) {
    if (trains !== '') remarks.push(`${capital(trains)}.`);
    if (there !== null && stage !== 'rhythm') remarks.push(`String changes in it: ${spokenKind(there)}.`);
    return remarks;
  }
  if (stage === 'stop')
    remarks.push(
      'Stop after the exit stroke and compare the pick with the one that Pick in motion draws; the stop shortens from a beat to nothing.',
    );
  if (RESTS_BACK.has(stage)) {
    if (there !== null) remarks.push(`The change is ${spokenKind(there)}.`);
    if (back !== null && back !== there)
      remarks.push(`The way back would be ${spokenKind(back)}: a rest keeps it out of the drill.`);
  } else if (there !== null && back !== null)
    remarks.push(
      there === back
        ? `Both ways are ${spokenKind(there)}.`
        : `There it is ${spokenKind(there)}, back ${spokenKind(back)}.`,
    );
  else if (there !== null) remarks.push(`The change is ${spokenKind(there)}.`);
  if (!keepsPlace) remarks.push('The change moves through the beat.');
  return remarks;
}

function goalOf({ goal }: Exercise, drill: Drill, change: Transition | null): Goal {
  if (OF_THE_WHOLE.has(drill.stage) && drill.hands !== 'fretting') return goal;
  if (!change || drill.hands === 'fretting') return { ...NO_GOAL, bpm: goal.bpm };
  const { stringFrom, stringTo, skipped } = change;
  const { there, back } = drill.kinds;
  const kind = there === 'outside' || there === 'inside' || there === 'sweep' ? there : null;
  return {
    ...NO_GOAL,
    kind,
    strings: [Math.max(stringFrom, stringTo), Math.min(stringFrom, stringTo)],
    skipped,
    direction: back === there || back === null ? null : stringFrom > stringTo ? 'floorward' : 'ceilingward',
    bpm: goal.bpm,
  };
}

/** A tempo as exercises keep it. */
function keptBpm(bpm: number): number {
  return Math.max(MIN_BPM, Math.min(MAX_BPM, Number(bpm.toFixed(BPM_DECIMALS))));
}

/** Drills in triplets keep their note rate, so their tempo differs. */
function tempoFactor(exercise: Exercise, { stage }: Drill): number {
  return stage === 'triplets' ? exercise.passage.subdivision / 3 : 1;
}

/** The exercises of some drills, in order, each for the hands that are asked for one after the other. */
export function drillExercises(
  exercise: Exercise,
  drills: readonly Drill[],
  change: Transition | null,
  hands: readonly DrillHands[],
  parentId: string,
  firstOrder: number,
): Exercise[] {
  const ofChange = ({ stage }: Drill) =>
    change && !OF_THE_WHOLE.has(stage) ? `, ${changeName(exercise, change)}` : '';
  const all = drills.flatMap((drill) => hands.flatMap((one) => forHands(drill, one) ?? []));
  return all.map((drill, at): Exercise => {
    const { passage, policy, stage } = drill;
    const remarks = drillRemarks(drill);
    const tempo = tempoFactor(exercise, drill);
    return {
      ...exercise,
      title: drillTitle(exercise, drill, ofChange(drill)),
      passage,
      policy,
      goal: {
        ...goalOf(exercise, drill, change),
        ...(exercise.goal.bpm ? { bpm: keptBpm(exercise.goal.bpm * tempo) } : {}),
      },
      alsoTrains: '',
      startBpm: keptBpm(exercise.startBpm * tempo),
      studentNotes: [
        ...remarks.map((text, number) => ({ id: `d${number + 1}`, text, pinnedTo: null })),
        ...pinnedAlong(exercise, drill),
      ],
      cues: null,
      sourceText: '',
      question: null,
      recipe: null,
      brief: null,
      briefTyped: null,
      origin: null,
      drill: { parentId, order: firstOrder + at, stage, hands: drill.hands },
    };
  });
}
