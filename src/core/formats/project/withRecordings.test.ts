/** A record with recordings: what went in comes out, byte by byte, and another zip tool reads it. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { strFromU8, strToU8, zipSync } from 'fflate';
import { expect, it } from 'vitest';
import { readFile } from '../file';
import { NO_RECORDS } from '../../model/tables';
import { writeProject } from './project';
import { readWithRecordings, writeWithRecordings } from './withRecordings';

const wav = (some: Uint8Array): Uint8Array<ArrayBuffer> =>
  Uint8Array.from([...strToU8('RIFF0000WAVE'), ...some]);
const AT = '2026-01-12T10:00:00+00:00';
const text = writeProject({
  ...NO_RECORDS,
  ...{ exportedAt: AT, passages: [], tombstones: [], siblings: [], parcel: null, backup: null },
});
const decode = (bytes: Uint8Array) => strFromU8(bytes);

it('comes out as it went in', () => {
  const id = fc.stringMatching(/^[\w-]{1,40}$/);
  const name = fc.stringMatching(/^[\p{L}\p{N} _-]{0,30}$/u).map((one) => one.trim());
  const one = fc.record({ takeId: id, name, sound: fc.uint8Array({ maxLength: 200 }).map(wav) });
  fc.assert(
    fc.property(fc.uniqueArray(one, { maxLength: 5, selector: ({ takeId }) => takeId }), (recordings) => {
      const read = readFile('From Orrin.zip', writeWithRecordings(text, recordings, AT), decode);
      expect(read).toMatchObject({ kind: 'project', recordings, leftOut: [] });
    }),
    { numRuns: process.env.THOROUGH ? 500 : 50 },
  );
});

it('is a zip to others: python reads it', () => {
  const folder = mkdtempSync(join(tmpdir(), 'record-'));
  const file = join(folder, 'record.zip');
  writeFileSync(
    file,
    writeWithRecordings(
      text,
      [{ takeId: 't-1', name: '2026-01-12 Gate', sound: wav(new Uint8Array(9)) }],
      AT,
    ),
  );
  execFileSync('/usr/bin/python3', ['-m', 'zipfile', '-e', file, folder]);
  expect(readFileSync(join(folder, 'record.json'), 'utf8')).toBe(text);
  expect(readFileSync(join(folder, 'recordings/2026-01-12 Gate t-1.wav'))).toHaveLength(21);
});

it('takes what is a recording, and says what is not', () => {
  const bytes = zipSync({
    'record.json': strToU8(text),
    'recordings/t-1.wav': wav(new Uint8Array(1)),
    'recordings/t-2.wav': strToU8('no sound at all'),
    'recordings/../t-3.wav': wav(new Uint8Array(1)),
    'letter.txt': strToU8('Hello'),
  });
  const read = readWithRecordings(bytes, decode)!;
  expect(read.recordings.map(({ takeId, name }) => [takeId, name])).toEqual([['t-1', '']]);
  expect([...read.leftOut].sort()).toEqual(['letter.txt', 'recordings/../t-3.wav', 'recordings/t-2.wav']);
  expect(readWithRecordings(zipSync({ 'letter.txt': strToU8('Hello') }), decode)).toBeNull();
  // Cut off, it is refused whole.
  expect(readFile('cut.zip', bytes.subarray(0, bytes.length - 30), decode)).toMatchObject({ exercise: null });
  expect(readFile('bad.zip', zipSync({ 'record.json': strToU8('{"format": 7}') }), decode).kind).toBe(
    'refusedProject',
  );
});
