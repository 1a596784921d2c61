/** Version vectors: how many changes each device made to a record. They tell "newer" from "other" without a clock. */
import type { Versions } from '../model/records';

/** `newer`: the first descends from the second; `apart`: each has changes that the other lacks. */
export type VersionOrder = 'same' | 'newer' | 'older' | 'apart';

/**
 * How one version stands to another: vectors of the same record, compared count by count (Fidge 1988, Mattern 1989).
 * Devices that are absent count as 0.
 */
export function compareVersions(one: Versions, other: Versions): VersionOrder {
  let [isAhead, isBehind] = [false, false];
  for (const device of new Set([...Object.keys(one), ...Object.keys(other)])) {
    const [a, b] = [one[device] ?? 0, other[device] ?? 0];
    isAhead ||= a > b;
    isBehind ||= a < b;
  }
  if (isAhead && isBehind) return 'apart';
  return isAhead ? 'newer' : isBehind ? 'older' : 'same';
}

/** The versions after one more change on a device. */
export function countedOn(versions: Versions | undefined, deviceId: string): Versions {
  return { ...versions, [deviceId]: (versions?.[deviceId] ?? 0) + 1 };
}

/** The smallest versions that descend from both. */
export function joinedVersions(one: Versions | undefined, other: Versions | undefined): Versions {
  const joined: Record<string, number> = { ...one };
  for (const [device, count] of Object.entries(other ?? {}))
    joined[device] = Math.max(joined[device] ?? 0, count);
  return joined;
}
