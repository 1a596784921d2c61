'use client';
import { startTransition, useEffect, useState } from 'react';

/** What a frame has room for beside what the page does. */
const SLICE_MS = 10;

const never = () => false;

/**
 * What takes longer than a frame, worked out in pieces once the page is painted; null until then.
 * @param of what it is worked out of; another value begins anew, null waits. @param steps the same function each time.
 * @param stays whether what was worked out of an earlier value may be shown until then; it never is where it is of another thing.
 */
export function useInPieces<Of extends object, Result>(
  of: Of | null,
  steps: (of: Of) => Generator<void, Result>,
  stays: (before: Of, now: Of) => boolean = never,
): Result | null {
  const [made, setMade] = useState<{ of: Of; result: Result } | null>(null);
  useEffect(() => {
    if (of === null) return;
    const work = steps(of);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const goOn = () => {
      const until = performance.now() + SLICE_MS;
      while (performance.now() < until) {
        const next = work.next();
        if (next.done) return startTransition(() => setMade({ of, result: next.value }));
      }
      timer = setTimeout(goOn);
    };
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(goOn);
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [of, steps]);
  return made !== null && of !== null && (made.of === of || stays(made.of, of)) ? made.result : null;
}
