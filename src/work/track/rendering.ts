/** Rendering a practice track into a file of the origin's private file system, to be saved from there. */
import { under } from '@/addresses';
import { numberWords, type TrackNotes, type TrackPiece, type TrackWord } from '@/core/track';
import { startTrack, type Running, type TrackForm } from '@/workers';

/** Frames a second of a track. */
export const TRACK_RATE = 48_000;
/** Bytes a second: sixteen bits a frame, or what the encoder is asked for. */
export const BYTES_A_SECOND: Readonly<Record<TrackForm, number>> = {
  wav: 2 * TRACK_RATE,
  ogg: 12_000,
  m4a: 12_000,
};
export const TRACK_TYPES: Readonly<Record<TrackForm, string>> = {
  wav: 'audio/wav',
  ogg: 'audio/ogg',
  m4a: 'audio/mp4',
};

/** How a track is to be made. */
export interface TrackChoice {
  readonly form: TrackForm;
  readonly notes: TrackNotes;
  /** The number of each piece is spoken before it; null: of none. */
  readonly numbers: readonly (number | null)[] | null;
}

/** Words as samples, each read once. */
async function wordsOf(words: ReadonlySet<TrackWord>): Promise<Map<TrackWord, Float32Array>> {
  const context = new OfflineAudioContext(1, 1, TRACK_RATE);
  const read = async (word: TrackWord) => {
    const answer = await fetch(under(`/voice/${word}.wav`));
    if (!answer.ok) throw new Error(`The spoken word “${word}” is missing: ${answer.status}.`);
    const buffer = await context.decodeAudioData(await answer.arrayBuffer());
    return [word, buffer.getChannelData(0)] as const;
  };
  return new Map(await Promise.all([...words].map(read)));
}

const saidOf = (number: number | null): TrackWord[] =>
  number === null ? [] : ['step', ...numberWords(number)];

/** The file that was rendered under a name. @throws where the browser has no room for it, or took it away. */
export async function trackFile(name: string): Promise<File> {
  const root = await navigator.storage.getDirectory();
  const folder = await root.getDirectoryHandle('tracks');
  return (await folder.getFileHandle(name)).getFile();
}

/** Renders a track, and gives its chapters as text; `report` is told how much is done, 0–1. */
export async function startRendering(
  name: string,
  pieces: readonly TrackPiece[],
  { form, notes, numbers }: TrackChoice,
  report: (done: number) => void,
): Promise<Running<string>> {
  const said = numbers?.map(saidOf) ?? null;
  const words = said && (await wordsOf(new Set(said.flat())));
  const spoken = said && said.map((some) => some.map((word) => words!.get(word)!));
  return startTrack(name, pieces, { form, notes, spoken }, report);
}
