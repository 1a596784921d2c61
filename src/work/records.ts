/** Records counted in words: the one place of what each kind is called. */
import { counted, type TableName } from '@/core';

const NOUNS: Readonly<Record<TableName, readonly [one: string, many?: string]>> = {
  exercises: ['exercise'],
  players: ['student'],
  ladders: ['ladder'],
  runs: ['run'],
  signs: ['sign of the hand', 'signs of the hand'],
  lessons: ['lesson'],
  weeks: ['week'],
  takes: ['take'],
};

/** "2 exercises", "1 sign of the hand": each kind that there is, in the same order everywhere. */
export const recordParts = (counts: Readonly<Partial<Record<TableName, number>>>): string[] =>
  (Object.keys(NOUNS) as TableName[]).flatMap((table) =>
    counts[table] ? [counted(counts[table], ...NOUNS[table])] : [],
  );
