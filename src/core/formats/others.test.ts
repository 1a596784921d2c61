/** What becomes of files of others: repeats in the order in which another library plays them, parts elsewhere on the neck or joined, MIDI of another writer. */
import fc from 'fast-check';
import MidiWriter from 'midi-writer-js';
import { generatePlaybackSequence, serialize } from 'musicxml-io';
import { describe, expect, it } from 'vitest';
import { pitchOf } from '../passage/passage';
import { asOne, asOneFault, partNear } from './asOne';
import { readMidi } from './midi/read';
import { readMusicXml } from './musicxml/read';
import {
  back,
  BACKWARD,
  bar,
  type BarOf,
  CHOSEN,
  ending,
  FORWARD,
  guitar,
  heard,
  holds,
  n,
  places,
  q,
  scoreOf,
  tab,
  tabStaff,
  type Wanted,
  written,
} from './testing';

describe('scores of others', () => {
  it('two staves of one part are two', () => {
    const two = [n(72, 48, { staff: 1 }), back(48), n(48, 48, { staff: 2 })];
    const { parts } = readMusicXml(
      written({ name: 'Piano', bars: [bar(...two)], attributes: { staves: 2 } }),
    );
    expect(parts!.map(({ name, exercise }) => [name, heard(exercise!.passage)])).toEqual([
      ['Piano, staff 1', '72@0'],
      ['Piano, staff 2', '48@0'],
    ]);
  });

  it('a line lies under one hand where it can, and elsewhere where that is asked for', () => {
    const { exercise, remarks } = readMusicXml(guitar(bar(q(60, 62, 64, 65)), bar(q(67, 69, 71, 72))));
    const part = { name: '', exercise, remarks, isPlaced: true };
    for (const near of [null, 3, 7, 10]) {
      const { passage } = partNear(part, near).exercise!;
      expect(heard(passage)).toBe(heard(exercise!.passage));
      const frets = passage.notes.map(({ fret }) => fret).filter((fret) => fret > 0);
      expect(Math.max(...frets) - Math.min(...frets)).toBeLessThanOrEqual(near === null ? 4 : 5);
      if (near !== null) expect(Math.abs(Math.min(...frets) - near)).toBeLessThanOrEqual(2);
    }
  });

  it('repeats and endings of any kind are written out in the order in which they are played', () => {
    const section = fc.record({
      body: fc.integer({ min: 1, max: 3 }),
      kind: fc.constantFrom('plain', 'twice', 'endings'),
      forward: fc.boolean(),
    });
    const property = fc.property(fc.array(section, { minLength: 1, maxLength: 4 }), (sections) => {
      let pitch = 60;
      const one = (): BarOf => bar(n(pitch++, 48));
      const bars = sections.flatMap(({ body, kind, forward }, at): BarOf[] => {
        const inner = Array.from({ length: body }, one);
        if (kind === 'plain') return inner;
        // A repeat that is not the first says where it begins.
        const opened = forward || at > 0 ? [{ ...inner[0]!, lines: [FORWARD()] }, ...inner.slice(1)] : inner;
        if (kind === 'twice')
          return [
            ...opened.slice(0, -1),
            { ...opened.at(-1)!, lines: [...(opened.at(-1)!.lines ?? []), BACKWARD()] },
          ];
        return [...opened, { ...one(), lines: ending('1', true) }, { ...one(), lines: ending('2', false) }];
      });
      const score = scoreOf([{ name: 'Guitar', bars }]);
      const { exercise, remarks } = readMusicXml(serialize(score));
      const pitches = exercise!.passage.notes.map((note) => pitchOf(exercise!.passage, note));
      if (exercise!.policy.loop) return;
      const order = generatePlaybackSequence(score).map(({ measureIndex }) => 60 + measureIndex);
      expect([pitches, remarks.join()]).toEqual([order, expect.any(String)]);
    });
    fc.assert(property, { numRuns: process.env.THOROUGH ? 1000 : 100 });
  });
});

/** A track by another library: T4 is a quarter. */
function track(
  name: string,
  channel: number,
  events: readonly { pitch: number | number[]; duration?: string; wait?: string }[],
  more: (one: InstanceType<typeof MidiWriter.Track>) => void = () => undefined,
) {
  const one = new MidiWriter.Track();
  if (name) one.addTrackName(name);
  more(one);
  for (const { pitch, duration = '4', wait } of events)
    one.addEvent(new MidiWriter.NoteEvent({ pitch, duration, channel, ...(wait ? { wait } : {}) }));
  return one;
}
const midi = (...tracks: InstanceType<typeof MidiWriter.Track>[]) =>
  new MidiWriter.Writer(tracks).buildFile();
