/** Hearing a stretch of a recording again, also at half its speed at its own pitch. */

/** Plays samples; one stretch at a time. */
export class Listening {
  private element: HTMLAudioElement | null = null;
  private url: string | null = null;
  private turn = 0;

  /**
   * Plays a stretch.
   * @param tell is told when it is over, or was stopped.
   */
  async play(
    samples: Float32Array,
    sampleRate: number,
    how: {
      readonly fromSeconds: number;
      readonly toSeconds: number;
      readonly isHalf: boolean;
      readonly volume: number;
    },
    tell: () => void,
  ): Promise<void> {
    this.stop();
    const mine = this.turn;
    const cut = samples.slice(
      Math.max(0, Math.round(how.fromSeconds * sampleRate)),
      Math.max(0, Math.round(how.toSeconds * sampleRate)),
    );
    const bytes = await wavOf(cut, sampleRate);
    if (mine !== this.turn) return tell();
    this.url = URL.createObjectURL(new Blob([bytes], { type: 'audio/wav' }));
    const element = new Audio(this.url);
    element.preservesPitch = true;
    element.playbackRate = how.isHalf ? 0.5 : 1;
    element.volume = how.volume ** 2;
    element.onended = () => this.stop();
    this.element = element;
    this.over = tell;
    await element.play();
  }

  private over: () => void = () => undefined;

  stop(): void {
    this.turn += 1;
    this.element?.pause();
    this.element = null;
    if (this.url) URL.revokeObjectURL(this.url);
    this.url = null;
    const { over } = this;
    this.over = () => undefined;
    over();
  }
}

/** Samples as a WAV file of sixteen bits. */
export async function wavOf(samples: Float32Array<ArrayBuffer>, sampleRate: number): Promise<ArrayBuffer> {
  const { AudioSample, AudioSampleSource, BufferTarget, Output, WavOutputFormat } =
    await import('mediabunny');
  const output = new Output({ format: new WavOutputFormat(), target: new BufferTarget() });
  const source = new AudioSampleSource({ codec: 'pcm-s16' });
  output.addAudioTrack(source);
  await output.start();
  const sample = new AudioSample({
    data: samples,
    format: 'f32-planar',
    numberOfChannels: 1,
    sampleRate,
    timestamp: 0,
  });
  await source.add(sample);
  sample.close();
  await output.finalize();
  return output.target.buffer!;
}

/** A sound file as samples of one channel, as far as the browser can decode it. @throws where it cannot. */
export async function decodeSound(
  bytes: ArrayBuffer,
): Promise<{ samples: Float32Array<ArrayBuffer>; sampleRate: number }> {
  const buffer = await new OfflineAudioContext(1, 1, 48_000).decodeAudioData(bytes);
  const samples = new Float32Array(buffer.length);
  for (let channel = 0; channel < buffer.numberOfChannels; channel++) {
    const one = buffer.getChannelData(channel);
    for (let at = 0; at < one.length; at++) samples[at]! += one[at]! / buffer.numberOfChannels;
  }
  return { samples, sampleRate: buffer.sampleRate };
}
