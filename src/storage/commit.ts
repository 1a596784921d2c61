/** Carrying out changes: loaded after the page, before the first of them. */
type Log = typeof import('./log');

/** Loads what writing needs. */
export const writing = (): Promise<Log> => import('./log');

/** As `commit` of the log, not within a transaction. */
export const commit: Log['commit'] = async (...change) => (await writing()).commit(...change);
