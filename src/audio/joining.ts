/** Blocks of a recording on one line of time. */

/** Samples, and the frame of the audio clock at which they begin. */
export interface Block {
  readonly frame: number;
  readonly samples: Float32Array;
}

/** A recording. */
export interface Recorded {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  /** The frame of the audio clock at which it begins. */
  readonly startFrame: number;
  /** Where blocks were missing, in seconds from its beginning; there is silence in their place. */
  readonly gaps: readonly { readonly at: number; readonly seconds: number }[];
}

/** A device that is still opening gives silence; then, once, the clock jumps. */
const OPENING_SECONDS = 0.5;

/**
 * Joins blocks in the order in which they came; what is missing between them is silence and is told. Silence from before the clock jumped
 * (the device was still opening) lies nowhere and is left out.
 */
export function joinBlocks(blocks: readonly Block[], sampleRate: number): Recorded {
  let early = -1;
  for (let at = 0, count = 0; at < blocks.length - 1; at++) {
    const { frame, samples } = blocks[at]!;
    count += samples.length;
    if (count > OPENING_SECONDS * sampleRate || samples.some((value) => value !== 0)) break;
    if (blocks[at + 1]!.frame !== frame + samples.length) early = at;
  }
  const kept = blocks.slice(early + 1);
  const startFrame = kept[0]?.frame ?? 0;
  const last = kept.at(-1);
  const samples = new Float32Array(last ? last.frame + last.samples.length - startFrame : 0);
  const gaps: { at: number; seconds: number }[] = [];
  let due = startFrame;
  for (const block of kept) {
    if (block.frame > due)
      gaps.push({ at: (due - startFrame) / sampleRate, seconds: (block.frame - due) / sampleRate });
    samples.set(block.samples, block.frame - startFrame);
    due = block.frame + block.samples.length;
  }
  return { samples, sampleRate, startFrame, gaps };
}
