/** The keys of the Bench beside those of its lane, as the key sheet shows them. */
import type { KeyGroup } from '@/ui/keys/keys';

export const VIEW_KEYS: KeyGroup = {
  title: 'Bench',
  bindings: [
    { keys: ['Ctrl+z'], does: 'Undo' },
    { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'Redo' },
    { keys: ['l'], does: 'Loop on or off' },
    { keys: ['g'], does: 'Go to the lane' },
    { keys: ['o'], does: 'Go to the material: have the notes worked out' },
  ],
};

export const PLAY_KEYS: KeyGroup = {
  title: 'Bench: playing',
  bindings: [
    { keys: [' '], does: 'Play or stop' },
    { keys: [','], does: 'One beat a minute slower' },
    { keys: ['.'], does: 'One beat a minute faster' },
    { keys: ['b'], does: 'Tap the beat, twice or more' },
    { keys: ['j'], does: 'One step of the ladder down' },
    { keys: ['k'], does: 'One step of the ladder up' },
  ],
};
