/** Keeps the systems of a lane that an edit left as they were, so that only those that changed are drawn again. */
import type { LaneLayout, LanePick, LaneSystem } from './layout';

function isSameList<T>(a: readonly T[], b: readonly T[], isSame: (one: T, other: T) => boolean): boolean {
  return a.length === b.length && a.every((one, at) => isSame(one, b[at]!));
}

/** Notes are shared values: an edit makes anew only those it changes. */
function isSamePick(a: LanePick | null, b: LanePick | null): boolean {
  if (a === null || b === null) return a === b;
  return (
    a.x === b.x &&
    a.stroke === b.stroke &&
    a.locked === b.locked &&
    a.isGhost === b.isGhost &&
    isSameList(a.notes, b.notes, Object.is)
  );
}

/** Whether two systems are drawn alike. */
function isSameSystem(a: LaneSystem, b: LaneSystem): boolean {
  return (
    a.width === b.width &&
    a.seamX === b.seamX &&
    a.loopStartX === b.loopStartX &&
    a.loopEndX === b.loopEndX &&
    isSameList(
      a.columns,
      b.columns,
      (one, other) =>
        one.ticks === other.ticks &&
        one.x === other.x &&
        one.syllable === other.syllable &&
        one.isBarStart === other.isBarStart &&
        one.slot.durationTicks === other.slot.durationTicks &&
        isSameList(one.notes, other.notes, Object.is),
    ) &&
    isSameList(a.picks, b.picks, isSamePick) &&
    isSameList(
      a.changes,
      b.changes,
      (one, other) =>
        one.change.kind === other.change.kind &&
        one.change.fromNote === other.change.fromNote &&
        one.change.toNote === other.change.toNote &&
        one.change.fromStroke === other.change.fromStroke &&
        one.change.toStroke === other.change.toStroke &&
        one.change.stringFrom === other.change.stringFrom &&
        one.change.stringTo === other.change.stringTo &&
        one.change.pass === other.change.pass &&
        one.change.seam === other.change.seam &&
        isSamePick(one.from, other.from) &&
        isSamePick(one.to, other.to),
    )
  );
}

/** A memory for the systems drawn last: `keep` gives the layout with those that have not changed. */
export function systemMemory(): { keep(layout: LaneLayout): LaneLayout } {
  let last: { layout: LaneLayout; kept: LaneLayout; systems: Map<number, LaneSystem> } | null = null;
  return {
    keep(layout) {
      if (layout === last?.layout) return last.kept;
      const before = last?.layout.slotWidth === layout.slotWidth ? last.systems : null;
      const systems = new Map<number, LaneSystem>();
      const system = (index: number) => {
        const known = systems.get(index);
        if (known) return known;
        const made = layout.system(index);
        const old = before?.get(index);
        const kept = old && isSameSystem(old, made) ? old : made;
        systems.set(index, kept);
        return kept;
      };
      last = { layout, kept: { ...layout, system }, systems };
      return last.kept;
    },
  };
}
