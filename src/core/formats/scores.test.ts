/** Scores of the kinds that guitarists meet, written by another library (musicxml-io), each with what must come of it. */
import { strToU8, zipSync } from 'fflate';
import { it } from 'vitest';
import { readMusicXml } from './musicxml/read';
import { readCompressedMusicXml } from './musicxml/zipped';
import {
  _id,
  back,
  BACKWARD,
  bar,
  CHOSEN,
  ending,
  type Entry,
  FORWARD,
  guitar,
  n,
  OPEN,
  q,
  rest,
  tab,
  tabStaff,
  type Wanted,
  words,
  written,
  holds,
} from './testing';

/** By what is in them. */
const SCORES: Readonly<Record<string, readonly [() => string, Wanted]>> = {
  'a melody without tab': [
    () => guitar(bar(q(60, 62, 64, 65)), bar(q(67, 69, 71, 72))),
    { parts: ['60@0 62@1 64@2 65@3 67@4 69@5 71@6 72@7'], said: [CHOSEN], loop: false },
  ],
  'written an octave higher than it sounds': [
    () =>
      written({
        name: 'Guitar',
        bars: [bar(q(72, 74, 76, 77))],
        attributes: { transpose: { diatonic: 0, chromatic: 0, octaveChange: -1 } },
      }),
    { parts: ['60@0 62@1 64@2 65@3'] },
  ],
  'of an instrument in B flat': [
    () =>
      written({
        name: 'Cornet',
        bars: [bar(q(62, 64, 66, 67))],
        attributes: { transpose: { diatonic: -1, chromatic: -2 } },
      }),
    { parts: ['60@0 62@1 64@2 65@3'] },
  ],
  chords: [
    () => guitar(bar(n([48, 52, 55, 60, 64], 24), n([45, 52, 57, 60, 64], 24))),
    { parts: ['48+52+55+60+64@0 45+52+57+60+64@2'], places: '5/3 4/2 3/0 2/1 1/0 5/0 4/2 3/2 2/1 1/0' },
  ],
  'two voices on one staff': [
    () => guitar(bar(q(64, 65, 67, 69), back(48), n(48, 24, { voice: '2' }), n(43, 24, { voice: '2' }))),
    { parts: ['48+64@0 65@1 43+67@2 69@3'] },
  ],
  'ties over the bar line': [
    () =>
      guitar(
        bar(n(60, 36), n(62, 12, { ties: [{ type: 'start' }] })),
        bar(n(62, 24, { ties: [{ type: 'stop' }] }), n(64, 24)),
      ),
    { parts: ['60@0 62@3 64@6'] },
  ],
  triplets: [
    () => guitar(bar(n(60, 4), n(62, 4), n(64, 4), n(65, 36))),
    { parts: ['60@0 62@0.333 64@0.667 65@1'] },
  ],
  'dots and rests': [
    () => guitar(bar(n(60, 18), n(62, 6), rest(12), n(64, 12))),
    { parts: ['60@0 62@1.5 64@3'] },
  ],
  'a pick-up': [
    () => guitar({ ...bar(n(59, 12)), implicit: true }, bar(q(60, 62, 64, 65))),
    { parts: ['59@-1 60@0 62@1 64@2 65@3'], passage: { pickupTicks: 6720 } },
  ],
  'first and second ending': [
    () =>
      guitar(
        { ...bar(q(60, 62, 64, 65)), lines: [FORWARD()] },
        { ...bar(n(67, 48)), lines: ending('1', true) },
        { ...bar(n(72, 48)), lines: ending('2', false) },
      ),
    {
      parts: ['60@0 62@1 64@2 65@3 67@4 60@8 62@9 64@10 65@11 72@12'],
      said: [/written out: 3 bars became 4/],
      loop: false,
    },
  ],
  'one ending for two passes and a last one': [
    () =>
      guitar(
        { ...bar(n(60, 48)), lines: [] },
        { ...bar(n(62, 48)), lines: ending('1, 2', true) },
        { ...bar(n(64, 48)), lines: ending('3', false) },
      ),
    { parts: ['60@0 62@4 60@8 62@12 60@16 64@20'] },
  ],
  'three endings, each with its pass': [
    () =>
      guitar(
        bar(n(60, 48)),
        { ...bar(n(62, 48)), lines: ending('1', true) },
        { ...bar(n(64, 48)), lines: ending('2', true) },
        { ...bar(n(65, 48)), lines: ending('3', false) },
        bar(n(67, 48)),
      ),
    { parts: ['60@0 62@4 60@8 64@12 60@16 65@20 67@24'] },
  ],
  'one repeat, which is a loop': [
    () => guitar({ ...bar(q(60, 62, 64, 65)), lines: [FORWARD(), BACKWARD()] }),
    { parts: ['60@0 62@1 64@2 65@3'], loop: true, unsaid: /written out/ },
  ],
  'two repeats one after the other': [
    () =>
      guitar(
        { ...bar(n(60, 48)), lines: [BACKWARD()] },
        { ...bar(n(62, 48)), lines: [FORWARD(), BACKWARD(3)] },
      ),
    { parts: ['60@0 60@4 62@8 62@12 62@16'], said: [/2 bars became 5/] },
  ],
  'a change of meter': [
    () =>
      guitar(bar(q(60, 62, 64, 65)), {
        ...bar(q(67, 69, 71)),
        attributes: { time: { beats: '3', beatType: 4 } },
      }),
    { parts: ['60@0 62@1 64@2 65@3 67@4 69@5 71@6'], said: [/a change of meter/] },
  ],
  'six eighths': [
    () =>
      guitar({
        ...bar(n(60, 6), n(62, 6), n(64, 6), n(65, 18)),
        attributes: { time: { beats: '6', beatType: 8 } },
      }),
    { parts: ['60@0 62@0.333 64@0.667 65@1'], passage: { meter: { beats: 2, beatTicks: 10_080 } } },
  ],
  'seven eighths in groups': [
    () =>
      guitar({
        ...bar(n(60, 18), n(62, 12), n(64, 12)),
        attributes: { time: { beats: '3+2+2', beatType: 8 } },
      }),
    { parts: ['60@0 62@3 64@5'], said: [/3\+2\+2\/8/], passage: { meter: { beats: 7, beatTicks: 3360 } } },
  ],
  'grace notes': [
    () => guitar(bar(n(59, 0, { grace: { slash: true } }), q(60, 62, 64, 65))),
    { parts: ['60@0 62@1 64@2 65@3'], said: [/grace note/] },
  ],
  'notes below the lowest string': [
    () => guitar(bar(q(36, 40, 43, 45))),
    { parts: ['40@1 43@2 45@3'], said: [/note that finds no string beside the others \(bar 1\)/] },
  ],
  'a chord that no hand holds': [
    () => guitar(bar(n([40, 41, 42, 64], 48))),
    { parts: ['42+64@0'], said: [/finds no string beside the others, 2 times/] },
  ],
  'dynamics, chord names and lyrics': [
    () =>
      guitar(
        bar(
          [{ _id: _id(), type: 'harmony', root: { rootStep: 'C' }, kind: 'major' } as unknown as Entry],
          words({ kind: 'dynamics', value: 'mf' }),
          n(60, 48, { lyrics: [{ text: 'La', syllabic: 'single' }] }),
        ),
      ),
    { parts: ['60@0'], said: [/harmony/, /lyric/, /dynamics/] },
  ],
  'a metronome mark in dotted quarters': [
    () =>
      guitar({
        ...bar(
          words({ kind: 'metronome', beatUnit: 'quarter', beatUnitDot: true, perMinute: 60 }),
          n(60, 36),
        ),
        attributes: { time: { beats: '6', beatType: 8 } },
      }),
    { parts: ['60@0'], bpm: 60 },
  ],
  'tab in drop D': [
    () =>
      written({
        name: 'Guitar',
        bars: [bar(tab(6, 0, 24, [], [64, 59, 55, 50, 45, 38]), tab(5, 2, 24))],
        attributes: tabStaff([64, 59, 55, 50, 45, 38]),
      }),
    { parts: ['38@0 47@2'], places: '6/0 5/2', passage: { tuning: [64, 59, 55, 50, 45, 38] } },
  ],
  'tab with a capo': [
    () =>
      written({
        name: 'Guitar',
        bars: [
          bar(
            tab(
              3,
              2,
              24,
              [],
              OPEN.map((one) => one + 3),
            ),
            tab(
              2,
              0,
              24,
              [],
              OPEN.map((one) => one + 3),
            ),
          ),
        ],
        attributes: tabStaff(OPEN.slice(0, 6), { capo: 3 }),
      }),
    { parts: ['60@0 62@2'], places: '3/2 2/0', passage: { capo: 3 }, unsaid: /capo|does not fit/ },
  ],
  'tab of seven strings': [
    () => written({ name: 'Guitar', bars: [bar(tab(7, 3, 24), tab(1, 12, 24))], attributes: tabStaff(OPEN) }),
    { parts: ['38@0 76@2'], places: '7/3 1/12' },
  ],
  'tab of a bass': [
    () =>
      written({
        name: 'Bass',
        bars: [bar(tab(4, 3, 24, [], [43, 38, 33, 28]), tab(1, 5, 24, [], [43, 38, 33, 28]))],
        attributes: tabStaff([43, 38, 33, 28]),
      }),
    { parts: ['31@0 48@2'], places: '4/3 1/5', passage: { tuning: [43, 38, 33, 28] } },
  ],
  'tab with a hammer-on, a pull-off and a dead note': [
    () => {
      const sign = (technical: string, startStop: 'start' | 'stop') => ({
        type: 'technical',
        technical,
        startStop,
        number: 1,
      });
      const bars = [
        bar(
          tab(3, 5, 12, [sign('hammer-on', 'start')]),
          tab(3, 7, 12, [sign('hammer-on', 'stop'), sign('pull-off', 'start')]),
          tab(3, 5, 12, [sign('pull-off', 'stop')]),
          [{ ...tab(2, 0, 12)[0]!, notehead: { value: 'x' } } as Entry],
        ),
      ];
      return written({ name: 'Guitar', bars, attributes: tabStaff() });
    },
    { parts: ['60@0 62@1 60@2 59@3'], places: '3/5 3/7 3/5 2/0' },
  ],
  'a hammer-on without tab, to where another string is nearer': [
    () => {
      const sign = (startStop: 'start' | 'stop') => ({
        notations: [{ type: 'technical', technical: 'hammer-on', startStop, number: 1 }],
      });
      return guitar(bar(n(48, 24, sign('start')), n(76, 24, sign('stop'))));
    },
    { parts: ['48@0 76@2'], said: [/a slur from one string to another, which is picked/] },
  ],
  'tab whose notes are beyond the strings': [
    () =>
      written({
        name: 'Guitar',
        bars: [
          bar(
            tab(3, 5, 24),
            n(90, 24, {
              notations: [
                { type: 'technical', technical: 'string', string: 9 },
                { type: 'technical', technical: 'fret', fret: 2 },
              ],
            }),
          ),
        ],
        attributes: tabStaff(),
      }),
    { parts: ['60@0'], said: [/on a string that is not there/] },
  ],
  'percussion beside a guitar': [
    () =>
      written(
        { name: 'Drums', bars: [bar([{ _id: _id(), type: 'note', duration: 48, unpitched: {} } as Entry])] },
        { name: 'Guitar', bars: [bar(q(60, 62, 64, 65))] },
      ),
    { parts: ['60@0 62@1 64@2 65@3'], said: [/the part “Drums”, which has no pitches/] },
  ],
  'percussion alone': [
    () =>
      written({
        name: 'Drums',
        bars: [bar([{ _id: _id(), type: 'note', duration: 48, unpitched: {} } as Entry])],
      }),
    { parts: [], said: [/nothing in it to play/] },
  ],
  'tab beside a melody': [
    () =>
      written(
        { name: 'Flute', bars: [bar(q(72, 74, 76, 77))], attributes: { clef: [{ sign: 'G', line: 2 }] } },
        { name: 'Guitar', bars: [bar(tab(3, 5, 48))], attributes: tabStaff() },
      ),
    { parts: ['60@0', '72@0 74@1 76@2 77@3'], places: '3/5' },
  ],
};

it.each(Object.entries(SCORES))('%s', (_, [file, wanted]) => {
  const text = file();
  holds(readMusicXml(text), wanted);
  // Zipped it is the same.
  if (wanted.parts.length === 1)
    holds(readCompressedMusicXml(zipSync({ 'weir.musicxml': strToU8(text) })), wanted);
});
