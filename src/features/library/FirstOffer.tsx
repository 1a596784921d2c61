'use client';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import { database, answerFirstSteps } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import { FIRST_PATH } from '@/work/first/steps';
import { attempt } from '@/work/perform';

const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.75rem;
  padding: 0.5rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  background: ${colour.sunken};
`;

/** Offers the first steps, until it is answered. @param exerciseId on whose notes they are taken */
export function FirstOffer({ exerciseId }: { exerciseId: string }) {
  const router = useRouter();
  const answer = () => attempt('Noting the answer', () => answerFirstSteps(database()));
  return (
    <Strip aria-label="First steps">
      <p>New here? Five short steps on the notes of an exercise: what the lane says, and what can be done.</p>
      <Button
        onPress={() => {
          answer();
          FIRST_PATH.begin();
          router.push(benchAt(exerciseId));
        }}
      >
        Show me
      </Button>
      <Button look="quiet" onPress={answer}>
        No, thanks
      </Button>
    </Strip>
  );
}
