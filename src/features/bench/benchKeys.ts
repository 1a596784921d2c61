/** The keys of the Bench beside those of its lane. */
import { keyList, UNDO_KEYS } from '@/ui/keys/keys';

export const VIEW_KEYS = keyList(
  'Bench',
  [
    [['l'], 'Loop on or off'],
    [['g'], 'Go to the lane'],
    [['o'], 'Go to the material: have the notes worked out'],
  ],
  UNDO_KEYS,
);

export const PLAY_KEYS = keyList('Bench: playing', [
  [[' '], 'Play or stop'],
  [[','], 'One beat a minute slower'],
  [['.'], 'One beat a minute faster'],
  [['b'], 'Tap the beat, twice or more'],
  [['j'], 'One step of the ladder down'],
  [['k'], 'One step of the ladder up'],
]);

export const TRYING_KEYS = keyList('Lane: what is tried', [
  [['Enter'], 'Take it'],
  [['Escape'], 'Leave it'],
]);

export const NOTE_KEYS = keyList('Lane: the chosen note', [[['Escape'], 'Close what is said of it']]);

export const PICK_KEYS = keyList('Pick in motion', [
  [['ArrowRight'], 'The next stroke'],
  [['ArrowLeft'], 'The stroke before'],
]);
