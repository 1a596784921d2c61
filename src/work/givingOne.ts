/** Giving exercises out: as files that other programs read, as text, or as a project file. */
import { DEFAULT_LADDER, DEFAULT_SETUP, ME, planOf, planTab, type Exercise, type Setup } from '@/core';
import { currentPlayer, database, exportExercises, keptLadder, type ShownExercise } from '@/storage';
import { told } from './perform';

/** How something leaves the page. */
export interface Ways {
  /** Hands a file to the user. */
  readonly download: (name: string, content: BlobPart, type?: string) => void;
  /** Puts text on the clipboard; it fails where the browser keeps that shut. */
  readonly copy: (text: string) => Promise<void>;
}

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
export async function saveProject(shown: readonly ShownExercise[], { download }: Ways): Promise<void> {
  const [project, { writeProject }] = await Promise.all([
    exportExercises(database(), shown),
    import('@/core/formats'),
  ]);
  const [first] = shown;
  const name = shown.length === 1 && first ? fileName(first.exercise.title) : `${shown.length} exercises`;
  download(`${name} ${project.exportedAt.slice(0, 10)}.json`, writeProject(project));
}

async function save(format: Format, shown: ShownExercise, ways: Ways): Promise<void> {
  if (format === 'project') return saveProject([shown], ways);
  const { suffix, type } = FILES[format];
  ways.download(`${fileName(shown.exercise.title)}.${suffix}`, await written(format, shown), type);
}

async function copyTab(exercise: Exercise, { copy, download }: Ways): Promise<void> {
  const player = await student();
  const text = tabOf(exercise, player.setup);
  await copy(text).then(
    () => told('The tab is on the clipboard, with strokes and count.'),
    () => {
      download(`${fileName(exercise.title)}.txt`, text, 'text/plain');
      told('The browser keeps its clipboard shut; the tab is saved as a text file instead.');
    },
  );
}

/** Gives one exercise out. @throws what went wrong; the exercise is as it was. */
export async function giveOut(way: Format | 'copy', shown: ShownExercise, ways: Ways): Promise<void> {
  await (way === 'copy' ? copyTab(shown.exercise, ways) : save(way, shown, ways));
}
