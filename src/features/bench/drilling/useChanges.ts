'use client';
import { useMemo } from 'react';
import {
  KIND_NAMES,
  noteAt,
  type Exercise,
  type Place,
  type Plan,
  type Setup,
  type Transition,
} from '@/core';
import { hardestChanges, hardText } from '@/core/drills';
import { failingChanges } from '@/core/record';
import { database, daysOn } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';

export interface ChangesProps {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly bpm: number;
  readonly caret: Place;
}

/** String changes as they are offered: each once, the hardest first, with why it is hard. */
export function useChanges({ exerciseId, exercise, plan, setup, bpm, caret }: ChangesProps) {
  const { passage, goal } = exercise;
  const player = usePlayer();
  const days = useKept(() => daysOn(database(), player.id, exerciseId), [player.id, exerciseId]);
  // Apart from the caret, which moves often.
  const hard = useMemo(() => {
    const failing = failingChanges(days ?? []).map(({ fromNote, toNote, runs }) => ({
      fromNote,
      toNote,
      runs,
    }));
    return hardestChanges(plan, goal, bpm, setup, failing);
  }, [plan, goal, bpm, setup, days]);
  return useMemo(() => {
    const changes = hard.map(({ change }) => change);
    const here = noteAt(passage, caret.ticks, caret.string);
    const atCaret = changes.find(({ fromNote }) => fromNote === here?.id);
    const numbers = new Map(passage.notes.map(({ id }, at) => [id, at + 1]));
    const nameOf = (change: Transition) => {
      const { kind, stringFrom, stringTo, fromNote, toNote, seam } = change;
      const place = `notes ${numbers.get(fromNote)} to ${numbers.get(toNote)}${seam ? ', round' : ''}`;
      const why = [
        ...(change === atCaret ? ['at the caret'] : []),
        hardText(
          hard.find((one) => one.change === change)!,
          player.name === 'Me' ? '' : player.name,
        ),
      ].filter((words) => words !== '');
      const marks = why.length === 0 ? '' : ` (${why.join(', ')})`;
      return `${place}: ${KIND_NAMES[kind]} from ${stringFrom} to ${stringTo}${marks}`;
    };
    // On the first note the caret stands by itself; further on it was put there.
    const isPut = here !== undefined && here.id !== passage.notes[0]?.id;
    return { changes, nameOf, suggested: (isPut ? atCaret : null) ?? changes[0] ?? null };
  }, [passage, hard, caret, player.name]);
}
