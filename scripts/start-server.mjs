/** `npm start [-- -p PORT] [-H HOST]`: runs what `npm run build` built. PORT (3000) and YARDFELL_HOST (127.0.0.1) do the same; HOSTNAME is the
 * machine's own name in many shells. */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { SERVER } from './tools.mjs';

const { values } = parseArgs({
  options: { port: { type: 'string', short: 'p' }, host: { type: 'string', short: 'H' } },
});
if (!existsSync(`${SERVER}/server.js`)) {
  console.error('There is nothing to run yet: “npm run build” builds it.');
  process.exit(1);
}
const child = spawn(process.execPath, ['--import', './log.mjs', 'server.js'], {
  cwd: SERVER,
  stdio: 'inherit',
  env: {
    ...process.env,
    PORT: values.port ?? process.env.PORT ?? '3000',
    HOSTNAME: values.host ?? process.env.YARDFELL_HOST ?? '127.0.0.1',
  },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.once('exit', (code) => process.exit(code ?? 0));
