/** Longer than a frame is not waited for: in a window that is not shown there is none. */
const MOST_MS = 60;

/**
 * Waits until what was just changed has been painted, so that writing it does not hold it up. Goes on at once where
 * nothing paints, and when the page is being left.
 */
export function afterPaint(): Promise<void> {
  if (typeof requestAnimationFrame === 'undefined' || document.visibilityState === 'hidden')
    return Promise.resolve();
  return new Promise((resolve) => {
    const done = () => {
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', done);
      resolve();
    };
    const timer = setTimeout(done, MOST_MS);
    document.addEventListener('visibilitychange', done);
    requestAnimationFrame(() => setTimeout(done));
  });
}
