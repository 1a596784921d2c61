/** Chirps for measuring how long sound takes out of the computer and in again. */
import { chirp, CHIRPS_AT } from '@/core/take';
import { openOutput } from './output';

const LEAD_SECONDS = 0.25;
/** Beside what sounds else: a chirp carries further than a click. */
const LOUDNESS = 0.25;

/** Plays the chirps. @returns the frame of the audio clock at which the first begins. */
export async function playChirps(volume: number): Promise<number> {
  const { context, master } = await openOutput(volume);
  const { sampleRate } = context;
  const wave = chirp(sampleRate);
  const buffer = new AudioBuffer({ length: wave.length, numberOfChannels: 1, sampleRate });
  buffer.copyToChannel(
    wave.map((value) => LOUDNESS * value),
    0,
  );
  const first = Math.ceil((context.currentTime + LEAD_SECONDS) * sampleRate);
  for (const at of CHIRPS_AT) {
    const source = new AudioBufferSourceNode(context, { buffer });
    source.connect(master);
    source.start((first + Math.round(at * sampleRate)) / sampleRate);
  }
  return first;
}
