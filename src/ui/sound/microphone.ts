'use client';
/** What recording needs of the browser. */
import { database, soundDelay, soundSettings } from '@/storage';
import type { MicrophoneTools } from '@/work/take/microphone';
import { delayNow } from '@/work/take/delay';

const audio = () => import('@/audio');

/** Seconds from the audio clock to the ear with the loudspeaker of now, as far as the browser knows. */
export async function outputSeconds(): Promise<number> {
  const { latencySeconds, openOutput } = await audio();
  return latencySeconds((await openOutput((await soundSettings(database())).volume)).context);
}

/** The microphone of this browser, on the clock of its loudspeaker. */
export const MICROPHONE: MicrophoneTools = {
  openMicrophone: async (hear) => {
    const { openMicrophone } = await audio();
    return openMicrophone((await soundSettings(database())).volume, hear);
  },
  delay: async ({ device }) => delayNow(await soundDelay(database()), device, await outputSeconds()),
  wait: (seconds) => new Promise((resolve) => setTimeout(resolve, seconds * 1000)),
};
