/** The keys of the runner: few, and large enough apart for a hand that holds a pick. */
import type { KeyGroup } from '@/ui/keys/keys';

export const KEYS: readonly KeyGroup[] = [
  {
    title: 'Practice',
    bindings: [
      { keys: [' '], does: 'Start or stop a run' },
      { keys: ['c', 'PageDown'], does: 'The run was clean (or the clean pedal)' },
      { keys: ['x', 'PageUp'], does: 'It was not clean (or the other pedal)' },
      { keys: ['1', '8'], does: 'Why it was not: early, late, uneven … tight' },
      { keys: ['ArrowLeft', 'ArrowRight'], does: 'Where: the change before, the next' },
      { keys: ['s'], does: 'Where: the same place as before' },
      { keys: ['Ctrl+z'], does: 'Take the last verdict back' },
      { keys: ['j'], does: 'The step before' },
      { keys: ['k'], does: 'The next step' },
      { keys: [','], does: 'In a lesson: slower' },
      { keys: ['.'], does: 'In a lesson: faster' },
      { keys: ['t'], does: 'The hand is tight: a slower tempo, after a rest' },
      { keys: ['p'], does: 'It hurts: stop for today' },
      { keys: ['w'], does: 'Warm: to the first run' },
      { keys: ['m'], does: 'Metronome, sound and pedals' },
      { keys: ['q'], does: 'End the sitting' },
    ],
  },
];
