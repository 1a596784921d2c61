/** `npm run demo`: installs, builds and starts the application with its demo library on a free local port. */
import { build, freePort, installPackages, startServer } from './tools.mjs';

const WANTED_PORT = 4180;

console.log('Yardfell: getting ready (the first time takes a minute or two) …');
if (installPackages()) console.log('  packages installed');
if (build()) console.log('  application built');
const { address, child, stop } = await startServer(await freePort(Number(process.env.PORT) || WANTED_PORT), {
  YARDFELL_DEMO: '1',
});
console.log(`\nYardfell is running at ${address}\nOpen this address in a browser. Ctrl C ends it.`);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
child.once('exit', (code) => process.exit(code ?? 0));
