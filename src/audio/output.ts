/** The way to the loudspeaker: one audio context, made when sound is first asked for. */

export interface Output {
  readonly context: AudioContext;
  /** Everything that sounds goes through here. */
  readonly master: GainNode;
}

let output: Output | null = null;
let isInUse = false;
/** Made for devices that have changed since. */
let isStale = false;

/** Seconds over which the volume moves, so that it does not crackle. */
const VOLUME_GLIDE_SECONDS = 0.02;

/**
 * The running output; made anew where the browser has closed the last one.
 * @throws Error when the browser does not let it sound.
 */
export async function openOutput(volume: number): Promise<Output> {
  if (isStale) dropOutput();
  if (!output || output.context.state === 'closed') {
    const context = new AudioContext({ latencyHint: 'interactive' });
    const master = context.createGain();
    master.connect(context.destination);
    output = { context, master };
    navigator.mediaDevices?.addEventListener('devicechange', onDevices);
  }
  isInUse = true;
  if (output.context.state !== 'running') await output.context.resume();
  setOutputVolume(volume);
  return output;
}

/** Other devices: an output that is silent is given up at once, one that sounds when it is next asked for. */
function onDevices(): void {
  if (isInUse) isStale = true;
  else dropOutput();
}

/** Nothing sounds any more. */
export function releaseOutput(): void {
  isInUse = false;
}

/** Gives up an output that broke, so that the next one is made anew. */
export function dropOutput(): void {
  const broken = output;
  output = null;
  isStale = false;
  isInUse = false;
  void broken?.context.close().catch(() => undefined);
}

/** @param volume 0–1, as a slider gives it; the ear hears its square as even steps. */
export function setOutputVolume(volume: number): void {
  if (!output) return;
  output.master.gain.setTargetAtTime(volume ** 2, output.context.currentTime, VOLUME_GLIDE_SECONDS);
}

/** Seconds from the audio clock to the ear, as far as the browser knows; asked each time, since devices change. */
export function latencySeconds(context: AudioContext): number {
  const known = context.outputLatency || context.baseLatency;
  return Number.isFinite(known) ? known : 0;
}
