/** Starts the production server for the browser tests, on a free port, with seeded clock and ids. */
import { freePort, startServer } from '../scripts/tools.mjs';

export default async function setUp(): Promise<() => void> {
  const { address, child, stop } = await startServer(await freePort(0), {
    YARDFELL_DEMO: '1',
    YARDFELL_SEED: '7',
  });
  process.env.YARDFELL_ADDRESS = address;
  return () => {
    child.removeAllListeners('exit');
    stop();
  };
}
