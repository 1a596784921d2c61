'use client';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import type { Exercise } from '@/core';
import type { SheetFor } from '@/work/sheet';

/** What stands in a dialog that begins an exercise. */
export const Form = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.9rem;
  /* Of a lane that is wider than a phone the beginning is shown. */
  .lane {
    overflow: hidden;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.5rem 1rem;
  }
`;

/** Where a made exercise is opened: on the Bench, or as a sheet with its twin and ladder. */
export function useOpening() {
  const router = useRouter();
  return async (then: 'bench' | 'sheet', id: string, exercise: Exercise, whom: SheetFor) => {
    if (then === 'bench') return router.push(benchAt(id));
    const { makeSheet } = await import('@/work/sheet');
    const { ids } = await makeSheet(id, exercise, whom);
    router.push(`/handout?ids=${ids.join()}`);
  };
}
