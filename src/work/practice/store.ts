/** The runner's store: holds its state and does what the machine asks for, with the database, the clock and the sound it is given. */
import { bareRecord, capital, passageHash } from '@/core';
import {
  addRun,
  addSign,
  afterPaint,
  correctRun,
  isNoRoom,
  keepSitting,
  lastSitting,
  newId,
  nowMs,
  readRunsById,
  readyForVerdicts,
  readSign,
  readSigns,
  removeRuns,
  removeSign,
  timestamp,
  type DatabaseHandle,
  type PracticeSitting,
  type SittingAt,
} from '@/storage';
import { ahead, attempt, inWords, told } from '../perform';
import { Store } from '../store';
import { step } from './machine';
import { countInSession } from './sessions';
import {
  keyOf,
  openingState,
  saidOf,
  type Given,
  type PracticeEffect,
  type PracticeEvent,
  type PracticeState,
} from './state';
import type { Now } from './over';

/** The sound of runs, as far as the machine asks for it. */
export interface RunSound {
  readonly play: (effect: Extract<PracticeEffect, { do: 'play' }>) => void;
  readonly stop: () => void;
  /** Ends at the next click. */
  readonly stopAtClick: () => void;
  /** Heard from the next click on. */
  readonly setTempo: (bpm: number) => void;
}

/** This moment. */
export const now = (): Now => ({ ms: nowMs(), at: timestamp() });

/** What could not be kept, and what to do about it. */
const UNKEPT = {
  run: { what: 'the run was not kept. The runs before it are', again: 'judge it again to try once more' },
  sign: { what: 'what the hand said was not kept. The runs are', again: 'say it again to try once more' },
  more: { what: 'what was said of the run was not kept. The run is', again: 'say it again to try once more' },
  standing: {
    what: 'where the sitting stands was not kept. The runs are',
    again: 'it is written with the next run',
  },
} as const;

function failed(error: unknown, of: keyof typeof UNKEPT): void {
  const { what, again } = UNKEPT[of];
  told(
    isNoRoom(error)
      ? `There is no room left in this browser: ${what}. Export all, then delete what is not needed.`
      : `${capital(what)}; ${again}. (${inWords(error)})`,
  );
}

export class PracticeStore extends Store<PracticeState> {
  /** One after the other: what is said next must find what was kept before. */
  private queue: Promise<unknown> = Promise.resolve();
  private isOpening = false;
  /** Runs that were put right have another id than they had when they were said. */
  private readonly renamed = new Map<string, string>();

  /** @param sound what plays the runs. It may be changed later (`soundWith`). */
  constructor(
    private readonly db: DatabaseHandle,
    given: Given,
    private sound: RunSound,
  ) {
    super(openingState(given));
  }

  /** Plays with another sound from now on. */
  soundWith(sound: RunSound): void {
    this.sound = sound;
  }

  /** Takes up the sitting of the player, or begins one; once. */
  open(hasWarmUp: boolean): void {
    if (this.isOpening) return;
    this.isOpening = true;
    ahead(readyForVerdicts);
    attempt('Opening the sitting', async () => {
      const { playerId, exerciseId } = this.state.given;
      const at = now();
      const day = at.at.slice(0, 10);
      const [sitting, signs] = await Promise.all([
        lastSitting(this.db, playerId),
        readSigns(this.db, playerId, day, day),
      ]);
      const hurt = signs.find((one) => one.kind === 'pain' && one.exerciseId === exerciseId) ?? null;
      const pain = hurt && { id: hurt.id, bpm: hurt.bpm };
      this.dispatch({ is: 'opened', sitting, pain, hasWarmUp, now: at, id: newId() });
    });
  }

  /** Lets the machine take a step, and does what it asks for. */
  readonly dispatch = (event: PracticeEvent): void => {
    const { state, effects } = step(this.state, event);
    this.put(state);
    for (const effect of effects) this.perform(effect);
  };

  /** Waits until everything that was said is kept. */
  settled(): Promise<unknown> {
    return this.queue;
  }

  private inTurn(
    of: keyof typeof UNKEPT,
    work: () => Promise<unknown>,
    onFailure: () => void = () => undefined,
  ): void {
    // What was said is painted first; a page that is left in between keeps it at once.
    this.queue = Promise.all([this.queue, afterPaint()])
      .then(work)
      .catch((error: unknown) => {
        failed(error, of);
        onFailure();
      });
  }

  private perform(effect: PracticeEffect): void {
    const { db } = this;
    switch (effect.do) {
      case 'play':
        this.sound.play(effect);
        // The verdict asks for it; reckoned then, it would be waited for.
        ahead(() => afterPaint().then(() => passageHash(effect.playing.stepped.exercise.passage)));
        return this.count(0);
      case 'stop':
        return this.sound.stop();
      case 'stop at click':
        return this.sound.stopAtClick();
      case 'set tempo':
        return this.sound.setTempo(effect.bpm);
      case 'say':
        return told(effect.text);
      case 'keep':
        return this.inTurn('standing', () => keepSitting(db, this.at(effect.sitting)));
      case 'add run': {
        const { id, run, passage, sitting } = effect;
        return this.inTurn(
          'run',
          () => addRun(db, id, run, { sitting: this.at(sitting), passage }).then(() => this.count(1)),
          () => this.dispatch({ is: 'not kept', id }),
        );
      }
      case 'add sign': {
        const { id, sign, sitting } = effect;
        return this.inTurn(
          'sign',
          () => addSign(db, id, sign, this.at(sitting)),
          () => this.dispatch({ is: 'not kept', id }),
        );
      }
      case 'amend':
        return this.inTurn('more', () => this.amend(effect.more));
      case 'take away': {
        const { said, sitting } = effect;
        return this.inTurn('standing', async () => {
          if (said.kind === 'verdict') {
            const runs = await readRunsById(db, [this.idNow(said.id)]);
            if (runs.length > 0) await removeRuns(db, runs);
            this.count(-1);
          } else {
            const sign = await readSign(db, said.id);
            if (sign) await removeSign(db, sign);
          }
          await keepSitting(db, this.at(sitting));
        });
      }
    }
  }

  /** Where a session has this exercise on, its time and its runs are counted. */
  private count(runs: -1 | 0 | 1): void {
    const { playerId, exerciseId } = this.state.given;
    const { ms } = now();
    this.inTurn('standing', () => countInSession(this.db, playerId, exerciseId, ms, runs));
  }

  private idNow(id: string): string {
    const next = this.renamed.get(id);
    return next === undefined ? id : this.idNow(next);
  }

  /** A sitting as it was when something was said, with the ids of now. */
  private at(sitting: PracticeSitting): SittingAt {
    const said = sitting.said.map((one) => ({ ...one, id: this.idNow(one.id) }));
    return { sitting: { ...sitting, said }, key: keyOf(this.state.given) };
  }

  private async amend(more: Extract<PracticeEffect, { do: 'amend' }>['more']): Promise<void> {
    const said = saidOf(this.state).findLast(({ kind }) => kind === 'verdict');
    const [old] = said ? await readRunsById(this.db, [said.id]) : [];
    if (!old) return;
    const { id: _, ...fields } = bareRecord(old);
    let newId = '';
    await correctRun(this.db, old, { ...fields, ...more }, (id) => {
      newId = id;
      const { state } = step(this.state, { is: 'amended', id: old.id, newId: id });
      return { sitting: state.sitting!, key: keyOf(state.given) };
    });
    this.renamed.set(old.id, newId);
    this.dispatch({ is: 'amended', id: old.id, newId });
  }
}
