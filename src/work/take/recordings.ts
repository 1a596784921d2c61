/** Recordings that are kept with their takes: which, how large; kept, opened, deleted when that is asked for. */
import type { KeptRecording } from '@/storage';
import { attempt, told } from '../perform';
import { Store } from '../store';
import type { CheckedTake } from './desk';

/** What recordings need of the world. */
export interface RecordingTools {
  readonly read: () => Promise<readonly KeptRecording[]>;
  readonly keep: (takeId: string, sound: ArrayBuffer) => Promise<void>;
  readonly file: (takeId: string) => Promise<Blob>;
  readonly remove: (takeId: string) => Promise<void>;
  /** Samples as a sound file. */
  readonly encode: (samples: Float32Array<ArrayBuffer>, sampleRate: number) => Promise<ArrayBuffer>;
}

const HEAD_BYTES = 44;

/** How large its sound file of sixteen bits will be, in bytes. */
export const recordingBytes = ({ samples }: Pick<CheckedTake, 'samples'>): number =>
  HEAD_BYTES + 2 * samples.length;

/** Bytes by take; empty until they were read. */
export class Recordings extends Store<ReadonlyMap<string, number>> {
  constructor(private readonly tools: RecordingTools) {
    super(new Map());
  }

  /** Reads again what is kept. */
  async read(): Promise<void> {
    const all = await this.tools.read();
    this.put(new Map(all.map(({ takeId, bytes }) => [takeId, bytes])));
  }

  /** Keeps the recording of a take. @throws where there is no room; the report stays. */
  async keep(takeId: string, { samples, sampleRate }: CheckedTake): Promise<void> {
    await this.tools.keep(takeId, await this.tools.encode(samples, sampleRate));
    await this.read();
    told(
      'The recording is kept in this browser. It goes into no backup, and into no file unless you save it or send it along.',
    );
  }

  /** The sound file of a take. @throws where it is not there any more. */
  file(takeId: string): Promise<Blob> {
    return this.tools.file(takeId);
  }

  /** Deletes a recording; its report stays, and undo brings it back while the message stands. */
  async remove(takeId: string): Promise<void> {
    const sound = await (await this.tools.file(takeId)).arrayBuffer();
    await this.tools.remove(takeId);
    await this.read();
    const run = () =>
      attempt('Bringing the recording back', async () => {
        await this.tools.keep(takeId, sound);
        await this.read();
      });
    told('The recording is deleted; its report stays.', { name: 'Undo', run });
  }
}
