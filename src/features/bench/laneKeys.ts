/** The key map of the string lane. */
import type { KeyBinding, KeyGroup } from '@/ui/keys/keys';
import type { Note, Passage, Place } from '@/core';
import {
  deleteHere,
  insertHere,
  lockHere,
  moveCaret,
  moveNoteAcross,
  moveNoteAlong,
  putFret,
  restHere,
  stepFret,
  type Edit,
  type DigitMemory,
} from '@/work/bench/editing';
import {
  bendHere,
  deadHere,
  fingerHere,
  fingerTo,
  markHere,
  stretchHere,
  techniqueHere,
} from '@/work/bench/sounding';

/** What the keys act on. */
export interface LaneActions {
  readonly passage: () => Passage;
  readonly caret: () => Place;
  readonly place: (place: Place, explains?: boolean) => void;
  /** The notes that a string change leaves, in order of time. */
  readonly changes: () => readonly Note[];
  readonly apply: (edit: Edit, mergeKey?: string) => void;
  readonly digits: DigitMemory;
  /** Whether the lane shows the thickest string on top. */
  readonly thickOnTop: boolean;
}

/** All bindings of the lane, in the order of the key sheet. */
export function laneBindings(actions: LaneActions): KeyBinding[] {
  const { passage, caret, place, apply } = actions;
  const along = (by: number) => () => place(moveCaret(passage(), caret(), by));
  /** One string up the page, in string numbers. */
  const up = actions.thickOnTop ? 1 : -1;
  const down = up === 1 ? -1 : 1;
  const across = (by: number) => () => {
    const string = Math.max(1, Math.min(passage().tuning.length, caret().string + by));
    place({ ...caret(), string });
  };
  const toChange = (by: 1 | -1) => () => {
    const here = caret().ticks;
    const notes = actions.changes();
    const next =
      by === 1
        ? (notes.find((note) => note.onsetTicks > here) ?? notes[0])
        : (notes.findLast((note) => note.onsetTicks < here) ?? notes.at(-1));
    if (next) place({ ticks: next.onsetTicks, string: next.string }, true);
  };
  const digit = (event: { key: string; timeStamp: number }) => {
    const finger = actions.digits.takesFinger() ? fingerTo(passage(), caret(), Number(event.key)) : null;
    if (finger) return apply(finger);
    const { fret, group, beyond } = actions.digits.type(Number(event.key), event.timeStamp);
    apply(putFret(passage(), caret(), fret, beyond), group);
  };
  const change = (make: (of: Passage, at: Place) => Edit) => () => {
    // A digit that follows is a number of its own.
    actions.digits.forget();
    apply(make(passage(), caret()));
  };
  return [
    { keys: ['ArrowLeft'], does: 'Earlier', run: along(-1) },
    { keys: ['ArrowRight'], does: 'Later', run: along(1) },
    { keys: ['ArrowUp'], does: 'String above', run: across(up) },
    { keys: ['ArrowDown'], does: 'String below', run: across(down) },
    { keys: ['c'], does: 'Next string change, explained', run: toChange(1) },
    { keys: ['Shift+c'], does: 'String change before, explained', run: toChange(-1) },
    { keys: ['Home'], does: 'First slot', run: along(-Infinity) },
    { keys: ['End'], does: 'After the last slot', run: along(Infinity) },
    { keys: [...'0123456789'], does: 'Put a fret; two quick digits make one number', run: digit },
    { keys: ['+'], does: 'One fret up', run: change((of, at) => stepFret(of, at, 1)) },
    { keys: ['-'], does: 'One fret down', run: change((of, at) => stepFret(of, at, -1)) },
    {
      keys: ['Delete'],
      does: 'Delete the slot and close up',
      run: change((of, at) => deleteHere(of, at, 'here')),
    },
    {
      keys: ['Backspace'],
      does: 'Delete the slot before',
      run: change((of, at) => deleteHere(of, at, 'before')),
    },
    { keys: ['r'], does: 'Leave a rest instead of the note', run: change(restHere) },
    { keys: ['i'], does: 'Insert an empty slot', run: change(insertHere) },
    {
      keys: ['Shift+ArrowUp'],
      does: 'Move the note to the string above',
      run: change((of, at) => moveNoteAcross(of, at, up, 'fret')),
    },
    {
      keys: ['Shift+ArrowDown'],
      does: 'Move the note to the string below',
      run: change((of, at) => moveNoteAcross(of, at, down, 'fret')),
    },
    {
      keys: ['Alt+ArrowUp'],
      does: 'The same pitch on the string above',
      run: change((of, at) => moveNoteAcross(of, at, up, 'pitch')),
    },
    {
      keys: ['Alt+ArrowDown'],
      does: 'The same pitch on the string below',
      run: change((of, at) => moveNoteAcross(of, at, down, 'pitch')),
    },
    {
      keys: ['Shift+ArrowLeft'],
      does: 'Move the note one slot earlier',
      run: change((of, at) => moveNoteAlong(of, at, -1)),
    },
    {
      keys: ['Shift+ArrowRight'],
      does: 'Move the note one slot later',
      run: change((of, at) => moveNoteAlong(of, at, 1)),
    },
    { keys: ['d'], does: 'Lock a downstroke', run: change((of, at) => lockHere(of, at, { stroke: 'down' })) },
    { keys: ['u'], does: 'Lock an upstroke', run: change((of, at) => lockHere(of, at, { stroke: 'up' })) },
    { keys: ['a'], does: 'Leave the stroke to the plan', run: change((of, at) => lockHere(of, at, null)) },
    {
      keys: ['h'],
      does: 'Hammer-on, or picked again',
      run: change((of, at) => techniqueHere(of, at, 'hammer')),
    },
    {
      keys: ['p'],
      does: 'Pull-off, or picked again',
      run: change((of, at) => techniqueHere(of, at, 'pull')),
    },
    { keys: ['s'], does: 'Slide, or picked again', run: change((of, at) => techniqueHere(of, at, 'slide')) },
    { keys: ['t'], does: 'Tap, or picked again', run: change((of, at) => techniqueHere(of, at, 'tap')) },
    { keys: ['x'], does: 'Dead note, or sounding again', run: change(deadHere) },
    { keys: ['n'], does: 'Bend: half, whole, one and a half, none', run: change(bendHere) },
    { keys: ['q'], does: 'Palm mute on or off', run: change((of, at) => markHere(of, at, 'palmMute')) },
    { keys: ['w'], does: 'Vibrato on or off', run: change((of, at) => markHere(of, at, 'vibrato')) },
    { keys: ['e'], does: 'Accent on or off', run: change((of, at) => markHere(of, at, 'accent')) },
    {
      keys: ['f'],
      does: 'Next finger; a digit after it gives that finger, 0 none',
      run: () => {
        change(fingerHere)();
        actions.digits.expectFinger();
      },
    },
    { keys: ['>'], does: 'One slot longer', run: change((of, at) => stretchHere(of, at, 1)) },
    { keys: ['<'], does: 'One slot shorter', run: change((of, at) => stretchHere(of, at, -1)) },
  ];
}

/** The lane's keys as the key sheet shows them, by what they are for. */
export function laneKeyGroups(bindings: readonly KeyBinding[]): KeyGroup[] {
  const shown = bindings.map(({ keys, does }) => ({ does, keys: keys.length > 4 ? ['0 … 9'] : keys }));
  const isWay = ({ keys }: { keys: readonly string[] }) => /^(Arrow|Home|End|(Shift\+)?c$)/.test(keys[0]!);
  const isStroke = ({ keys }: { keys: readonly string[] }) => /^[duahpstxnqwe]$/.test(keys[0]!);
  return [
    { title: 'Lane: moving about', bindings: shown.filter(isWay) },
    { title: 'Lane: strokes and sounds', bindings: shown.filter(isStroke) },
    { title: 'Lane: notes', bindings: shown.filter((one) => !isWay(one) && !isStroke(one)) },
  ];
}
