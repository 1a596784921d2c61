/** Setting a ladder: shown at once, then kept; what could not be kept is said and shown no more. */
import { FRESH_LADDER, type KeptLadder } from '@/core';
import { database, setLadder, type LadderFields } from '@/storage';
import { perform } from '../perform';
import { Store } from '../store';

/** What was set and is not read back yet. */
interface Ahead {
  readonly playerId: string;
  readonly fields: LadderFields;
}

/** Whether what is read back is what was set; steps and times come back as new values. */
const isSame = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

const GIVE_UP_MS = 1_000;

/** What is kept of a ladder with what was set since; undefined where there is neither. @param startBpm of its exercise, for a ladder that is new. */
export function withAhead(
  kept: KeptLadder | undefined,
  fields: LadderFields | null,
  startBpm: number,
): KeptLadder | undefined {
  return fields === null ? kept : { ...(kept ?? { ...FRESH_LADDER, startBpm }), ...fields };
}

/** What was set of one exercise's ladder and is not kept yet. */
export class LadderSetting extends Store<Ahead | null> {
  /** @param giveUpMs after this a change that is not read back is given up: another tab has overtaken it. */
  constructor(
    private readonly exerciseId: string,
    private readonly giveUpMs = GIVE_UP_MS,
  ) {
    super(null);
  }

  /** What was set for a student and is not read back yet; null: nothing. */
  fieldsOf(playerId: string): LadderFields | null {
    return this.state?.playerId === playerId ? this.state.fields : null;
  }

  /** What is kept was read: once it is what was set, it alone is shown, so that a later undo shows. */
  readBack(playerId: string, kept: KeptLadder | undefined): void {
    const fields = this.fieldsOf(playerId);
    if (fields === null) return;
    const isBack = Object.entries(fields).every(([key, value]) =>
      isSame(kept?.[key as keyof LadderFields], value),
    );
    if (isBack) this.put(null);
  }

  /** Sets fields of a student's ladder. @param startBpm of the exercise, for a ladder that is new. */
  async set(playerId: string, startBpm: number, change: LadderFields): Promise<void> {
    this.put({ playerId, fields: { ...this.fieldsOf(playerId), ...change } });
    const isDone = await perform(
      'Keeping the ladder',
      async () => {
        await setLadder(database(), this.exerciseId, playerId, startBpm, change);
        return true;
      },
      'It is as it was before.',
    );
    if (!isDone) return this.put(null);
    setTimeout(() => {
      const fields = this.fieldsOf(playerId);
      const isMine =
        fields !== null &&
        Object.entries(change).every(([key, value]) => fields[key as keyof LadderFields] === value);
      if (isMine) this.put(null);
    }, this.giveUpMs);
  }
}
