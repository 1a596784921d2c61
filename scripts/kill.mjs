/** `npm run kill -- TIMES [SEED]`: kills a browser of its own so often, between and during edits and imports, and says what was lost. */
import { build, freePort, installPackages, installPrograms, startServer, TEST_PROGRAMS } from './tools.mjs';

installPackages();
installPrograms(TEST_PROGRAMS);
build();
const { killAgainAndAgain } = await import('./killing.mjs');
const [times = '30', seed = '1'] = process.argv.slice(2);
const { address, child, stop } = await startServer(await freePort(0));
child.removeAllListeners('exit');
try {
  const { most, sum, typing, importing, whole } = await killAgainAndAgain(
    address,
    Number(times),
    Number(seed),
    (line) => console.log(line),
  );
  console.log(
    `${typing} kills while typing: ${sum} edits lost in all, at the most ${most} by one kill. ${importing} kills in imports: ${whole} came in whole, ${importing - whole} not at all, none in part. Everything that is kept holds together.`,
  );
  process.exitCode = most > 1 ? 1 : 0;
} finally {
  stop();
}
