/** What the user set once and expects to find again: kept in this browser, not in files. */
import { DEFAULT_SCHOOLS, PLAIN_CLICK } from '@/core';
import type { DatabaseHandle } from './database';
import type { SoundSettings, ViewSettings, HandoutSettings, PracticeSettings, JudgingSettings } from './kept';
import { noted, renoted } from './meta';

/** Reads and keeps one group of settings; what was never set, or is new, is as at first. What is kept goes beside what was kept before, so that two choices in a row both hold, whatever was read in between. */
function settings<Group extends object>(
  key: 'sound' | 'view' | 'handout' | 'practice' | 'judging',
  atFirst: Group,
) {
  return {
    read: async (db: DatabaseHandle): Promise<Group> => ({
      ...atFirst,
      ...((await noted(db, key)) as Partial<Group> | undefined),
    }),
    keep: async (db: DatabaseHandle, change: Partial<Group>): Promise<void> => {
      await renoted(db, key, (before) => ({ ...before, ...change }));
    },
  };
}

/** How things sound, as last set. */
export const { read: soundSettings, keep: keepSoundSettings } = settings<SoundSettings>('sound', {
  volume: 0.7,
  click: true,
  notes: true,
  countInBars: 1,
  strokes: false,
  kinds: false,
  called: false,
});

export const VIEW_AT_FIRST: ViewSettings = {
  ...DEFAULT_SCHOOLS,
  thickOnTop: false,
  workedFingers: false,
  handSchool: 'rolls',
  singleKeys: true,
  isStudents: false,
};

/** How things are said and drawn, as last chosen. */
export const { read: viewSettings, keep: keepViewSettings } = settings<ViewSettings>('view', VIEW_AT_FIRST);

/** What stands on a handout, as last chosen. */
export const { read: handoutSettings, keep: keepHandoutSettings } = settings<HandoutSettings>('handout', {
  paper: 'a4',
  notes: true,
  ladder: true,
  room: true,
  pageEach: false,
  forWhom: true,
  plainly: true,
  short: true,
  code: false,
});

/** How practice goes, as last set. The warm-up is common practice, no source. */
export const { read: practiceSettings, keep: keepPracticeSettings } = settings<PracticeSettings>('practice', {
  clicks: PLAIN_CLICK,
  goesOn: false,
  takesHeard: false,
  showsPick: false,
  pedals: { clean: 'PageDown', notClean: 'PageUp' },
  warmUp: [
    { text: 'Shake out hands and arms, let the shoulders drop', minutes: 1 },
    { text: 'One damped string, down and up, as softly as it sounds', minutes: 1 },
    { text: 'The first step of the ladder without a click', minutes: 1 },
  ],
});

/** How the record is judged. */
export const { read: judgingSettings, keep: keepJudgingSettings } = settings<JudgingSettings>('judging', {
  halfLifeDays: null,
});
