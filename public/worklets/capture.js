/**
 * Hands what the microphone gives to the page, block by block, each with the frame of the audio clock at which it begins, so that gaps
 * are seen. Several inputs are mixed to one channel.
 */
const BATCH_FRAMES = 2048;

class Capture extends AudioWorkletProcessor {
  constructor() {
    super();
    this.batch = new Float32Array(BATCH_FRAMES);
    this.filled = 0;
    this.frame = 0;
    this.isOver = false;
    this.port.onmessage = () => {
      this.send();
      this.isOver = true;
    };
  }

  send() {
    if (this.filled === 0) return;
    const samples = this.batch.slice(0, this.filled);
    this.port.postMessage({ frame: this.frame, samples }, [samples.buffer]);
    this.filled = 0;
  }

  process([channels]) {
    if (this.isOver) return false;
    // Before the device is open there is no channel: nothing is not silence.
    if (!channels || channels.length === 0) return true;
    const { length } = channels[0];
    const isNext = this.filled === 0 || this.frame + this.filled === currentFrame;
    if (!isNext || this.filled + length > BATCH_FRAMES) this.send();
    if (this.filled === 0) this.frame = currentFrame;
    for (let at = 0; at < length; at++) {
      let sum = 0;
      for (const channel of channels) sum += channel[at];
      this.batch[this.filled + at] = sum / channels.length;
    }
    this.filled += length;
    return true;
  }
}

registerProcessor('capture', Capture);
