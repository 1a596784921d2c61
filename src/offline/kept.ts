/** What the worker without a network and the pages agree on. */

/** Before the name of every cache of ours. */
const PREFIX = 'yardfell-';

/** The files and documents of a version. */
export const filesOf = (version: string) => `${PREFIX}files-${version}`;

/** What the router fetches of the views of a version. */
export const viewsOf = (version: string) => `${PREFIX}views-${version}`;

/** Where a shared text or file waits for the page that takes it in. */
export const SHARED = `${PREFIX}shared`;

/** The address that other programs share to. */
export const SHARE_ADDRESS = '/shared';

/** How the worker is asked to take over. */
export const TAKE_OVER = { type: 'SKIP_WAITING' };

/**
 * The caches that are thrown away when a version takes over.
 * @param names of all caches, oldest first
 * @returns all of ours but those of this version and of the one before, which open tabs may still run on
 */
export function outdated(names: readonly string[], version: string): string[] {
  const versionIn = (name: string) => /^yardfell-(?:files|views)-(.+)$/.exec(name)?.[1];
  const others = names.map(versionIn).filter((one) => one !== undefined && one !== version);
  const before = others.at(-1);
  return names.filter((name) => {
    const one = versionIn(name);
    return one !== undefined && one !== version && one !== before;
  });
}
