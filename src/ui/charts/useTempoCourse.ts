import { useMemo } from 'react';
import { useInPieces } from '@/ui/shell/useInPieces';
import { tempoCourse, type DaysOfOne, type TempoCourse } from '@/work/tempos';

const isOfSame = (one: DaysOfOne, other: DaysOfOne) =>
  one.days[0]?.exerciseId === other.days[0]?.exerciseId &&
  one.subdivision === other.subdivision &&
  one.halfLifeDays === other.halfLifeDays;

/** The clean tempo over the days of one exercise, once it is worked out; after a change of its record what was known before, until then. */
export function useTempoCourse({ days, subdivision, halfLifeDays }: DaysOfOne): TempoCourse | null {
  const of = useMemo(() => ({ days, subdivision, halfLifeDays }), [days, subdivision, halfLifeDays]);
  return useInPieces(of, tempoCourse, isOfSame);
}
