'use client';
/** What is in a file, and what becomes of it, before anything is kept. */
import { Dialog } from '@/ui/controls/Dialog';
import type { Answer, Question } from '@/work/takingIn';
import { Parts } from './Parts';
import { ProjectQuestion } from './ProjectQuestion';

/** Asks about a file; closing it takes nothing. */
export function ImportDialog({
  question,
  onAnswer,
}: {
  question: Question;
  onAnswer: (answer: Answer) => void;
}) {
  return (
    <Dialog title={`In “${question.name}”`} isOpen onClose={() => onAnswer(null)}>
      {question.kind === 'parts' ? (
        <Parts parts={question.parts} onAnswer={onAnswer} />
      ) : (
        <ProjectQuestion question={question} onAnswer={onAnswer} />
      )}
    </Dialog>
  );
}
