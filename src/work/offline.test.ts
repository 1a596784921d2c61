import { describe, expect, it, vi } from 'vitest';
import { outdated } from '@/offline/kept';
import { OfflineDesk, type Container } from './offline';

class Worker extends EventTarget {
  state = 'installing';
  readonly postMessage = vi.fn();
  become(state: string) {
    this.state = state;
    this.dispatchEvent(new Event('statechange'));
  }
}

/** A browser's container with one registration, moved by hand. */
function browser(has: { active?: boolean; waiting?: boolean; fault?: Error } = {}) {
  const registration = Object.assign(new EventTarget(), {
    installing: null as Worker | null,
    waiting: has.waiting ? new Worker() : null,
    active: has.active ? new Worker() : null,
  });
  const container = Object.assign(new EventTarget(), {
    controller: registration.active,
    register: vi.fn(() => (has.fault ? Promise.reject(has.fault) : Promise.resolve(registration))),
  });
  const reload = vi.fn();
  const desk = new OfflineDesk(container as unknown as Container, reload);
  const find = () => {
    const worker = new Worker();
    registration.installing = worker;
    registration.dispatchEvent(new Event('updatefound'));
    return worker;
  };
  const takesOver = () => container.dispatchEvent(new Event('controllerchange'));
  return { container, registration, reload, desk, find, takesOver, shown: () => desk.getSnapshot() };
}

describe('the copy without a network', () => {
  it('is made once, is ready when its worker runs, and taking charge of the first page is no renewal', async () => {
    const { desk, container, find, takesOver, shown, reload } = browser();
    expect(shown().status).toBe('absent');
    await desk.prepare();
    await desk.prepare();
    expect(container.register).toHaveBeenCalledTimes(1);
    expect(shown().status).toBe('preparing');
    const worker = find();
    worker.become('installed');
    worker.become('activated');
    takesOver();
    expect(shown()).toEqual({ status: 'ready', fault: '', hasNewer: false, isOlder: false });
    expect(reload).not.toHaveBeenCalled();
  });

  it('says why there is none: refused, not let, or not all of it came', async () => {
    const refused = browser({ fault: new Error('no room') });
    await refused.desk.prepare();
    expect(refused.shown()).toMatchObject({ status: 'failed', fault: expect.stringContaining('no room') });

    const blocked = browser();
    blocked.container.register.mockResolvedValue(undefined as never);
    await blocked.desk.prepare();
    expect(blocked.shown()).toMatchObject({
      status: 'failed',
      fault: expect.stringContaining('no page keep'),
    });

    const partly = browser();
    await partly.desk.prepare();
    partly.find().become('redundant');
    expect(partly.shown()).toMatchObject({ status: 'failed', fault: expect.stringContaining('Not all') });
  });

  it('works on where there is no network to compare with, and where a newer one does not come whole', async () => {
    const alone = browser({ active: true, fault: new Error('no network') });
    await alone.desk.prepare();
    expect(alone.shown().status).toBe('ready');

    const { desk, find, shown } = browser({ active: true });
    await desk.prepare();
    find().become('redundant');
    expect(shown()).toMatchObject({ status: 'ready', hasNewer: false });
  });

  it('offers a newer version and takes it only when told; then the page is loaded again', async () => {
    const { desk, registration, find, takesOver, shown, reload } = browser({ active: true });
    await desk.prepare();
    const worker = find();
    worker.become('installed');
    registration.waiting = worker;
    expect(shown().hasNewer).toBe(true);
    expect(worker.postMessage).not.toHaveBeenCalled();
    desk.take();
    expect(worker.postMessage).toHaveBeenCalledWith({ type: 'SKIP_WAITING' });
    expect(reload).not.toHaveBeenCalled();
    takesOver();
    expect(reload).toHaveBeenCalledTimes(1);
  });

  it('offers what waited since an earlier visit', async () => {
    const { desk, shown } = browser({ active: true, waiting: true });
    await desk.prepare();
    expect(shown().hasNewer).toBe(true);
  });

  it('leaves this page as it is where another tab took the newer version', async () => {
    const { desk, takesOver, shown, reload } = browser({ active: true });
    await desk.prepare();
    takesOver();
    expect(reload).not.toHaveBeenCalled();
    expect(shown()).toMatchObject({ hasNewer: false, isOlder: true });
    desk.take();
    expect(reload).toHaveBeenCalledTimes(1);
  });

  it('is nothing where the browser has no such workers', async () => {
    const desk = new OfflineDesk(undefined, () => undefined);
    await desk.prepare();
    expect(desk.getSnapshot().status).toBe('absent');
  });
});

describe('caches', () => {
  it('of this version and the one before stay, with what is shared and what is not ours', () => {
    const names = [
      'other',
      'yardfell-files-a',
      'yardfell-views-a',
      'yardfell-shared',
      'yardfell-files-b',
      'yardfell-views-b',
      'yardfell-files-c',
      'yardfell-views-c',
    ];
    expect(outdated(names, 'c')).toEqual(['yardfell-files-a', 'yardfell-views-a']);
    expect(outdated(['yardfell-files-c'], 'c')).toEqual([]);
  });
});
