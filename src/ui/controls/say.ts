import type { Message } from './toastQueue';

/** Long enough to read a sentence and reach the button. */
const SHOWN_MS = 10_000;

/** Says in passing what happened, with one thing to do about it (most often: undo). */
export function say(text: string, action?: Message['action']): void {
  // Loaded late: nothing is said before something was done.
  import('./toastQueue').then(
    ({ queue }) => queue.add(action ? { text, action } : { text }, { timeout: SHOWN_MS }),
    // Without the part that shows messages there is only the browser's own way.
    () => globalThis.alert?.(text),
  );
}

/** Takes down what was said about an action that was taken back: it is not true any more. */
export function unsay(about: string): void {
  import('./toastQueue').then(
    ({ queue }) => {
      for (const { key, content } of [...queue.visibleToasts])
        if (content.action?.about === about) queue.close(key);
    },
    () => undefined,
  );
}
