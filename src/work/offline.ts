/** The copy of the application that works without a network, and its renewal. */
import { under } from '@/addresses';
import { TAKE_OVER } from '@/offline/kept';
import { inWords } from './perform';
import { Store } from './store';

export interface OfflineState {
  /** `absent`: this browser has no such thing, or it was not asked yet. */
  readonly status: 'absent' | 'preparing' | 'ready' | 'failed';
  /** Why it failed, in words. */
  readonly fault: string;
  /** A newer version is here and waits to be taken. */
  readonly hasNewer: boolean;
  /** Another tab took the newer version; this one runs on the one before. */
  readonly isOlder: boolean;
}

/** What is used of the browser's workers, so that tests can stand in for it. */
export type Container = Pick<
  ServiceWorkerContainer,
  'controller' | 'register' | 'addEventListener' | 'removeEventListener'
>;

const ADDRESS = under('/offline.js');

const INCOMPLETE =
  'Not all of its files could be fetched or kept. It is tried again when Yardfell is opened the next time.';

const BLOCKED = 'This browser lets no page keep a copy of itself.';

/** Has the copy made, and knows when a newer one waits. */
export class OfflineDesk extends Store<OfflineState> {
  private registration: ServiceWorkerRegistration | null = null;
  private isAsked = false;
  private isTaking = false;

  /** @param reload loads the page again */
  constructor(
    private readonly container: Container | undefined,
    private readonly reload: () => void,
  ) {
    super({ status: 'absent', fault: '', hasNewer: false, isOlder: false });
  }

  /** Asks for the copy, once; never throws, what fails is in the state. */
  async prepare(): Promise<void> {
    const { container } = this;
    if (!container || this.isAsked) return;
    this.isAsked = true;
    let hasRun = container.controller !== null;
    container.addEventListener('controllerchange', () => {
      if (this.isTaking) return this.reload();
      // The first one only takes charge of the page it was made from.
      if (hasRun) this.show({ hasNewer: false, isOlder: true });
      hasRun = true;
    });
    this.show({ status: container.controller ? 'ready' : 'preparing' });
    try {
      const made = await container.register(ADDRESS, { scope: under('/'), updateViaCache: 'none' });
      // A browser that lets no page have such a copy may say so by giving nothing.
      const registration = made as ServiceWorkerRegistration | undefined;
      if (!registration) return this.show({ status: 'failed', fault: BLOCKED });
      this.registration = registration;
      if (registration.active) this.show({ status: 'ready', hasNewer: registration.waiting !== null });
      this.follow(registration.installing);
      registration.addEventListener('updatefound', () => this.follow(registration.installing));
    } catch (error) {
      // Without a network there is nothing to compare with; the copy that is here works.
      if (!container.controller) this.show({ status: 'failed', fault: inWords(error) });
    }
  }

  /** Takes the newer version: this page is loaded again, others go on until they are. */
  take(): void {
    if (!this.registration?.waiting) return this.reload();
    this.isTaking = true;
    this.registration.waiting.postMessage(TAKE_OVER);
  }

  private follow(worker: ServiceWorker | null): void {
    worker?.addEventListener('statechange', () => {
      const isFirst = this.state.status !== 'ready';
      if (worker.state === 'activated') this.show({ status: 'ready', fault: '' });
      else if (worker.state === 'installed' && !isFirst) this.show({ hasNewer: true });
      else if (worker.state === 'redundant' && isFirst) this.show({ status: 'failed', fault: INCOMPLETE });
    });
  }

  private show(change: Partial<OfflineState>): void {
    this.put({ ...this.state, ...change });
  }
}
