/** Runs and their corrections. A correction is a record of its own that names what it replaces; it stands also before that has arrived. */

/** A record that may put others right. */
export interface Correcting {
  readonly id: string;
  /** The first of its chain; null: it is that itself. Of before version 18: the one that it follows. */
  readonly corrects: string | null;
  /** Corrections between the first and this one. */
  readonly replaces: readonly string[];
}

/** All that a correction names. */
export const namedBy = ({ corrects, replaces }: Correcting): readonly string[] =>
  corrects === null ? replaces : [corrects, ...replaces];

/** The ends of the chains that have corrections, by a name that all of a chain lead to. */
function endsOf<R extends Correcting>(runs: readonly R[]): { named: ReadonlySet<string>; ends: R[][] } {
  const [named, parents] = [new Set<string>(), new Map<string, string>()];
  const rootOf = (id: string): string => {
    let root = id;
    while (parents.has(root)) root = parents.get(root)!;
    return root;
  };
  const corrections = runs.filter((run) => namedBy(run).length > 0);
  for (const run of corrections)
    for (const id of namedBy(run)) {
      named.add(id);
      const [one, other] = [rootOf(id), rootOf(run.id)];
      if (one !== other) parents.set(one, other);
    }
  const chains = new Map<string, R[]>();
  for (const run of corrections) {
    const root = rootOf(run.id);
    chains.set(root, [...(chains.get(root) ?? []), run]);
  }
  const byId = (one: R, other: R) => (one.id < other.id ? 1 : -1);
  const ends = [...chains.values()].map((chain) => {
    const last = chain.filter(({ id }) => !named.has(id));
    // Damaged ones that name each other: one must stand, or a run were lost.
    return (last.length > 0 ? last : [...chain]).sort(byId);
  });
  return { named, ends };
}

/** Runs that hold: of each chain the last correction, of several side by side the one with the greater id. In their order. */
export function standing<R extends Correcting>(runs: readonly R[]): R[] {
  const { named, ends } = endsOf(runs);
  if (ends.length === 0) return [...runs];
  const hold = new Set(ends.map(([first]) => first));
  return runs.filter((run) => (namedBy(run).length > 0 ? hold.has(run) : !named.has(run.id)));
}

/** Corrections side by side, that nobody has settled: of each chain all that may hold, the one that counts first. */
export const contested = <R extends Correcting>(runs: readonly R[]): R[][] =>
  endsOf(runs).ends.filter((some) => some.length > 1);
