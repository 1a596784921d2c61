/** Rhythms in which any figure is practised, whatever its own. Common practice, no source. */
import type { Passage } from '../passage/passage';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';
import { layMoments } from './lay';
import type { Rhythm } from './names';

/** What each is, and what it trains. */
export const RHYTHM_WORDS: Readonly<Record<Rhythm, string>> = {
  'long, short': 'every second note comes late and its change goes quickly',
  'short, long': 'the other changes go quickly',
  bursts: 'four notes slow, four at twice the speed',
  'with stops': 'a rest after each note: the pick is where it should be before the next',
};

/** Notes of a burst, and of what is slow before it. */
const BURST = 4;

/**
 * All moments of a passage, one slot after the other, in another rhythm; the order of notes and strokes stays. Long and short are three
 * to one, bursts twice as fast as written, where the beat can be divided twice as fine; where it cannot, long is twice as long as
 * short, and what is slow in bursts half as fast.
 */
export function inRhythm(passage: Passage, rhythm: Rhythm): Passage {
  const { subdivision } = passage;
  if (rhythm === 'with stops') return layMoments(passage, subdivision, () => ({ until: 2, sounds: 1 }));
  const isFine = subdivision * 2 <= MAX_SLOTS_PER_BEAT;
  const grid = isFine ? subdivision * 2 : subdivision;
  const lasting = (slots: number) => ({ until: slots, sounds: slots });
  if (rhythm === 'bursts')
    return layMoments(passage, grid, (moment) => lasting(moment % (2 * BURST) < BURST ? 2 : 1));
  const long = isFine ? 3 : 2;
  const first = rhythm === 'long, short' ? 0 : 1;
  return layMoments(passage, grid, (moment) => lasting(moment % 2 === first ? long : 1));
}
