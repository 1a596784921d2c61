/** Giving exercises out: as files that other programs read, as text, or as a project file. */
import { DEFAULT_LADDER, DEFAULT_SETUP, ME, planOf, planTab, type Exercise, type Setup } from '@/core';
import { currentPlayer, database, exportExercises, keptLadder, type ShownExercise } from '@/storage';
import { say } from '../controls/say';
import { download } from './download';

const NAME_LENGTH = 60;

/** A title as a file name: letters, digits, spaces and dashes, so that no system reads a path or a sign of its own in it. */
export function fileName(title: string): string {
  const plain = title
    .replace(/[^\p{L}\p{N} _-]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return [...plain].slice(0, NAME_LENGTH).join('').trim() || 'Untitled';
}

/** The tab of an exercise as text, with the strokes of its first pass and the count. */
function tabOf({ passage, policy }: Exercise, setup: Setup): string {
  return planTab(planOf(passage, policy, setup));
}

/** What an exercise can be saved as. */
export type Format = 'tab' | 'musicxml' | 'mxl' | 'midi' | 'project';

/** Id and setup of the student of the moment. */
async function student(): Promise<{ id: string; setup: Setup }> {
  const player = await currentPlayer(database());
  return player ?? { id: ME, setup: DEFAULT_SETUP };
}

const FILES = {
  tab: { suffix: 'txt', type: 'text/plain' },
  musicxml: { suffix: 'musicxml', type: 'application/vnd.recordare.musicxml+xml' },
  mxl: { suffix: 'mxl', type: 'application/vnd.recordare.musicxml' },
  midi: { suffix: 'mid', type: 'audio/midi' },
} as const;

/** Bytes or text of one exercise in a format, at the tempo of the student of the moment. */
async function written(format: keyof typeof FILES, { id, exercise }: ShownExercise): Promise<BlobPart> {
  const player = await student();
  if (format === 'tab') return tabOf(exercise, player.setup);
  const ladder = await keptLadder(database(), id, player.id);
  const { writeFileInWorker } = await import('@/workers');
  return writeFileInWorker(format, exercise, {
    bpm: ladder?.startBpm ?? exercise.startBpm,
    passes: exercise.policy.loop ? (ladder?.passes ?? DEFAULT_LADDER.passes) : 1,
    countInBeats: exercise.passage.meter.beats,
    withClick: true,
  });
}

/** Saves exercises as one project file. */
export async function saveProject(shown: readonly ShownExercise[]): Promise<void> {
  const [project, { writeProject }] = await Promise.all([
    exportExercises(database(), shown),
    import('@/core/formats'),
  ]);
  const [first] = shown;
  const name = shown.length === 1 && first ? fileName(first.exercise.title) : `${shown.length} exercises`;
  download(`${name} ${project.exportedAt.slice(0, 10)}.json`, writeProject(project));
}

async function save(format: Format, shown: ShownExercise): Promise<void> {
  if (format === 'project') return saveProject([shown]);
  const { suffix, type } = FILES[format];
  download(`${fileName(shown.exercise.title)}.${suffix}`, await written(format, shown), type);
}

async function copyTab(exercise: Exercise): Promise<void> {
  const player = await student();
  const text = tabOf(exercise, player.setup);
  await navigator.clipboard.writeText(text).then(
    () => say('The tab is on the clipboard, with strokes and count.'),
    () => {
      download(`${fileName(exercise.title)}.txt`, text, 'text/plain');
      say('The browser keeps its clipboard shut; the tab is saved as a text file instead.');
    },
  );
}

/** Does one of the ways out; what went wrong is said. */
export async function giveOut(way: Format | 'copy', shown: ShownExercise): Promise<void> {
  try {
    await (way === 'copy' ? copyTab(shown.exercise) : save(way, shown));
  } catch (error) {
    say(`That could not be given out: ${(error as Error).message}`);
  }
}
