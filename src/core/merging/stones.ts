/**
 * Deletions of runs and signs. Each time that one is deleted is a stone of its own; taking it back names that stone. So two libraries
 * are joined by putting both lists together, and it is gone while there is a stone that nobody has taken back.
 */
import { type RecordStamp, type TableName, type Tombstone } from '../model/records';
import { namedBy, type Correcting } from './chains';

type Stones = Pick<Tombstone, 'stones' | 'undone'>;

/** Stones that are laid on a whole chain: a correction that names what they lie on goes too, known here or not. */
const CHAIN = 'chain ';

const lying = ({ stones, undone }: Stones): readonly string[] =>
  stones.filter((stone) => !undone.includes(stone));

/** Whether a run or a sign is deleted. */
export const isGone = (stones: Stones | undefined): boolean =>
  stones !== undefined && lying(stones).length > 0;

/** What a run names that it puts right; nothing for others. */
export const namesOf = (record: object): readonly string[] =>
  'corrects' in record ? namedBy(record as Correcting) : [];

/** Whether a run or a sign is deleted, itself or with the chain it belongs to. @param of what lies on an id of its table. */
export function isDead(record: RecordStamp, of: (id: string) => Stones | undefined): boolean {
  const isChainGone = (stones: Stones | undefined) =>
    stones !== undefined && lying(stones).some((stone) => stone.startsWith(CHAIN));
  return isGone(of(record.id)) || namesOf(record).some((id) => isChainGone(of(id)));
}

/** One stone more. @param action what laid it. @param isChain whether it lies on the whole chain. */
export function withStone(known: Stones | undefined, action: string, isChain: boolean): Stones {
  const [stones, undone] = [known?.stones ?? [], known?.undone ?? []];
  const name = `${isChain ? CHAIN : ''}${action}`;
  const before = stones.filter((stone) => stone.startsWith(name)).length;
  return { stones: [...stones, before === 0 ? name : `${name} ${before}`].sort(), undone };
}

/** All stones taken back; of what is only named those that lie on the chain. */
export function withoutStones(known: Stones, isNamed: boolean): Stones {
  const back = known.stones.filter((stone) => !isNamed || stone.startsWith(CHAIN));
  return { ...known, undone: [...new Set([...known.undone, ...back])].sort() };
}

const together = (one: readonly string[], other: readonly string[]): string[] =>
  [...new Set([...one, ...other])].sort();

/** What two libraries know of the deletions of one run or sign. */
export function joinedTombstone(one: Tombstone, other: Tombstone): Tombstone {
  const first = `${one.deletedAt} ${one.deviceId}` <= `${other.deletedAt} ${other.deviceId}` ? one : other;
  return {
    ...first,
    stones: together(one.stones, other.stones),
    undone: together(one.undone, other.undone),
  };
}

/** A deletion of a run or a sign as it is laid first. */
export const newStone = (
  table: TableName,
  id: string,
  at: { readonly deletedAt: string; readonly deviceId: string },
): Tombstone => ({ ...at, id, table, versions: {}, stones: [], undone: [] });
