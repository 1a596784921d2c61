/** Who the simulated player can be, and on what. */
import type { PlayerErrors, PlayerSound } from '@/core/take';

/** What the player gets wrong, by name. */
export const PLAYERS = {
  steady: { name: 'plays it well', errors: { spreadMs: 4 } },
  inside: { name: 'late at inside changes', errors: { spreadMs: 5, lateAfter: { inside: 9 } } },
  outside: { name: 'early at outside changes', errors: { spreadMs: 5, lateAfter: { outside: -8 } } },
  bunched: { name: 'bunches sweeps', errors: { spreadMs: 4, bunchedTo: 0.45 } },
  upstrokes: { name: 'late upstrokes', errors: { spreadMs: 5, unevenMs: 8 } },
  careless: {
    name: 'misses and mistakes notes',
    errors: { spreadMs: 7, missing: 0.04, wrong: 0.05, extra: 0.04 },
  },
  rushing: { name: 'rushes', errors: { spreadMs: 5, driftMsAMinute: -900 } },
} as const satisfies Readonly<Record<string, { name: string; errors: PlayerErrors }>>;
export type PlayerId = keyof typeof PLAYERS;

/** The instrument and the room, by name. */
export const SOUNDS = {
  clean: { name: 'clean', sound: {} },
  damped: { name: 'damped', sound: { damped: true } },
  undamped: { name: 'clean, strings ring on', sound: { ringing: true } },
  driven: { name: 'driven', sound: { drive: 8 } },
  room: { name: 'in a room, click from the loudspeaker', sound: { room: 0.25, noiseDb: 30, clickDb: -6 } },
  ringing: { name: 'driven, strings ring on', sound: { drive: 12, ringing: true, noiseDb: 20 } },
} as const satisfies Readonly<Record<string, { name: string; sound: PlayerSound }>>;
export type SoundId = keyof typeof SOUNDS;
