/** The keys of the runner: few, and large enough apart for a hand that holds a pick. */
import { keyList } from '@/ui/keys/keys';

export const KEYS = keyList(
  'Practice',
  [
    [[' '], 'Start or stop a run'],
    [['c'], 'The run was clean (or the clean pedal)', ['c', 'PageDown']],
    [['x'], 'It was not clean (or the other pedal)', ['x', 'PageUp']],
    [['a'], 'As it was heard, where Listen is on'],
    [['1', '2', '3', '4', '5', '6', '7', '8'], 'Why it was not: early, late, uneven … tight', ['1 … 8']],
    [['ArrowLeft', 'ArrowRight'], 'Where: the change before, the next'],
    [['s'], 'Where: the same place as before'],
    [['j'], 'The step before'],
    [['k'], 'The next step'],
    [[','], 'In a lesson: slower'],
    [['.'], 'In a lesson: faster'],
    [['t'], 'The hand is tight: a slower tempo, after a rest'],
    [['p'], 'It hurts: stop for today'],
    [['w'], 'Warm: to the first run'],
    [['n'], 'In a session: the next exercise'],
    [['m'], 'Metronome, sound and pedals'],
    [['q'], 'End the sitting'],
  ],
  [{ keys: ['Ctrl+z'], does: 'Take the last verdict back' }],
);

export const SHEET = [KEYS];
