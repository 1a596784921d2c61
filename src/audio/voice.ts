/** Sounds beside the notes: clicks, taps and voices; the spoken strokes are two samples that ship (scripts/make-voice.sh). */
import { isCalled, isVoiced, LEVELS, type PerformedEvent, type Stroke } from '@/core';
import type { SoundBank } from './place';
import type { PlaySounds } from './score';

const FILES: Readonly<Record<Stroke, URL>> = {
  down: new URL('./voice/down.wav', import.meta.url),
  up: new URL('./voice/up.wav', import.meta.url),
};

export type SpokenStrokes = Readonly<Record<Stroke, AudioBuffer>>;

/** Reads the samples for a context. @throws Error when they cannot be fetched or decoded. */
export async function spokenStrokes(context: BaseAudioContext): Promise<SpokenStrokes> {
  const read = async (stroke: Stroke) => {
    const answer = await fetch(FILES[stroke]);
    if (!answer.ok) throw new Error(`The spoken stroke is missing: ${answer.status}.`);
    return context.decodeAudioData(await answer.arrayBuffer());
  };
  const [down, up] = await Promise.all([read('down'), read('up')]);
  return { down, up };
}

/** What is heard at an event beside its note, as the sounds are set. */
export function voicesOf(
  event: PerformedEvent,
  { click, strokes, kinds, called }: PlaySounds,
  bank: SoundBank,
  spoken: SpokenStrokes | null,
  bpm: number,
  beatTicks: number,
): { readonly buffer: AudioBuffer; readonly level: number }[] {
  if (event.kind === 'click') {
    const { accent } = event;
    return click && accent !== 'silent' ? [{ buffer: bank.click(accent), level: 1 }] : [];
  }
  if (event.kind === 'note') return [];
  const { strike, arrives } = event;
  return [
    ...(strokes ? [bank.tap(strike.stroke)] : []),
    ...(kinds && isVoiced(arrives) ? [bank.kind(arrives)] : []),
    ...(called && spoken && isCalled(strike, bpm, beatTicks) ? [spoken[strike.stroke]] : []),
  ].map((buffer) => ({ buffer, level: LEVELS.voice }));
}
