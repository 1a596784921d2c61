/** The little of `teoria` that tests ask; it ships no types. */
declare module 'teoria' {
  interface TeoriaNote {
    midi(): number;
    interval(name: string): TeoriaNote;
  }
  const teoria: { note: ((name: string) => TeoriaNote) & { fromMIDI(midi: number): TeoriaNote } };
  export default teoria;
}
