/** The demo library as a project: what ships so that nobody starts before an empty page. */
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { subDays } from 'date-fns/subDays';
import {
  DEFAULT_SETUP,
  emptyPassage,
  FRESH_LADDER,
  ME,
  NEW_PLAYER,
  newExercise,
  NEW_WEEK,
  NO_RECORDS,
  passageHash,
  readTabText,
  setFinger,
  setLock,
  setLoopBounds,
  type Exercise,
  type ExerciseRecord,
  type LadderRecord,
  type LessonRecord,
  type Passage,
  type PlayerRecord,
  type Project,
  type WeekRecord,
} from '@/core';
import { applyRecipe } from '@/core/compose';
import { weekOf } from '@/core/record';
import { exerciseOf } from '@/storage/library';
import { seededSources } from '@/storage/sources';
import { weekId } from '@/storage/weekId';
import { DEMO_EXERCISES, DEMO_LADDERS, fingerAt, type DemoExercise } from './exercises';
import { DEMO_RECIPES, type DemoRecipe } from './recipes';
import { signsIn, toldRuns } from './runs';
import { STORIES } from './stories';
import { DEMO_TAKES, demoTakes } from './takes';
import { DEMO_LESSONS, DEMO_PLAYERS, DEMO_WEEKS } from './students';

const DEMO_SEED = 20_260_105;
const DEMO_START = Date.UTC(2026, 0, 5, 16, 30);
const STAMP_TIME = '2026-01-05T16:30:00+00:00';

/** The last day of the record; it is moved to yesterday when the demo is loaded. */
const LAST_DAY = '2026-01-04';

const dayBefore = (days: number) => formatISO(subDays(parseISO(LAST_DAY), days), { representation: 'date' });

function passageOf(demo: DemoExercise): Passage {
  let { passage } = readTabText(demo.tab, { subdivision: demo.subdivision });
  passage.notes.forEach((note, index) => {
    const finger = fingerAt(demo.fingers, index);
    if (finger) passage = setFinger(passage, note.id, finger);
  });
  for (const { note, stroke, reason } of demo.locks ?? [])
    passage = setLock(passage, [passage.notes[note - 1]!.id], { stroke, reason });
  if (demo.loop) {
    const ticksOf = (note: number) => passage.notes[note - 1]?.onsetTicks ?? passage.lengthTicks;
    passage = setLoopBounds(passage, {
      startTicks: ticksOf(demo.loop.from),
      endTicks: ticksOf(demo.loop.before),
    });
  }
  return passage;
}

function tabExercise(demo: DemoExercise, newId: () => string): Exercise {
  const passage = passageOf(demo);
  return {
    ...newExercise(demo.title, passage),
    policy: demo.policy,
    goal: demo.goal,
    alsoTrains: demo.alsoTrains,
    startBpm: demo.startBpm,
    studentNotes: demo.notes.map(({ text, after }) => ({
      id: newId(),
      text,
      pinnedTo: after === undefined ? null : (passage.notes[after - 1]?.id ?? null),
    })),
  };
}

function exerciseByRecipe(demo: DemoRecipe, newId: () => string): Exercise {
  const passage = { ...emptyPassage(), subdivision: demo.subdivision };
  const applied = applyRecipe(newExercise(demo.title, passage), demo.recipe, DEFAULT_SETUP);
  if ('fault' in applied)
    throw new Error(`The demo's recipe “${demo.title}” gives nothing: ${applied.fault.code}`);
  return {
    ...applied.exercise,
    policy: { ...demo.policy, loop: demo.recipe.goesRound },
    goal: demo.goal,
    alsoTrains: demo.alsoTrains,
    startBpm: demo.startBpm,
    studentNotes: demo.notes.map(({ text }) => ({ id: newId(), text, pinnedTo: null })),
  };
}

