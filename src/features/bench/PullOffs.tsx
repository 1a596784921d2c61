'use client';
import styled from 'styled-components';
import { noteById, withPullOff, type Exercise } from '@/core';
import { Button } from '@/ui/controls/Button';
import type { EditExercise } from '@/work/bench/acting';

const Offers = styled.ul`
  display: grid;
  gap: 0.35rem;
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.75rem;
  }
`;

interface PullOffsProps {
  readonly exercise: Exercise;
  /** Ids of the notes that stand alone on a turning string. */
  readonly lone: readonly string[];
  readonly edit: EditExercise;
}

/** A pulled turn needs a second note on its string: offered where there is one alone. */
export function PullOffs({ exercise, lone, edit }: PullOffsProps) {
  const { passage } = exercise;
  return (
    <Offers aria-label="Turning strings with a single note">
      {lone.map((id) => {
        const { string, fret } = noteById(passage, id)!;
        const pulled = withPullOff(passage, id);
        return (
          <li key={id}>
            String {string} has a single note where the sweep turns, fret {fret}
            {pulled ? (
              <>
                , so there is nothing to pull.
                <Button
                  onPress={() =>
                    edit('Pull off where the sweep turns', (one) => ({
                      ...one,
                      passage: withPullOff(one.passage, id)?.passage ?? one.passage,
                    }))
                  }
                >
                  Pull it off to fret {pulled.fret}
                </Button>
              </>
            ) : (
              ': an open string cannot be pulled off.'
            )}
          </li>
        );
      })}
    </Offers>
  );
}
