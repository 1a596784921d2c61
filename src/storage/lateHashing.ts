/** What makes records of exercises, loaded with the first thing that is written. */
export function hashing(): Promise<typeof import('./hashing')> {
  return import('./hashing');
}
