/** What is done to the exercise of a Bench, and where its caret is put. */
import { endingWithNotes, type Exercise, type Passage, type Place } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { attempt, told, tellRefused } from '../perform';
import { Store } from '../store';
import { digitMemory, firstDifference, type DigitMemory, type Edit } from './editing';

/** How the exercise of the Bench is changed; edits in a row with one merge key are taken back together. */
export type EditExercise = (
  label: string,
  change: (exercise: Exercise) => Exercise,
  mergeKey?: string,
) => void;

/** Where the caret was put last, and what was said there. */
export interface Where {
  readonly wanted: Place;
  /** Whether what stands there was chosen: the caret was put, or something was entered at it. */
  readonly isChosen: boolean;
  /** Whether the change at the caret is explained. */
  readonly explains: boolean;
  /** What the last edit could not do as it was asked. */
  readonly remark: string | null;
  /** The last action came from the lane: what lies round it may follow a moment later. */
  readonly fromLane: boolean;
}

/** An edit, or how to make it from the notes as they are then. */
export type Asked = Edit | ((passage: Passage) => Edit);

/** As much of an exercise's editor as is used here. */
export type EditorLike = Pick<ExerciseEditor, 'snapshot' | 'edit' | 'undo' | 'settled'>;

const CUT_TAIL =
  'The empty slots after the last note are cut, so that it comes round without a gap. Undo brings them back.';

function firstPlace(passage: Passage): Place {
  const first = passage.notes[0];
  return first
    ? { ticks: first.onsetTicks, string: first.string }
    : { ticks: 0 - passage.pickupTicks, string: 3 };
}

/** The actions of a Bench; one for as long as the Bench is open. */
export class BenchActions extends Store<Where> {
  readonly digits: DigitMemory = digitMemory();

  /** @param atFirst the notes before the editor has read them. */
  constructor(
    private readonly editor: EditorLike,
    private readonly atFirst: Passage,
  ) {
    super({
      wanted: firstPlace(atFirst),
      isChosen: false,
      explains: false,
      remark: null,
      fromLane: false,
    });
  }

  /** The notes as they are now. */
  readonly passage = (): Passage => this.editor.snapshot().exercise?.passage ?? this.atFirst;

  /** Changes the exercise from a panel; the caret stays. */
  readonly edit: EditExercise = (label, change, mergeKey) => {
    if (this.state.fromLane) this.put({ ...this.state, fromLane: false });
    this.editor.edit(label, change, mergeKey);
  };

  private applyFrom(fromLane: boolean, asked: Asked, mergeKey?: string): void {
    const made = typeof asked === 'function' ? asked(this.passage()) : asked;
    if (!made) return;
    if ('fault' in made) return this.put({ ...this.state, isChosen: true, remark: made.fault, fromLane });
    this.put({
      wanted: made.caret,
      isChosen: true,
      explains: false,
      remark: made.remark ?? null,
      fromLane,
    });
    this.editor.edit(made.label, (one) => ({ ...one, passage: made.passage }), mergeKey);
  }

  /** Carries out an edit of the notes; what it could not do is the caret's remark. */
  readonly apply = (asked: Asked, mergeKey?: string): void => this.applyFrom(false, asked, mergeKey);

  /** The same from the lane. */
  readonly laneApply = (asked: Asked, mergeKey?: string): void => this.applyFrom(true, asked, mergeKey);

  private goTo(wanted: Place, explains: boolean, fromLane: boolean, isChosen = true): void {
    this.digits.forget();
    this.put({ wanted, isChosen, explains, remark: null, fromLane });
  }

  /** Puts the caret, from the lane. */
  readonly place = (wanted: Place, explains = false): void => this.goTo(wanted, explains, true);

  /** The same from elsewhere: what lies round the lane follows at once. */
  readonly go = (wanted: Place): void => this.goTo(wanted, false, false);

  /** As `go`, but nothing opens or closes: a panel shows what it is about itself. */
  readonly follow = (wanted: Place): void => this.goTo(wanted, false, false, this.state.isChosen);

  /** Lets go of what was chosen; the caret stays. */
  readonly close = (): void =>
    this.put({ ...this.state, isChosen: false, explains: false, remark: null, fromLane: true });

  /** Takes back the last action, or does it again; the caret goes where something changed. */
  readonly undo = (way: 'undo' | 'redo'): void => {
    const before = this.passage();
    this.editor.undo(way, tellRefused);
    attempt('Showing what changed', async () => {
      await this.editor.settled();
      const changed = firstDifference(before, this.passage());
      if (changed) this.place(changed);
    });
  };

  /** Goes round or not; empty slots after the last note are cut where it goes round, which is said. */
  readonly setLoop = (loop: boolean): void => {
    const now = this.passage();
    if (loop && endingWithNotes(now) !== now) told(CUT_TAIL);
    this.edit(loop ? 'Loop on' : 'Loop off', (one) => ({
      ...one,
      policy: { ...one.policy, loop },
      passage: loop ? endingWithNotes(one.passage) : one.passage,
    }));
  };
}
