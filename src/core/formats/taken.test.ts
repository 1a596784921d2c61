/** What foreign files say that once was taken wrong, or without a word. The files are written here by hand; the rules are those of the formats. */
import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import { writeMidi as writeByLibrary, type MidiEvent } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { pitchOf } from '../passage/passage';
import { readMidi } from './midi/read';
import { readMusicXml } from './musicxml/read';
import { readCompressedMusicXml } from './musicxml/zipped';
import { readTabText } from './tab/read';

const FOREIGN = readFileSync('src/core/formats/musicxml/foreign.testdata.musicxml', 'utf8');

/** A MIDI file of several tracks, written by another library. */
function midi(
  tracks: readonly { name: string; notes: readonly (readonly [channel: number, pitch: number])[] }[],
): Uint8Array {
  const bytes = writeByLibrary({
    header: { format: 1, numTracks: tracks.length, ticksPerBeat: 96 },
    tracks: tracks.map(({ name, notes }): MidiEvent[] => [
      { deltaTime: 0, meta: true, type: 'trackName', text: name },
      ...notes.flatMap(([channel, noteNumber]): MidiEvent[] => [
        { deltaTime: 0, type: 'noteOn', channel, noteNumber, velocity: 90 },
        { deltaTime: 96, type: 'noteOff', channel, noteNumber, velocity: 0 },
      ]),
      { deltaTime: 0, meta: true, type: 'endOfTrack' },
    ]),
  });
  return Uint8Array.from(bytes);
}

describe('MIDI with several parts', () => {
  const game = midi([
    {
      name: 'Drums',
      notes: [
        [9, 36],
        [9, 38],
      ],
    },
    {
      name: 'Lead',
      notes: [
        [0, 64],
        [0, 67],
        [0, 71],
      ],
    },
    {
      name: 'Two hands',
      notes: [
        [1, 60],
        [2, 40],
        [1, 62],
      ],
    },
    { name: 'Deep', notes: [[3, 20]] },
  ]);

  it('offers each: percussion is none, a track of two channels that are no strings is two', () => {
    const { exercise, parts, remarks } = readMidi(game, 'level one');
    expect(parts?.map(({ name, exercise: one }) => [name, one!.passage.notes.length])).toEqual([
      ['Lead', 3],
      ['Two hands, channel 2', 2],
      ['Two hands, channel 3', 1],
    ]);
    expect(exercise?.title).toBe('level one: Lead');
    expect(parts?.[0]!.exercise!.passage.notes.map((note) => pitchOf(exercise!.passage, note))).toEqual([
      64, 67, 71,
    ]);
    expect(remarks.join(' ')).toMatch(/drum channel, 2 times/);
    expect(remarks.join(' ')).toMatch(/“Deep” was not taken over: None of its notes lies/);
  });

  it('one part alone is the exercise, named by its track', () => {
    const { exercise, parts } = readMidi(midi([{ name: 'Reel', notes: [[0, 64]] }]), 'x');
    // Its strings were chosen, so it is offered where it may lie elsewhere.
    expect([exercise?.title, parts?.map(({ name, isPlaced }) => [name, isPlaced])]).toEqual([
      'Reel',
      [['Reel', true]],
    ]);
  });
});

const measure = (number: string, notes: number, more = '') =>
  `<measure number="${number}"${more}>${Array.from({ length: notes }, () => '<note><pitch><step>A</step><octave>3</octave></pitch><duration>2</duration><notations><technical><string>3</string><fret>2</fret></technical></notations></note>').join('')}</measure>`;
const attributes = (time: string) =>
  `<attributes><divisions>2</divisions><time>${time}</time><clef><sign>TAB</sign></clef></attributes>`;
const FOUR = '<beats>4</beats><beat-type>4</beat-type>';
const score = (measures: string, time = FOUR) =>
  `<score-partwise><part-list><score-part id="P1"><part-name>G</part-name></score-part></part-list><part id="P1">${measures.replace('>', `>${attributes(time)}`)}</part></score-partwise>`;
const onsets = (text: string) =>
  readMusicXml(text).exercise!.passage.notes.map((note) => note.onsetTicks / 6720);

