/** A reader that gets nowhere is ended and said so; one that reports goes on; the next import works. Searches end with their workers. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import {
  prepareComposing,
  readFileInWorker,
  startComposing,
  startMending,
  startSetMending,
  startTrack,
  startWeek,
  type Running,
} from './index';

/** A worker that answers as it is told to; comlink speaks to it by messages. */
class FakeWorker {
  static ended = 0;
  static answer: (worker: FakeWorker, message: { id: string; argumentList: { value?: unknown }[] }) => void;
  private readonly listeners = new Set<(event: { data: unknown }) => void>();
  onerror: (() => void) | null = null;
  addEventListener(_: string, listener: (event: { data: unknown }) => void): void {
    this.listeners.add(listener);
  }
  removeEventListener(_: string, listener: (event: { data: unknown }) => void): void {
    this.listeners.delete(listener);
  }
  postMessage(message: { id: string; type: string; argumentList: { value?: unknown }[] }): void {
    // A proxy that is collected takes its leave, whenever that is: no call, and nothing to answer.
    if (message.type !== 'RELEASE') FakeWorker.answer(this, message);
  }
  say(data: unknown): void {
    for (const listener of [...this.listeners]) listener({ data });
  }
  terminate(): void {
    FakeWorker.ended++;
  }
}

afterEach(() => vi.unstubAllGlobals());

const read = (report?: (done: number) => void) => readFileInWorker('x.mid', new Uint8Array(3), report, 1000);

it('ends a reader that says nothing, and the next one reads', async () => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.ended = 0;
  FakeWorker.answer = () => undefined;
  await expect(read()).rejects.toThrow(/without getting anywhere/);
  expect(FakeWorker.ended).toBe(1);
  FakeWorker.answer = (worker, { id }) =>
    setTimeout(() => worker.say({ id, type: 'RAW', value: { kind: 'refusedProject', problems: [] } }));
  expect(await read()).toEqual({ kind: 'refusedProject', problems: [] });
  expect(FakeWorker.ended).toBe(2);
});

it('lets a reader go on that reports, however long it takes', async () => {
  vi.stubGlobal('Worker', FakeWorker);
  const seen: number[] = [];
  FakeWorker.answer = (worker, { id, argumentList }) => {
    // What is told of progress is a port of its own.
    const port = argumentList[2]!.value as MessagePort;
    const steps = [0.2, 0.4, 0.6, 0.8];
    steps.forEach((done, at) =>
      setTimeout(
        () =>
          port.postMessage({
            id: `p${at}`,
            type: 'APPLY',
            path: [],
            argumentList: [{ type: 'RAW', value: done }],
          }),
        600 * (at + 1),
      ),
    );
    setTimeout(() => worker.say({ id, type: 'RAW', value: { kind: 'refusedProject', problems: [] } }), 2700);
  };
  await read((done) => void seen.push(done));
  expect(seen).toEqual([0.2, 0.4, 0.6, 0.8]);
});

it('says so when the worker breaks', async () => {
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.answer = (worker) => setTimeout(() => worker.onerror?.());
  await expect(read()).rejects.toThrow(/broke off/);
});

describe('a search', () => {
  const nothing = {} as never;
  const starts: readonly (readonly [string, () => Running<unknown>])[] = [
    ['mending', () => startMending(nothing, nothing, () => undefined)],
    ['mending of a set', () => startSetMending([], [], nothing)],
    ['composing', () => startComposing(nothing, nothing, 1, () => undefined)],
  ];

  it.each(starts)('%s gives its result and ends its worker; one that breaks says so', async (_, start) => {
    vi.stubGlobal('Worker', FakeWorker);
    FakeWorker.ended = 0;
    FakeWorker.answer = (worker, { id }) =>
      setTimeout(() => worker.say({ id, type: 'RAW', value: ['a line'] }));
    expect(await start().result).toEqual(['a line']);
    expect(FakeWorker.ended).toBe(1);
    FakeWorker.answer = (worker) => setTimeout(() => worker.onerror?.());
    await expect(start().result).rejects.toThrow(/The search broke off/);
    expect(FakeWorker.ended).toBe(2);
  });

  it.each(starts)('%s that is stopped ends at once, and its result never comes', async (_, start) => {
    vi.stubGlobal('Worker', FakeWorker);
    FakeWorker.ended = 0;
    let answer = () => undefined as void;
    FakeWorker.answer = (worker, { id }) => {
      answer = () => worker.say({ id, type: 'RAW', value: [] });
    };
    const search = start();
    let came = false;
    search.result.then(
      () => (came = true),
      () => (came = true),
    );
    search.stop();
    expect(FakeWorker.ended).toBe(1);
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(came).toBe(false);
    // What an ended worker still had to say changes nothing of another search.
    FakeWorker.answer = (worker, { id }) =>
      setTimeout(() => worker.say({ id, type: 'RAW', value: ['another'] }));
    expect(await start().result).toEqual(['another']);
    answer();
  });

  const reporting: readonly (readonly [string, number, (report: () => void) => Running<unknown>])[] = [
    ['mending', 2, (report) => startMending(nothing, nothing, report)],
    ['composing', 3, (report) => startComposing(nothing, nothing, 1, report)],
    ['a week', 3, (report) => startWeek(nothing, null, [], report)],
    ['a track', 3, (report) => startTrack('x', [], nothing, report)],
  ];
  it.each(reporting)('%s that is stopped is not heard of any more', async (_, place, start) => {
    vi.stubGlobal('Worker', FakeWorker);
    let port: MessagePort | undefined;
    FakeWorker.answer = (_worker, { argumentList }) => {
      port = argumentList[place]!.value as MessagePort;
    };
    let heard = 0;
    const search = start(() => void (heard += 1));
    const tell = async () => {
      port!.postMessage({ id: 'p', type: 'APPLY', path: [], argumentList: [{ type: 'RAW', value: 0.5 }] });
      await new Promise((resolve) => setTimeout(resolve, 20));
    };
    await tell();
    expect(heard).toBe(1);
    search.stop();
    await tell();
    expect(heard).toBe(1);
  });

  it('composing takes the worker that was loaded ahead, once; one that is not needed is ended', async () => {
    let made = 0;
    vi.stubGlobal(
      'Worker',
      class extends FakeWorker {
        constructor() {
          super();
          made++;
        }
      },
    );
    FakeWorker.ended = 0;
    FakeWorker.answer = (worker, { id }) => setTimeout(() => worker.say({ id, type: 'RAW', value: [] }));
    const leave = prepareComposing();
    prepareComposing();
    expect(made).toBe(1);
    await startComposing(nothing, nothing, 1, () => undefined).result;
    expect(made).toBe(1);
    await startComposing(nothing, nothing, 1, () => undefined).result;
    expect([made, FakeWorker.ended]).toEqual([2, 2]);
    prepareComposing();
    leave();
    expect([made, FakeWorker.ended]).toEqual([3, 3]);
    leave();
    expect(FakeWorker.ended).toBe(3);
  });
});
