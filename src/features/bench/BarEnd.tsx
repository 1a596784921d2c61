'use client';
import { memo, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { isGivenUp, type ExerciseEditor, type SaveProblem } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { UndoButtons } from '@/ui/controls/UndoButtons';
import { giveOutOne } from '@/ui/shell/waysOut';
import { useAfterPaint } from '@/ui/shell/useAfterPaint';
import type { PlaybackProblem } from '@/ui/sound/useSound';
import { colour } from '@/ui/theme/tokens';
import type { BenchActions } from '@/work/bench/acting';
import type { Playing } from './usePlaying';

const End = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.5rem;
  margin-left: auto;
  color: ${colour.inkSoft};
`;

const SAVE_PROBLEMS: Record<SaveProblem, string> = {
  conflict: 'Another tab changed this exercise; what is kept is shown. Your last edit was not taken.',
  full: 'The browser has no room left: the last edit is not saved. Save a file now, then make room.',
  unwritten: 'The browser refused to save this new exercise. It is tried again with your next edit.',
  failed: 'The last edit could not be saved; what is kept is shown.',
  unread:
    'What is kept could not be read, so what is shown may not all be saved. Your next edit tries again.',
};

const SOUND_PROBLEMS: Record<PlaybackProblem, string> = {
  refused: 'The browser lets nothing sound: it may be muted for this page, or no loudspeaker is connected.',
  interrupted: 'The sound was interrupted: a device went away or something else took it over. Play again.',
  'no voice': 'The spoken strokes could not be read; everything else sounds.',
  'held up': 'The browser held this page up and some sounds were left out; the beat itself stayed in time.',
};

const LateUndo = memo(UndoButtons);

/** What went wrong, whether everything is saved, and undo; it follows the editor by itself. */
export function BarEnd({
  editor,
  actions,
  sound,
}: {
  editor: ExerciseEditor;
  actions: BenchActions;
  sound: Playing['sound'];
}) {
  const state = useSyncExternalStore(editor.subscribe, editor.snapshot, editor.snapshot);
  // Behind the notes, which are drawn first.
  const undo = useAfterPaint(state.undo);
  const redo = useAfterPaint(state.redo);
  return (
    <End>
      {sound.problem ? (
        <>
          <strong role="alert">{SOUND_PROBLEMS[sound.problem]}</strong>
          <Button onPress={sound.control.dismiss}>All right</Button>
        </>
      ) : null}
      {state.problem ? (
        <>
          <strong role="alert">{SAVE_PROBLEMS[state.problem]}</strong>
          {!isGivenUp(state.problem) ? (
            <Button
              onPress={() =>
                state.exercise && giveOutOne('project', { id: editor.id, exercise: state.exercise! })
              }
            >
              Save a file
            </Button>
          ) : null}
          <Button onPress={() => editor.dismiss()}>All right</Button>
        </>
      ) : (
        <span data-saved={!state.saving}>{state.saving ? 'Saving …' : 'Saved'}</span>
      )}
      <LateUndo undo={undo} redo={redo} onUndo={actions.undo} />
    </End>
  );
}
