/** By what records are told apart, and by what versions of one are. */
import { bareRecord, type RecordStamp, type TableName } from '../model/records';
import { canonicalJson } from '../passage/canonical';

/** The key of a record among those of all tables. */
export const recordKey = ({ table, id }: { readonly table: TableName; readonly id: string }): string =>
  `${table} ${id}`;

/** What a record says, as text. */
export const sayingOf = (record: RecordStamp): string => canonicalJson(bareRecord(record));