/** The demo library, the same each time. */
export function demoProject(): Project {
  const { newId } = seededSources(DEMO_SEED, DEMO_START);
  const deviceId = newId();
  const versions = { [deviceId]: 1 };
  const stamp = () => ({
    id: newId(),
    revision: 1,
    createdAt: STAMP_TIME,
    updatedAt: STAMP_TIME,
    deviceId,
    versions,
  });
  const exercises = [
    ...DEMO_EXERCISES.map((demo) => tabExercise(demo, newId)),
    ...DEMO_RECIPES.map((demo) => exerciseByRecipe(demo, newId)),
  ];
  const made = exercises.map(({ passage, ...fields }): { record: ExerciseRecord; passage: Passage } => {
    return {
      record: { ...stamp(), ...fields, passageHash: passageHash(passage), archivedAt: null },
      passage,
    };
  });
  const exerciseIdOf = (title: string) => made.find(({ record }) => record.title === title)!.record.id;
  const players = DEMO_PLAYERS.map((student): PlayerRecord => {
    const { handedness, scaleLengthMm, nextLessonIn, isArchived, aims = [], ...said } = student;
    return {
      ...stamp(),
      ...NEW_PLAYER,
      ...said,
      setup: { ...DEFAULT_SETUP, handedness, scaleLengthMm },
      aims: aims.map(({ exercise, byIn, ...aim }) => ({
        ...aim,
        exerciseId: exercise === null ? null : exerciseIdOf(exercise),
        by: byIn === null ? null : dayBefore(-byIn),
      })),
      nextLesson: nextLessonIn === undefined ? null : dayBefore(-nextLessonIn),
      archivedOn: isArchived ? dayBefore(40) : null,
    };
  });
  const ladders = DEMO_LADDERS.map(({ exercise, player, ...set }): LadderRecord => ({
    ...stamp(),
    ...FRESH_LADDER,
    ...set,
    exerciseId: exerciseIdOf(exercise),
    playerId: players.find(({ name }) => name === player)?.id ?? ME,
  }));
  const runs = STORIES.flatMap((story, at) => {
    const { record, passage } = made.find((one) => one.record.title === story.exercise)!;
    const playerId = players.find(({ name }) => name === story.player)!.id;
    const ladder = ladders.find((one) => one.playerId === playerId && one.exerciseId === record.id);
    const told = { exerciseId: record.id, exercise: exerciseOf(record, passage), playerId, ladder };
    return toldRuns(story, told, dayBefore, newId, deviceId, DEMO_SEED + at);
  });
  const signs = signsIn(runs, newId);
  const titled = <T extends { exercise: string }>({ exercise, ...line }: T) => ({
    ...line,
    exerciseId: exerciseIdOf(exercise),
    title: exercise,
  });
  const lessons = DEMO_LESSONS.map(({ player, ago, heard, said, set }): LessonRecord => ({
    ...stamp(),
    playerId: players.find(({ name }) => name === player)!.id,
    day: dayBefore(ago),
    heard: heard.map(titled),
    said,
    set: set.map(titled),
  }));
  const weeks = DEMO_WEEKS.map(({ player: name, wishes, visits }): WeekRecord => {
    const player = players.find((one) => one.name === name)!;
    const monday = weekOf(LAST_DAY);
    return {
      ...stamp(),
      ...NEW_WEEK,
      id: weekId(player.id, monday),
      playerId: player.id,
      monday,
      wishes: wishes.map(titled),
      sessions: player.weekMinutes.map((minutes, day) => ({
        minutes,
        begins: minutes > 0 ? '17:30' : null,
        visits: Object.entries(visits[day]!).map(([exercise, own]) => ({
          ...titled({ exercise, minutes: own }),
          isLocked: false,
        })),
      })),
    };
  });
  const takes = demoTakes(
    {
      playerId: players.find(({ name }) => name === DEMO_TAKES.player)!.id,
      exerciseId: exerciseIdOf(DEMO_TAKES.exercise),
    },
    dayBefore,
    () => ({ id: newId(), revision: 1, createdAt: STAMP_TIME, updatedAt: STAMP_TIME, deviceId }),
  );
  return {
    ...NO_RECORDS,
    exportedAt: STAMP_TIME,
    exercises: made.map(({ record }) => record),
    passages: made.map(({ record, passage }) => ({ hash: record.passageHash, passage })),
    players,
    ladders,
    runs,
    signs,
    lessons,
    weeks,
    takes,
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
}
