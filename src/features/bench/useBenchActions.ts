'use client';
import { useMemo, useState } from 'react';
import { endingWithNotes, type Exercise, type Passage, type Place } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { say } from '@/ui/controls/say';
import { attempt, tellRefused } from '@/work/perform';
import type { EditExercise } from './edit';
import { digitMemory, firstDifference, type DigitMemory, type Edit } from '@/work/bench/editing';

/** Where the caret was put last, and what was said there. */
interface Where {
  readonly wanted: Place;
  /** Whether the change at the caret is explained. */
  readonly explains: boolean;
  /** What the last edit could not do as it was asked. */
  readonly remark: string | null;
  /** The last action came from the lane: what lies round it may follow a moment later. */
  readonly fromLane: boolean;
}

/** An edit, or how to make it from the notes as they are then. */
export type Asked = Edit | ((passage: Passage) => Edit);

/** What is done to the exercise of a Bench; the same object for as long as the Bench is open. */
export interface BenchActions {
  readonly passage: () => Passage;
  readonly edit: EditExercise;
  readonly apply: (asked: Asked, mergeKey?: string) => void;
  /** The same from the lane. */
  readonly laneApply: (asked: Asked, mergeKey?: string) => void;
  readonly place: (place: Place, explains?: boolean) => void;
  /** The same from elsewhere: what lies round the lane follows at once. */
  readonly go: (place: Place) => void;
  readonly undo: (way: 'undo' | 'redo') => void;
  readonly setLoop: (loop: boolean) => void;
  readonly digits: DigitMemory;
}

function firstPlace(passage: Passage): Place {
  const first = passage.notes[0];
  return first
    ? { ticks: first.onsetTicks, string: first.string }
    : { ticks: -passage.pickupTicks, string: 3 };
}

/** The actions of a Bench and where they are. */
export function useBenchActions(
  editor: ExerciseEditor,
  exercise: Exercise,
): { actions: BenchActions; where: Where } {
  const [where, setWhere] = useState<Where>(() => ({
    wanted: firstPlace(exercise.passage),
    explains: false,
    remark: null,
    fromLane: false,
  }));
  const [digits] = useState(digitMemory);
  const [atFirst] = useState(exercise.passage);
  const actions = useMemo((): BenchActions => {
    const passage = () => editor.snapshot().exercise?.passage ?? atFirst;
    const edit: EditExercise = (label, change, mergeKey) => {
      setWhere((now) => (now.fromLane ? { ...now, fromLane: false } : now));
      editor.edit(label, change, mergeKey);
    };
    const place = (wanted: Place, explains = false) => {
      digits.forget();
      setWhere({ wanted, explains, remark: null, fromLane: true });
    };
    const applyFrom = (fromLane: boolean) => (asked: Asked, mergeKey?: string) => {
      const made = typeof asked === 'function' ? asked(passage()) : asked;
      if (!made) return;
      if ('fault' in made) return setWhere((now) => ({ ...now, remark: made.fault, fromLane }));
      setWhere({ wanted: made.caret, explains: false, remark: made.remark ?? null, fromLane });
      editor.edit(made.label, (one) => ({ ...one, passage: made.passage }), mergeKey);
    };
    return {
      passage,
      edit,
      apply: applyFrom(false),
      laneApply: applyFrom(true),
      place,
      go: (wanted) => {
        digits.forget();
        setWhere({ wanted, explains: false, remark: null, fromLane: false });
      },
      // Undo and redo put the caret where something changed.
      undo: (way) => {
        const before = passage();
        editor.undo(way, tellRefused);
        attempt('Showing what changed', async () => {
          await editor.settled();
          const changed = firstDifference(before, passage());
          if (changed) place(changed);
        });
      },
      setLoop: (loop) => {
        const round = loop ? endingWithNotes(passage()) : passage();
        if (round !== passage())
          say(
            'The empty slots after the last note are cut, so that it comes round without a gap. Undo brings them back.',
          );
        edit(loop ? 'Loop on' : 'Loop off', (one) => ({
          ...one,
          policy: { ...one.policy, loop },
          passage: loop ? endingWithNotes(one.passage) : one.passage,
        }));
      },
      digits,
    };
  }, [editor, digits, atFirst]);
  return { actions, where };
}
