/** Renders a practice track off the main thread, into a file of the origin's private file system: it never lies in memory whole. */
import { expose } from 'comlink';
import {
  AudioSample,
  AudioSampleSource,
  canEncodeAudio,
  Mp4OutputFormat,
  OggOutputFormat,
  Output,
  StreamTarget,
  WavOutputFormat,
  type StreamTargetChunk,
} from 'mediabunny';
import { chaptersOf, layTrack, renderTrack, type TrackNotes, type TrackPiece } from '@/core/track';

/** As loud-speakers have it. */
const SAMPLE_RATE = 48_000;
/** So much is rendered at a time. */
const BLOCK_SECONDS = 10;
const BITS_A_SECOND = 96_000;
/** Silence after what is spoken. */
const PAUSE_SECONDS = 0.35;
/** So much is written at a time. */
const CHUNK_BYTES = 4_000_000;
const FOLDER = 'tracks';

/** A file as it is written, and what it is called. */
export type TrackForm = 'wav' | 'ogg' | 'm4a';

const FORMS = {
  wav: { format: () => new WavOutputFormat(), encoding: { codec: 'pcm-s16' } },
  ogg: { format: () => new OggOutputFormat(), encoding: { codec: 'opus', bitrate: BITS_A_SECOND } },
  m4a: { format: () => new Mp4OutputFormat(), encoding: { codec: 'aac', bitrate: BITS_A_SECOND } },
} as const;

/** How a track is made. */
export interface TrackWish {
  readonly form: TrackForm;
  readonly notes: TrackNotes;
  /** What is spoken before each piece, at 48 kHz; null: nothing. */
  readonly spoken: readonly (readonly Float32Array[])[] | null;
}

interface SyncAccess {
  write(data: BufferSource, options: { at: number }): number;
  flush(): void;
  close(): void;
}

/** A new file of that name; what lies there from before is gone. */
async function openFile(name: string): Promise<SyncAccess> {
  const root = await navigator.storage.getDirectory();
  await root.removeEntry(FOLDER, { recursive: true }).catch(() => undefined);
  const folder = await root.getDirectoryHandle(FOLDER, { create: true });
  const handle = await folder.getFileHandle(name, { create: true });
  const access = handle as unknown as { createSyncAccessHandle: () => Promise<SyncAccess> };
  return access.createSyncAccessHandle();
}

const track = {
  /** The small form that this browser can write; null: none. */
  smallForm: async (): Promise<TrackForm | null> => {
    const options = { sampleRate: SAMPLE_RATE, numberOfChannels: 1 } as const;
    if (await canEncodeAudio('opus', options)) return 'ogg';
    return (await canEncodeAudio('aac', options)) ? 'm4a' : null;
  },

  /** Renders into the file of a name. @param report is told how much is done, 0–1. @returns its chapters as text. */
  render: async (
    name: string,
    pieces: readonly TrackPiece[],
    { form, notes, spoken }: TrackWish,
    report: (done: number) => void,
  ): Promise<string> => {
    const lengths = spoken?.map((words) => words.reduce((sum, word) => sum + word.length, 0));
    const laid = layTrack(pieces, SAMPLE_RATE, (at) =>
      lengths ? lengths[at]! + Math.round(PAUSE_SECONDS * SAMPLE_RATE) : 0,
    );
    const total = laid.at(-1)!.endFrame;
    const file = await openFile(name);
    try {
      const { format, encoding } = FORMS[form];
      const target = new StreamTarget(
        new WritableStream<StreamTargetChunk>({
          write: ({ data, position }) => void file.write(data as BufferSource, { at: position }),
        }),
        { chunked: true, chunkSize: CHUNK_BYTES },
      );
      const output = new Output({ format: format(), target });
      const source = new AudioSampleSource(encoding);
      output.addAudioTrack(source);
      await output.start();
      let done = 0;
      const sound = { sampleRate: SAMPLE_RATE, notes, spoken: spoken ? (at: number) => spoken[at]! : null };
      for (const block of renderTrack(laid, sound, BLOCK_SECONDS * SAMPLE_RATE)) {
        const sample = new AudioSample({
          data: block,
          format: 'f32-planar',
          numberOfChannels: 1,
          sampleRate: SAMPLE_RATE,
          timestamp: done / SAMPLE_RATE,
        });
        await source.add(sample);
        sample.close();
        done += block.length;
        report(done / total);
      }
      await output.finalize();
      file.flush();
      return chaptersOf(laid, SAMPLE_RATE);
    } finally {
      file.close();
    }
  },
};

export type TrackWorker = typeof track;

expose(track);
