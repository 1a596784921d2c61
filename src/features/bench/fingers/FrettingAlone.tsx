'use client';
import { useRouter } from 'next/navigation';
import { counted, titledAs, type Exercise } from '@/core';
import { frettingAlone } from '@/core/fretting';
import { addExercise, database } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { attempt } from '@/work/perform';

/** The stage of the fretting hand alone, as an exercise of its own beside this one. */
export function FrettingAlone({ exercise }: { exercise: Exercise }) {
  const router = useRouter();
  return (
    <Button
      isDisabled={exercise.passage.notes.length === 0}
      onPress={() => {
        const { passage, silent } = frettingAlone(exercise.passage);
        const title = titledAs(exercise.title, '(fretting hand alone)');
        const alone: Exercise = { ...exercise, title, passage, recipe: null, question: null };
        attempt('Making the exercise', async () => {
          const { id } = await addExercise(database(), alone, `Fretting hand alone: “${exercise.title}”`);
          if (silent > 0)
            say(
              `${counted(silent, 'note')} that no finger can sound alone became rests; the exercise you came from has them.`,
            );
          router.push(`/bench/${id}`);
        });
      }}
    >
      Fretting hand alone, as a new exercise
    </Button>
  );
}
