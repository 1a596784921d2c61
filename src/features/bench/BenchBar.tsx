'use client';
import { Redo2, Undo2 } from 'lucide-react';
import styled from 'styled-components';
import { MAX_BPM, MIN_BPM, notesPerSecond, type Exercise } from '@/core';
import { database, setStartBpm, type ExerciseSession, type SaveProblem, type SessionState } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Switch } from '@/ui/controls/Switch';
import { exportLibrary } from '@/ui/shell/exportLibrary';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';

const Bar = styled.div`
  position: fixed;
  inset: auto 0 0 0;
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1.25rem;
  padding: 0.35rem 1.25rem;
  border-top: 1px solid ${colour.line};
  background: ${colour.sunken};
  label {
    margin: 0;
  }
  .tempo > div {
    display: flex;
    align-items: center;
    gap: 0.5rem;
  }
  .end {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    margin-left: auto;
    color: ${colour.inkSoft};
  }
  @media (max-height: 30rem), (max-width: 40rem) {
    position: static;
  }
`;

const PROBLEMS: Record<SaveProblem, string> = {
  conflict: 'Another tab changed this exercise; what is kept is shown. Your last edit was not taken.',
  full: 'The browser has no room left: the last edit is not saved. Save a file now, then make room.',
  unwritten: 'The browser refused to save this new exercise. It is tried again with your next edit.',
  failed: 'The last edit could not be saved; what is kept is shown.',
};

interface BenchBarProps {
  readonly session: ExerciseSession;
  readonly state: SessionState;
  readonly exercise: Exercise;
  readonly bpm: number;
  readonly onLoop: (loop: boolean) => void;
  readonly onStep: (way: 'undo' | 'redo') => void;
}

/** Loop, tempo, undo and whether everything is saved: always at hand. */
export function BenchBar({ session, state, exercise, bpm, onLoop, onStep }: BenchBarProps) {
  const player = usePlayer();
  const rate = notesPerSecond(bpm, exercise.passage.subdivision);
  return (
    <Bar role="region" aria-label="Loop, tempo and undo">
      <Switch isOn={exercise.policy.loop === true} onChange={onLoop}>
        Loop
      </Switch>
      <div className="tempo">
        <NumberField
          label={`Start tempo for ${player.name}`}
          value={bpm}
          min={MIN_BPM}
          max={MAX_BPM}
          onChange={(next) => next !== null && void setStartBpm(database(), session.id, player.id, next)}
        />
      </div>
      <span>bpm · {rate.toFixed(1)} notes a second</span>
      <div className="end">
        {state.problem ? (
          <>
            <strong role="alert">{PROBLEMS[state.problem]}</strong>
            {state.problem === 'full' ? (
              <Button onPress={() => void exportLibrary()}>Save a file</Button>
            ) : null}
            <Button onPress={() => session.dismiss()}>All right</Button>
          </>
        ) : (
          <span data-saved={!state.saving}>{state.saving ? 'Saving …' : 'Saved'}</span>
        )}
        <Button
          isDisabled={state.undo === null}
          onPress={() => onStep('undo')}
          aria-label={state.undo ? `Undo: ${state.undo}` : 'Nothing to undo'}
        >
          <Undo2 size={16} aria-hidden /> Undo
        </Button>
        <Button
          isDisabled={state.redo === null}
          onPress={() => onStep('redo')}
          aria-label={state.redo ? `Redo: ${state.redo}` : 'Nothing to redo'}
        >
          <Redo2 size={16} aria-hidden /> Redo
        </Button>
      </div>
    </Bar>
  );
}
