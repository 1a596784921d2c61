/** What of the database others may hold in their hands, and what it keeps besides the records. */
import type { Passage } from '@/core';

export declare const opaque: unique symbol;

/** The database, for those who do not look into it: it is handed to the queries of this room. */
export interface DatabaseHandle {
  readonly [opaque]: true;
}

/** A record that the schema refuses, taken out of its table as it was. */
export interface AsideRecord {
  readonly id: string;
  readonly table: string;
  readonly raw: unknown;
  readonly why: string;
  readonly at: string;
}

/** An edit, until it is carried out. */
export interface JournalEntry {
  readonly id: string;
  readonly exerciseId: string;
  /** The tab that will carry it out while it lives. */
  readonly tabId: string;
  /** Counts up in a tab: edits are carried out in their order. */
  readonly seq: number;
  readonly label: string;
  readonly mergeKey: string | null;
  /** The fields as they were, and as they are to be, without the notes. */
  readonly was: Readonly<Record<string, unknown>>;
  readonly set: Readonly<Record<string, unknown>>;
  /** The notes, where they change. Their hash is reckoned when the edit is carried out: it would hold up the drawing. */
  readonly notes: { readonly before: NotesBefore; readonly after: Passage } | null;
  /** Of an exercise that is not written itself yet: all of it, without the notes, as it was before the edit. */
  readonly begun?: Readonly<Record<string, unknown>>;
}

/** The notes as they were: their hash, where it is known already. */
export type NotesBefore = { readonly hash: string } | { readonly passage: Passage };
