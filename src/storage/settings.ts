/** What the user set once and expects to find again: kept in this browser, not in files. */
import type { Database } from './database';

export interface SoundSettings {
  /** 0–1. */
  readonly volume: number;
  readonly click: boolean;
  readonly notes: boolean;
  readonly countInBars: number;
}

const DEFAULT_SOUND: SoundSettings = { volume: 0.7, click: true, notes: true, countInBars: 1 };

const SOUND_KEY = 'sound';

/** How things sound, as last set. */
export async function soundSettings(db: Database): Promise<SoundSettings> {
  const kept = (await db.meta.get(SOUND_KEY))?.value as Partial<SoundSettings> | undefined;
  return { ...DEFAULT_SOUND, ...kept };
}

/** Keeps how things sound. */
export async function keepSoundSettings(db: Database, settings: SoundSettings): Promise<void> {
  await db.meta.put({ key: SOUND_KEY, value: settings });
}

export type Paper = 'a4' | 'letter';

export interface HandoutSettings {
  readonly paper: Paper;
  readonly notes: boolean;
  readonly ladder: boolean;
  readonly room: boolean;
  /** Each exercise begins a page. */
  readonly pageEach: boolean;
}

const DEFAULT_HANDOUT: HandoutSettings = {
  paper: 'a4',
  notes: true,
  ladder: true,
  room: true,
  pageEach: false,
};

const HANDOUT_KEY = 'handout';

/** What stands on a handout, as last chosen. */
export async function handoutSettings(db: Database): Promise<HandoutSettings> {
  const kept = (await db.meta.get(HANDOUT_KEY))?.value as Partial<HandoutSettings> | undefined;
  return { ...DEFAULT_HANDOUT, ...kept };
}

/** Keeps what stands on a handout. */
export async function keepHandoutSettings(db: Database, settings: HandoutSettings): Promise<void> {
  await db.meta.put({ key: HANDOUT_KEY, value: settings });
}
