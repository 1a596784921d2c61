/** What keys and buttons of the runner do. */
import { isStringChange, type Transition } from '@/core';
import type { JudgedBy, Reason, RunPlace } from '@/core/record';
import { newId } from '@/storage';
import type { PlaybackControl } from '../playing';
import { told } from '../perform';
import { canName, saidOf, standingOf } from './state';
import { now, type PracticeStore } from './store';

/** What the actions of the moment go by. */
interface Acting {
  readonly store: PracticeStore;
  readonly sound: Pick<PlaybackControl, 'place'>;
  /** Whether a rest that is over goes on to the next run by itself. */
  readonly goesOn: boolean;
  readonly hasWarmUp: boolean;
  /** The change that was named last in this sitting. */
  readonly lastPlace: RunPlace | null;
}

/** Actions that ask for nothing of the moment: the same as long as the store is. */
export const steadyActions = ({ dispatch }: Pick<PracticeStore, 'dispatch'>) => ({
  tight: () => dispatch({ is: 'sign', kind: 'tight', id: newId(), now: now() }),
  pain: () => dispatch({ is: 'sign', kind: 'pain', id: newId(), now: now() }),
  see: (seen: string) => dispatch({ is: 'see', seen }),
  rest: (seconds: number) => dispatch({ is: 'rest', seconds, now: now() }),
  warm: () => dispatch({ is: 'warm' }),
  goOn: () => dispatch({ is: 'go on' }),
  again: () => dispatch({ is: 'again' }),
  end: () => dispatch({ is: 'end' }),
});

/** The runner's actions as it stands now. */
export function practiceActions({ store, sound, goesOn, hasWarmUp, lastPlace }: Acting) {
  const state = store.getSnapshot();
  const { place } = sound;
  const { given, playing } = state;
  const plan = (playing?.stepped ?? given.climb.stepped(given.steps[standingOf(state).climb.at]!)).plan;
  const changes = plan.analysis.transitions.filter((one) => isStringChange(one) && one.pass === 0);
  const { dispatch } = store;
  const nameChange = (change: Transition) => dispatch({ is: 'name change', change });
  const start = () => dispatch({ is: 'start', now: now(), id: newId(), hasWarmUp });
  return {
    ...steadyActions(store),
    start,
    stop: () => dispatch({ is: 'stop', place: place() }),
    judge: (verdict: 'clean' | 'not clean', by: JudgedBy = 'ear') => {
      const id = newId();
      dispatch({ is: 'judge', verdict, by, place: place(), id, now: now() });
      return id;
    },
    /** Takes the last back. @returns the run whose verdict that was; null: it was none, or nothing was taken back. */
    takeBack: (): string | null => {
      const last = saidOf(state).at(-1);
      dispatch({ is: 'take back' });
      const isGone =
        last?.kind === 'verdict' && !saidOf(store.getSnapshot()).some(({ id }) => id === last.id);
      return isGone ? last.id : null;
    },
    goTo: (at: number) => dispatch({ is: 'go to', at, place: place() }),
    setBpm: (bpm: number) => dispatch({ is: 'set tempo', bpm, place: place() }),
    nameReason: (reason: Reason) => dispatch({ is: 'name reason', reason }),
    nameChange,
    /** Names the change that was named last once more. */
    samePlace: () => {
      if (!canName(state)) return;
      const same = changes.find(
        ({ fromNote, toNote }) => fromNote === lastPlace?.fromNote && toNote === lastPlace.toNote,
      );
      if (same) nameChange(same);
      else
        told(
          'No place was named in this sitting yet: tap the change in the lane, or go to it with the arrow keys.',
        );
    },
    /** Goes to the next change, or the one before, round and round. */
    nextPlace: (by: 1 | -1) => {
      if (!canName(state) || changes.length === 0) return;
      const at = state.named ? changes.indexOf(state.named) : by > 0 ? -1 : 0;
      nameChange(changes[(at + by + changes.length) % changes.length]!);
    },
    /** A rest is over; where a limit asks for a longer one, nothing begins by itself. */
    restOver: (needed: number | null) => (goesOn && needed === null ? start() : dispatch({ is: 'rested' })),
  };
}

/** What keys and buttons of the runner do. */
export type PracticeActions = ReturnType<typeof practiceActions>;
