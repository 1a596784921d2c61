/** `npm run bench`: builds where needed and prints every figure, the first-load sizes included. */
import { spawnSync } from 'node:child_process';
import { build, installChromium, installPackages } from './tools.mjs';

installPackages();
installChromium();
build();
for (const args of [['node_modules/tsx/dist/cli.mjs', 'bench/main.ts'], ['scripts/budget.mjs']])
  spawnSync(process.execPath, args, { stdio: 'inherit' });