const tune = [60, 62, 64, 65].map((pitch) => ({ pitch }));

const FILES: Readonly<Record<string, readonly [() => Uint8Array, Wanted]>> = {
  'a melody': [() => midi(track('Reed', 1, tune)), { parts: ['60@0 62@1 64@2 65@3'], said: [CHOSEN] }],
  chords: [
    () =>
      midi(
        track('', 1, [
          { pitch: [48, 52, 55, 60, 64], duration: '2' },
          { pitch: [43, 50, 55, 59, 67], duration: '2' },
        ]),
      ),
    { parts: ['48+52+55+60+64@0 43+50+55+59+67@2'] },
  ],
  triplets: [
    () =>
      midi(
        track('', 1, [
          { pitch: 60, duration: '8t' },
          { pitch: 62, duration: '8t' },
          { pitch: 64, duration: '8t' },
          { pitch: 65 },
        ]),
      ),
    { parts: ['60@0 62@0.333 64@0.667 65@1'] },
  ],
  'a rest at the start': [
    () => midi(track('', 1, [{ pitch: 60, wait: '2' }, { pitch: 62 }])),
    { parts: ['60@2 62@3'] },
  ],
  'a tempo and three quarters': [
    () => midi(track('', 1, tune.slice(0, 3), (one) => void one.setTempo(96).setTimeSignature(3, 4, 24, 8))),
    { parts: ['60@0 62@1 64@2'], bpm: 96, passage: { meter: { beats: 3, beatTicks: 6720 } } },
  ],
  'drums beside a guitar': [
    () => midi(track('Drums', 10, [{ pitch: 36 }]), track('Guitar', 1, tune)),
    { parts: ['60@0 62@1 64@2 65@3'], said: [/drum channel/] },
  ],
  'drums alone': [
    () => midi(track('Drums', 10, [{ pitch: 36 }])),
    { parts: [], said: [/no notes in it but those of drums/] },
  ],
  'two tracks for one guitar': [
    () =>
      midi(
        track('Lead', 1, tune),
        track('Low', 2, [
          { pitch: 48, duration: '2' },
          { pitch: 43, duration: '2' },
        ]),
      ),
    { parts: ['60@0 62@1 64@2 65@3', '48@0 43@2'] },
  ],
  'notes below the strings': [
    () => midi(track('', 1, [{ pitch: 30 }, { pitch: 60 }])),
    { parts: ['60@1'], said: [/finds no string/] },
  ],
};

describe('MIDI of others', () => {
  it.each(Object.entries(FILES))('%s', (_, [file, wanted]) => holds(readMidi(file()), wanted));

  it('two tracks become what one guitar plays, at one place of the neck', () => {
    const { parts } = readMidi(FILES['two tracks for one guitar']![0]());
    expect(asOneFault(parts!)).toBeNull();
    const { exercise, name, remarks } = asOne(parts!);
    expect([name, heard(exercise!.passage)]).toEqual(['Lead and Low', '48+60@0 62@1 43+64@2 65@3']);
    expect(remarks[0]).toBe('2 parts are joined: Lead, Low.');
    const near = partNear(asOne(parts!, 8), 8).exercise!;
    expect(heard(near.passage)).toBe('48+60@0 62@1 43+64@2 65@3');
    const [one, other] = parts!;
    const turned = {
      ...other!.exercise!,
      passage: { ...other!.exercise!.passage, meter: { beats: 3, beatTicks: 6720 } },
    };
    expect(asOneFault([one!, { ...other!, exercise: turned }])).toBe('They are in different meters.');
    // Of tab each note stays where it is written; of two on one string at once the first.
    const tabs = written(
      { name: 'One', bars: [bar(tab(3, 5, 24), tab(3, 7, 24))], attributes: tabStaff() },
      { name: 'Two', bars: [bar(tab(3, 9, 24), tab(1, 3, 24))], attributes: tabStaff() },
    );
    const both = asOne(readMusicXml(tabs).parts!);
    expect(places(both.exercise!.passage)).toBe('3/5 3/7 1/3');
    expect(both.remarks.join()).toMatch(/1 note that found no string of its own/);
  });
});
