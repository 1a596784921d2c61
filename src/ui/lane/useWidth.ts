'use client';
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** Pixels of text at its usual size; a lane narrower than this holds too little to be read. */
const USUAL_TEXT = 16;
const LEAST_LANE = 324;
const MOST_SCALE = 2.5;

/** How much larger than usual text is wanted, as far as the room allows. */
function textScale(room: number): number {
  const text = parseFloat(getComputedStyle(document.documentElement).fontSize) || USUAL_TEXT;
  return Math.max(1, Math.min(text / USUAL_TEXT, MOST_SCALE, room / LEAST_LANE));
}

/**
 * The width of a lane's frame as it changes, in the lane's own pixels: where text is larger than usual the lane is drawn larger with it.
 * @returns the frame, its width, and pixels of the page to one of the lane's.
 */
export function useWidth(): [frame: RefObject<HTMLDivElement | null>, width: number, scale: number] {
  const ref = useRef<HTMLDivElement>(null);
  const [{ width, scale }, setMeasured] = useState({ width: 0, scale: 1 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const scale = textScale(element.getBoundingClientRect().width);
      element.style.setProperty('zoom', scale === 1 ? '' : String(scale));
      const { clientWidth } = element;
      setMeasured((was) =>
        was.width === clientWidth && was.scale === scale ? was : { width: clientWidth, scale },
      );
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width, scale];
}

/** Where a pointer is on a drawing, in the drawing's own pixels. */
export function pointOn({
  currentTarget,
  clientX,
  clientY,
}: {
  readonly currentTarget: Element;
  readonly clientX: number;
  readonly clientY: number;
}): readonly [x: number, y: number] {
  const box = currentTarget.getBoundingClientRect();
  const scale = box.width / (Number(currentTarget.getAttribute('width')) || box.width);
  return [(clientX - box.left) / scale, (clientY - box.top) / scale];
}
