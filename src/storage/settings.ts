/** What the user set once and expects to find again: kept in this browser, not in files. */
import { DEFAULT_SCHOOLS, PLAIN_CLICK, type ClickPattern, type Schools } from '@/core';
import type { HandSchool } from '@/core/fretting';
import type { Database } from './database';

/** Reads and keeps one group of settings; what was never set, or is new, is as at first. */
function settings<Group extends object>(key: string, atFirst: Group) {
  return {
    read: async (db: Database): Promise<Group> => ({
      ...atFirst,
      ...((await db.meta.get(key))?.value as Partial<Group> | undefined),
    }),
    keep: async (db: Database, group: Group): Promise<void> => {
      await db.meta.put({ key, value: group });
    },
  };
}

export interface SoundSettings {
  /** 0–1. */
  readonly volume: number;
  readonly click: boolean;
  readonly notes: boolean;
  readonly countInBars: number;
  /** A click of its own for each stroke. */
  readonly strokes: boolean;
  /** A voice for each kind of change. */
  readonly kinds: boolean;
  /** Strokes are called where there is room for a word. */
  readonly called: boolean;
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

/** How things are said and drawn. */
export interface ViewSettings extends Schools {
  /** The lane shows the strings as the guitar hangs, the thickest on top; else as tab is read. */
  readonly thickOnTop: boolean;
  /** Fingers that are worked out stand in the lane beside those that are set. */
  readonly workedFingers: boolean;
  /** By which school they are worked out. */
  readonly handSchool: HandSchool;
  /** Single letters, digits and signs act outside of the lane too. */
  readonly singleKeys: boolean;
}

export const VIEW_AT_FIRST: ViewSettings = {
  ...DEFAULT_SCHOOLS,
  thickOnTop: false,
  workedFingers: false,
  handSchool: 'rolls',
  singleKeys: true,
};

/** How things are said and drawn, as last chosen. */
export const { read: viewSettings, keep: keepViewSettings } = settings<ViewSettings>('view', VIEW_AT_FIRST);

export type Paper = 'a4' | 'letter';

export interface HandoutSettings {
  readonly paper: Paper;
  readonly notes: boolean;
  readonly ladder: boolean;
  readonly room: boolean;
  /** Each exercise begins a page. */
  readonly pageEach: boolean;
  /** Whom it is for stands at the head. */
  readonly forWhom: boolean;
}

/** What stands on a handout, as last chosen. */
export const { read: handoutSettings, keep: keepHandoutSettings } = settings<HandoutSettings>('handout', {
  paper: 'a4',
  notes: true,
  ladder: true,
  room: true,
  pageEach: false,
  forWhom: true,
});

/** A part of the warm-up. */
export interface WarmUpItem {
  readonly text: string;
  readonly minutes: number;
}

export interface PracticeSettings {
  readonly clicks: ClickPattern;
  /** After the rest the next run begins by itself. */
  readonly goesOn: boolean;
  /** The pick in motion is shown beside the lane. */
  readonly showsPick: boolean;
  /** Keys that pedals send; null: none was learnt. */
  readonly pedals: { readonly clean: string; readonly notClean: string };
  readonly warmUp: readonly WarmUpItem[];
}

/** How practice goes, as last set. The warm-up is common practice, no source. */
export const { read: practiceSettings, keep: keepPracticeSettings } = settings<PracticeSettings>('practice', {
  clicks: PLAIN_CLICK,
  goesOn: false,
  showsPick: false,
  pedals: { clean: 'PageDown', notClean: 'PageUp' },
  warmUp: [
    { text: 'Shake out hands and arms, let the shoulders drop', minutes: 1 },
    { text: 'One damped string, down and up, as softly as it sounds', minutes: 1 },
    { text: 'The first step of the ladder without a click', minutes: 1 },
  ],
});

export interface JudgingSettings {
  /** Older runs count half as much after so many days. */
  readonly halfLifeDays: number;
}

/** How the record is judged. Three weeks: common practice, no source. */
export const { read: judgingSettings, keep: keepJudgingSettings } = settings<JudgingSettings>('judging', {
  halfLifeDays: 21,
});
