'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { database, ExerciseEditor, type EditorState } from '@/storage';

/** The editor of one exercise for the life of the view. */
export function useEditor(exerciseId: string): { editor: ExerciseEditor; state: EditorState } {
  const [editor] = useState(() => new ExerciseEditor(database(), exerciseId));
  useEffect(() => editor.open(), [editor]);
  const state = useSyncExternalStore(editor.subscribe, editor.snapshot, editor.snapshot);
  return { editor, state };
}
