/** Whether a Standard MIDI File is whole: every length in it fits. Looked at first, since parsers trust lengths and may never end. */

/** Numbers of variable length have at most four bytes (MIDI 1.0, Standard MIDI Files). */
const MOST_VARIABLE_BYTES = 4;

class Cursor {
  constructor(
    private readonly bytes: Uint8Array,
    public at: number,
    private readonly end: number,
  ) {}

  get isAtEnd(): boolean {
    return this.at >= this.end;
  }

  /** The next byte; −1 past the end. */
  byte(): number {
    return this.at < this.end ? this.bytes[this.at++]! : -1;
  }

  /** The next number of variable length; −1 where it is none. */
  variable(): number {
    let value = 0;
    for (let count = 0; count < MOST_VARIABLE_BYTES; count++) {
      const byte = this.byte();
      if (byte < 0) return -1;
      value = (value << 7) | (byte & 0x7f);
      if (byte < 0x80) return value;
    }
    return -1;
  }

  /** Passes over some bytes; false where there are not so many. */
  skip(count: number): boolean {
    if (count < 0 || this.at + count > this.end) return false;
    this.at += count;
    return true;
  }
}

/** Data bytes of a channel message by the upper half of its status. */
const dataBytes = (status: number) => ((status & 0xf0) === 0xc0 || (status & 0xf0) === 0xd0 ? 1 : 2);

function isTrackWhole(bytes: Uint8Array, from: number, to: number): boolean {
  const cursor = new Cursor(bytes, from, to);
  let running = 0;
  while (!cursor.isAtEnd) {
    if (cursor.variable() < 0) return false;
    const first = cursor.byte();
    if (first < 0) return false;
    if (first === 0xff) {
      if (cursor.byte() < 0 || !cursor.skip(cursor.variable())) return false;
    } else if (first === 0xf0 || first === 0xf7) {
      if (!cursor.skip(cursor.variable())) return false;
    } else if (first >= 0xf0) return false;
    else if (first >= 0x80) {
      running = first;
      if (!cursor.skip(dataBytes(first))) return false;
    } else if (running === 0 || !cursor.skip(dataBytes(running) - 1)) return false;
  }
  return true;
}

/** Why a file cannot be read, in words; null where its chunks, events and division hold. */
export function midiFault(bytes: Uint8Array): string | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const NOT_WHOLE = 'The MIDI file is not whole.';
  if (bytes.length < 14 || view.getUint32(4) < 6) return NOT_WHOLE;
  if (view.getUint16(12) === 0)
    return 'The MIDI file divides the beat into no parts, so nothing in it has a time.';
  let tracks = 0;
  for (let at = 8 + view.getUint32(4); at < bytes.length;) {
    if (at + 8 > bytes.length) return tracks > 0 ? null : NOT_WHOLE;
    const length = view.getUint32(at + 4);
    const end = at + 8 + length;
    if (end > bytes.length) return NOT_WHOLE;
    const isTrack = view.getUint32(at) === 0x4d54726b;
    if (isTrack && !isTrackWhole(bytes, at + 8, end)) return NOT_WHOLE;
    if (isTrack) tracks++;
    at = end;
  }
  return tracks > 0 ? null : NOT_WHOLE;
}
