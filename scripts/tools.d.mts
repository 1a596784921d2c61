/** Types of what the browser tests and benchmarks use of the tools. */
export function freePort(wanted: number): Promise<number>;
export function startServer(
  port: number,
  env?: Record<string, string>,
): Promise<{ address: string; child: import('node:child_process').ChildProcess; stop: () => boolean }>;
/** Where Debian's Chromium for tests is. */
export const CHROMIUM_HEADLESS: string;
/** Builds what a school's server runs into `SERVER`. */
export function buildServer(prefix?: string): void;
export const SERVER: string;
