/** What the tests use of a package whose types cannot be reached. */
declare module 'midi-writer-js' {
  class Track {
    addTrackName(name: string): Track;
    setTempo(bpm: number): Track;
    setTimeSignature(beats: number, beatType: number, clocks: number, notes: number): Track;
    addEvent(event: NoteEvent): Track;
  }
  class NoteEvent {
    constructor(of: {
      readonly pitch: number | readonly number[];
      readonly duration: string;
      readonly channel: number;
      readonly wait?: string;
    });
  }
  const MidiWriter: {
    readonly Track: typeof Track;
    readonly NoteEvent: typeof NoteEvent;
    readonly Writer: new (tracks: readonly Track[]) => { buildFile: () => Uint8Array };
  };
  export default MidiWriter;
}
