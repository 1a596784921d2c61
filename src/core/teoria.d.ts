/** The little of `teoria` that tests ask; it ships no types. */
declare module 'teoria' {
  interface TeoriaNote {
    midi(): number;
    interval(name: string): TeoriaNote;
    chroma(): number;
  }
  interface TeoriaNotes {
    notes(): TeoriaNote[];
  }
  const teoria: {
    note: ((name: string) => TeoriaNote) & { fromMIDI(midi: number): TeoriaNote };
    scale(tonic: TeoriaNote, name: string): TeoriaNotes;
    chord(name: string): TeoriaNotes;
  };
  export default teoria;
}
