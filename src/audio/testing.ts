/** An audio clock that is moved by hand, for tests: keeps what was started and what was taken back. */
interface Started {
  readonly seconds: number;
  readonly frames: number;
  isHeard: boolean;
}

export interface FakeAudio {
  readonly started: readonly Started[];
  /** Moves the audio clock and the timers on together. */
  readonly pass: (seconds: number, tick: (ms: number) => void) => void;
  /** As when the browser stops or closes the newest context. */
  readonly setState: (state: AudioContextState) => void;
  readonly wakeLocks: () => number;
  /** Another device was plugged in or out. */
  readonly changeDevices: () => void;
  readonly contexts: () => number;
  /** Gives the number of frames of what is decoded. */
  decode: (data: ArrayBuffer) => number;
}

const SAMPLE_RATE = 48_000;

class FakeParam {
  setTargetAtTime(): void {}
  setValueAtTime(): void {}
  linearRampToValueAtTime(): void {}
}

class FakeNode {
  connect<T>(to: T): T {
    return to;
  }
  disconnect(): void {}
}

/** Puts fake audio classes in the place of the browser's. */
export function installFakeAudio(stub: (name: string, value: unknown) => void): FakeAudio {
  const started: Started[] = [];
  let [now, locks] = [0, 0];
  const contexts: FakeContext[] = [];

  class FakeContext {
    readonly sampleRate = SAMPLE_RATE;
    readonly destination = new FakeNode();
    readonly baseLatency = 0.01;
    readonly outputLatency = 0.02;
    state: AudioContextState = 'suspended';
    onstatechange: (() => void) | null = null;
    constructor() {
      contexts.push(this);
    }
    get currentTime(): number {
      return now;
    }
    resume(): Promise<void> {
      this.state = 'running';
      return Promise.resolve();
    }
    close(): Promise<void> {
      this.state = 'closed';
      return Promise.resolve();
    }
    decodeAudioData(data: ArrayBuffer): Promise<FakeBuffer> {
      return Promise.resolve(new FakeBuffer({ length: fake.decode(data) }));
    }
    createGain(): FakeNode {
      return new FakeGain();
    }
  }
  class FakeGain extends FakeNode {
    readonly gain = new FakeParam();
  }
  class FakeBuffer {
    constructor(readonly options: { length: number }) {}
    copyToChannel(): void {}
  }
  class FakeSource extends FakeNode {
    readonly detune = new FakeParam();
    private mine: Started | null = null;
    constructor(
      _: unknown,
      private readonly options: { buffer: FakeBuffer },
    ) {
      super();
    }
    start(seconds: number): void {
      this.mine = { seconds, frames: this.options.buffer.options.length, isHeard: true };
      started.push(this.mine);
    }
    stop(): void {}
    override disconnect(): void {
      if (this.mine && this.mine.seconds > now) this.mine.isHeard = false;
    }
  }
  stub('AudioContext', FakeContext);
  stub('GainNode', FakeGain);
  stub('AudioBuffer', FakeBuffer);
  stub('AudioBufferSourceNode', FakeSource);
  stub('document', { addEventListener: () => undefined, visibilityState: 'visible' });
  const mediaDevices = new EventTarget();
  stub('navigator', {
    mediaDevices,
    wakeLock: {
      request: () => {
        locks++;
        return Promise.resolve({ release: () => Promise.resolve(void locks--) });
      },
    },
  });
  const fake: FakeAudio = {
    decode: () => 1,
    started,
    pass: (seconds, tick) => {
      const STEP = 0.01;
      for (let left = seconds; left > 1e-9; left -= STEP) {
        now += STEP;
        tick(STEP * 1000);
      }
    },
    setState: (state) => {
      const context = contexts.at(-1);
      if (!context) return;
      context.state = state;
      context.onstatechange?.();
    },
    wakeLocks: () => locks,
    changeDevices: () => mediaDevices.dispatchEvent(new Event('devicechange')),
    contexts: () => contexts.length,
  };
  return fake;
}
