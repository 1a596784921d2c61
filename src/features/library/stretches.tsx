'use client';
/** The list of the Library in stretches: a window full at first, the rest at once after it, more while scrolling. */
import { startTransition, useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/controls/Button';

/** Rows with each further stretch; the rest follows while scrolling. */
export const STRETCH = 40;

/** Rows that are painted first, a window full: the rest of the first stretch follows at once. */
const FIRST_ROWS = 12;

/** How many rows are drawn: a few at first, and as many as are asked for when those are painted. */
export function useRowCount(isThere: boolean, asked: number): number {
  const [isPainted, setIsPainted] = useState(false);
  useEffect(() => {
    if (isThere) startTransition(() => setIsPainted(true));
  }, [isThere]);
  return isPainted ? asked : Math.min(FIRST_ROWS, asked);
}

/** Asks for more when it comes into sight. */
export function More({ onMore }: { onMore: () => void }) {
  const ref = useRef<HTMLLIElement>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && onMore(),
      {
        rootMargin: '400px',
      },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [onMore]);
  return (
    <li ref={ref}>
      <Button onPress={onMore}>Show more</Button>
    </li>
  );
}
