/** Versions of one record side by side: which are kept when two libraries meet. The same whatever comes first, and without a clock. */
import type { Versions } from '../model/records';
import { canonicalJson } from '../passage/canonical';
import { compareVersions, countedOn, joinedVersions } from './versions';

/** A version of a record; null for what it says: that it was deleted. */
export interface Version<Said> {
  readonly versions: Versions;
  readonly said: Said | null;
}

/** What becomes of the versions of two libraries. */
export interface Joined<Said> {
  /** Those that no other descends from: those of here first, in their order, then the others by what they say. */
  readonly kept: readonly Version<Said>[];
  /** Those whose counts another has too, saying something else: two devices counted as one. The smaller text is kept. */
  readonly refused: readonly Version<Said>[];
}

/** What a version says, as text: equal where it says the same. */
export type TextOf<Said> = (said: Said) => string;

/** The versions in a row that does not depend on where they came from. */
const bySaying =
  <Said>(textOf: (version: Version<Said>) => string) =>
  (one: Version<Said>, other: Version<Said>): number => {
    const [a, b] = [one, other].map((version) => `${textOf(version)} ${canonicalJson(version.versions)}`);
    return a! < b! ? -1 : a! > b! ? 1 : 0;
  };

/**
 * Joins the versions of one record in two libraries. In any order, and joined again, the same are kept (Parker et al. 1983: version
 * vectors tell what descends from what).
 * @param textOf what is compared where two have the same counts.
 */
export function joined<Said>(
  here: readonly Version<Said>[],
  there: readonly Version<Said>[],
  textOf: TextOf<Said> = canonicalJson,
): Joined<Said> {
  const text = ({ said }: Version<Said>) => (said === null ? '' : textOf(said));
  const [kept, refused]: [Version<Said>[], Version<Said>[]] = [[], []];
  for (const version of [...here, ...[...there].sort(bySaying(text))]) {
    const same = kept.findIndex((one) => compareVersions(one.versions, version.versions) === 'same');
    const [is, was] = [text(version), same < 0 ? '' : text(kept[same]!)];
    if (same < 0) kept.push(version);
    else if (is < was) refused.push(...kept.splice(same, 1, version));
    else if (is > was) refused.push(version);
  }
  const isOutdated = (version: Version<Said>) =>
    kept.some((other) => compareVersions(version.versions, other.versions) === 'older');
  return { kept: kept.filter((version) => !isOutdated(version)), refused };
}

/**
 * Of versions side by side the one that is shown: what was shown before, else what descends from it, else the first by what it says. A
 * deletion is shown only where nothing else is.
 */
export function shownOf<Said>(
  kept: readonly Version<Said>[],
  was: Versions | null,
  textOf: TextOf<Said> = canonicalJson,
): Version<Said> | undefined {
  const there = kept.filter(({ said }) => said !== null).sort(bySaying(({ said }) => textOf(said!)));
  const stands = (order: string) =>
    was && there.find(({ versions }) => compareVersions(versions, was) === order);
  return stands('same') ?? stands('newer') ?? there[0] ?? kept[0];
}

/**
 * The versions after a change on a device of a record that has others beside it. Where one of those has changes of this device that the
 * changed one lacks, it is counted as on a device of its own: it must not seem to descend from them.
 * @param branch an id that nothing else has.
 */
export function countedBeside(
  versions: Versions | undefined,
  deviceId: string,
  beside: readonly Versions[],
  branch: () => string,
): Versions {
  const own = versions?.[deviceId] ?? 0;
  const isAhead = beside.some((other) => (other[deviceId] ?? 0) > own);
  return countedOn(versions, isAhead ? `${deviceId.slice(0, 40)}~${branch()}`.slice(0, 80) : deviceId);
}

/** The versions of a choice: it descends from all. */
export const chosenFrom = (all: readonly Versions[], deviceId: string): Versions =>
  countedOn(
    all.reduce((one, other) => joinedVersions(one, other), {}),
    deviceId,
  );