describe('scores', () => {
  it.each([
    ['implicit and numbered 0', measure('0', 1, ' implicit="yes"')],
    ['implicit, but numbered 1', measure('1', 1, ' implicit="yes"')],
    ['short and numbered 1', measure('1', 1)],
  ])('a pick-up %s does not shift the bars', (_, first) => {
    const text = score(first + measure('2', 4) + measure('3', 4));
    expect(onsets(text)).toEqual([-1, 0, 1, 2, 3, 4, 5, 6, 7]);
    expect(readMusicXml(text).exercise!.passage.pickupTicks).toBe(6720);
  });

  it('a bar in groups keeps its length, and the groups are named', () => {
    const { exercise, remarks } = readMusicXml(
      score(measure('1', 5) + measure('2', 5), '<beats>3+2</beats><beat-type>8</beat-type>'),
    );
    expect(exercise!.passage.meter).toEqual({ beats: 5, beatTicks: 3360 });
    expect(remarks.join(' ')).toMatch(/3\+2\/8.*5\/8/);
    const two = '<beats>3</beats><beat-type>8</beat-type><beats>2</beats><beat-type>4</beat-type>';
    expect(readMusicXml(score(measure('1', 7), two)).exercise!.passage.meter.beats).toBe(7);
  });

  it('a bar that holds too much is named', () => {
    const { exercise, remarks } = readMusicXml(score(measure('1', 4) + measure('2', 6) + measure('3', 4)));
    expect(exercise!.passage.notes).toHaveLength(14);
    expect(remarks.join(' ')).toMatch(/holds more than its meter.*bar 2/);
  });

  it('a capo is taken over and not said to be missing', () => {
    const { exercise, remarks } = readMusicXml(
      FOREIGN.replace('<staff-lines>6</staff-lines>', '<staff-lines>6</staff-lines>').replace(
        '</staff-details>',
        '<capo>2</capo></staff-details>',
      ),
    );
    expect(exercise!.passage.capo).toBe(2);
    expect(remarks.join(' ')).not.toMatch(/capo/);
  });

  it('several tab parts are offered', () => {
    const part = /<part id="P2">[^]*<\/part>/.exec(FOREIGN)![0];
    const two = FOREIGN.replace(
      '</part-list>',
      '<score-part id="P3"><part-name>Second</part-name></score-part></part-list>',
    ).replace(part, `${part}${part.replace('id="P2"', 'id="P3"')}`);
    const { exercise, parts } = readMusicXml(two);
    expect(parts?.map(({ name }) => name)).toEqual(['Guitar tab', 'Second']);
    expect(exercise!.title).toBe('Sluice: Guitar tab');
  });

  it.each([
    ['a name of its own', 'sluice.dat', 'sluice.dat'],
    ['a name with escapes', 'my%20score.xml', 'my score.xml'],
    ['the escaped name itself', 'my%20score.xml', 'my%20score.xml'],
  ])('a zipped score under %s is found', (_, named, stored) => {
    const container = `<container><rootfiles><rootfile full-path="${named}"/></rootfiles></container>`;
    const bytes = zipSync({
      'META-INF/container.xml': strToU8(container),
      [stored]: strToU8(FOREIGN),
      'other.xml': strToU8('<x/>'),
    });
    expect(readCompressedMusicXml(bytes).exercise!.title).toBe('Sluice');
  });
});

const TAB = 'e|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|';
const places = (text: string) =>
  readTabText(text).passage.notes.map(({ string, fret }) => `${string}/${fret}`);

describe('tab', () => {
  it('repeats written with o', () => {
    const { passage, repeats, problems } = readTabText(
      'e||--5-7--||\nB||o------o||\nG||--------||\nD||--------||\nA||o------o||\nE||--------||',
    );
    expect([repeats, passage.notes.length, problems]).toEqual([true, 2, []]);
  });

  it('lines quoted by mail, and within a tag, with the right columns named', () => {
    const quoted = TAB.split('\n').map((line) => `> ${line}`);
    expect(places(quoted.join('\n'))).toEqual(['1/5', '1/7']);
    expect(places(`>> ${quoted.join('\n>> ')}`)).toEqual(['1/5', '1/7']);
    expect(places(`<pre class="tab">${TAB}</pre>`)).toEqual(['1/5', '1/7']);
    const [problem] = readTabText(`> e|-5-?-|\n${quoted.slice(1).join('\n')}`).problems;
    expect([problem?.line, problem?.column]).toEqual([1, 8]);
  });

  it('five lines are read as strings of six, and it says which', () => {
    const five = TAB.split('\n').slice(0, 5).join('\n');
    const { passage, problems } = readTabText(five);
    expect([passage.tuning.length, places(five)]).toEqual([6, ['1/5', '1/7']]);
    expect(problems.map(({ message }) => message)).toEqual([
      '5 string lines: read as strings 1, 2, 3, 4 and 5 of 6.',
    ]);
  });
});
