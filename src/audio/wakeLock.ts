/** Keeps the screen awake while something is played, where the browser can. */
export class WakeLock {
  private wanted = false;
  private lock: WakeLockSentinel | null = null;

  constructor() {
    // The browser lets go of it when the page is hidden.
    document.addEventListener('visibilitychange', () => {
      if (this.wanted && document.visibilityState === 'visible') this.request();
    });
  }

  hold(): void {
    this.wanted = true;
    this.request();
  }

  release(): void {
    this.wanted = false;
    void this.lock?.release().catch(() => undefined);
    this.lock = null;
  }

  private request(): void {
    if (!('wakeLock' in navigator)) return;
    // Refused with low battery or without support: playing goes on without it.
    navigator.wakeLock.request('screen').then(
      (lock) => {
        // One is enough: asked for twice, the second is given back.
        if (this.wanted && (this.lock === null || this.lock.released)) this.lock = lock;
        else void lock.release().catch(() => undefined);
      },
      () => undefined,
    );
  }
}

let shared: WakeLock | null = null;

/** The lock of the page, beside that of what is played. */
export const screenLock = (): WakeLock => (shared ??= new WakeLock());
