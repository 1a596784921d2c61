/** `npm run bench`: builds where needed and prints every figure, the first-load sizes included. */
import { spawnSync } from 'node:child_process';
import { build as esbuild } from 'esbuild';
import { build, CHROMIUM, installPackages, installPrograms } from './tools.mjs';

installPackages();
installPrograms({ [CHROMIUM]: 'chromium' });
build();
// Bundled as the browser gets it, but for packages.
await esbuild({
  entryPoints: ['bench/main.ts'],
  outfile: '.cache/bench/main.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  alias: { '@': './src' },
});
for (const args of [['.cache/bench/main.mjs', ...process.argv.slice(2)], ['scripts/budget.mjs']])
  spawnSync(process.execPath, args, { stdio: 'inherit' });
