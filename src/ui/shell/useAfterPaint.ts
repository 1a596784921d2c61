'use client';
import { startTransition, useEffect, useState } from 'react';

/**
 * A value a moment later: once the frame with what changed has been painted. What is drawn from it never holds up the
 * frame that a key waits for, and can be interrupted by the next.
 */
export function useAfterPaint<T>(value: T): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => startTransition(() => setLater(() => value)));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [value]);
  return later;
}
