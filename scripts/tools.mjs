/** What the two commands share: running things, and what a fresh machine may lack. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, relative } from 'node:path';

process.env.NEXT_TELEMETRY_DISABLED = '1';

const STAMPS = '.cache/yardfell';

/** Runs a command; returns its exit code and everything it printed. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1 << 28, ...options });
  return {
    code: result.status ?? 1,
    output: `${result.stdout ?? ''}${result.stderr ?? ''}${result.error ? String(result.error) : ''}`,
  };
}

/** Runs a command beside others; resolves to its exit code and everything it printed. */
export function runBeside(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (text) => (output += text));
    child.on('error', (error) => resolve({ code: 1, output: `${output}${String(error)}` }));
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** Runs a command and ends the process, with what it printed, when it fails. */
export function must(what, command, args, options = {}) {
  const { code, output } = run(command, args, options);
  if (code === 0) return output;
  console.error(output.trim());
  console.error(`\n${what} failed.`);
  process.exit(1);
}

/** A hash over files and the files of folders, for knowing whether work must be done again. */
function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else hash.update(path).update(readFileSync(path));
  };
  paths.forEach(add);
  return hash.digest('hex');
}

/** Does something unless the same inputs were done before and its result is still there. */
export function unlessDone(name, inputs, isThere, work) {
  const stamp = join(STAMPS, name);
  const hash = hashOf(inputs);
  if (isThere() && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return false;
  work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(stamp, hash);
  return true;
}

/** Installs the packages of the lock file where they are missing or out of date. */
export function installPackages() {
  return unlessDone(
    'packages',
    ['package.json', 'package-lock.json'],
    () => existsSync('node_modules/next/package.json'),
    () => {
      must('Installing the packages', 'npm', ['ci', '--no-audit', '--no-fund']);
    },
  );
}

const BUILD_INPUTS = [
  'src',
  'public/voice',
  'public/worklets',
  'public/icons',
  'package-lock.json',
  'next.config.ts',
  'tsconfig.json',
  'scripts/empty-strings.cjs',
];

/** The name of the worker that is built. */
const OFFLINE = 'offline.js';

/** The files of a folder and those in it, as paths from there. */
function filesIn(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)).replaceAll('\\', '/'))
    .sort();
}

/** Builds the application for production where its sources changed. */
export function build() {
  return unlessDone(
    'build',
    BUILD_INPUTS,
    () => existsSync('.next/BUILD_ID') && existsSync(`public/${OFFLINE}`),
    () => {
      // Without a path, whatever the shell says: that is for a server.
      must('The build', process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
        env: { ...process.env, YARDFELL_PREFIX: '' },
      });
      buildOffline('.next', 'public', '');
    },
  );
}

/** What a school's server runs: a folder that needs nothing beside it but Node. */
export const SERVER = '.server/standalone';

/** Builds that folder, for a server on which the application lives under `prefix`: a path such as `/yardfell`, or nothing. */
export function buildServer(prefix = '') {
  must('The build', process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    env: { ...process.env, YARDFELL_SERVER: '1', YARDFELL_PREFIX: prefix },
  });
  const shown = (path) => !path.endsWith(OFFLINE);
  cpSync('.server/static', `${SERVER}/.server/static`, { recursive: true });
  cpSync('public', `${SERVER}/public`, { recursive: true, filter: shown });
  cpSync('scripts/server-log.mjs', `${SERVER}/log.mjs`);
  buildOffline('.server', `${SERVER}/public`, prefix);
}

/** The worker without a network, with the list of all files that it keeps: those of a build, and those beside it. */
function buildOffline(built, beside, prefix) {
  const version = readFileSync(`${built}/BUILD_ID`, 'utf8');
  const files = [
    // Named by what is in them.
    ...filesIn(`${built}/static`).map((path) => ({ url: `${prefix}/_next/static/${path}`, revision: null })),
    ...filesIn(beside)
      .filter((path) => path !== OFFLINE)
      .map((path) => ({ url: `${prefix}/${path}`, revision: hashOf([join(beside, path)]) })),
  ];
  must('Building the worker without a network', process.execPath, [
    'node_modules/esbuild/bin/esbuild',
    'src/offline/worker.ts',
    '--bundle',
    '--minify',
    '--format=iife',
    '--log-level=warning',
    `--outfile=${beside}/${OFFLINE}`,
    `--define:process.env.NODE_ENV="production"`,
    `--define:process.env.YARDFELL_PREFIX=${JSON.stringify(prefix)}`,
    `--define:VERSION=${JSON.stringify(version)}`,
    `--define:FILES=${JSON.stringify(files)}`,
  ]);
}

/** Where Debian's Chromium is. */
export const CHROMIUM = '/usr/bin/chromium';

/** The same without windows of its own; it takes a third less of the machine. */
export const CHROMIUM_HEADLESS = '/usr/bin/chromium-headless-shell';

/** What the tests call of Debian's: programs with the packages that hold them. */
export const TEST_PROGRAMS = {
  [CHROMIUM]: 'chromium',
  [CHROMIUM_HEADLESS]: 'chromium-headless-shell',
  '/usr/bin/xmllint': 'libxml2-utils',
  '/usr/bin/midicsv': 'midicsv',
  '/usr/bin/pdftotext': 'poppler-utils',
  '/usr/bin/rsvg-convert': 'librsvg2-bin',
  '/usr/bin/zbarimg': 'zbar-tools',
  '/usr/lib/python3/dist-packages/vobject/__init__.py': 'python3-vobject',
};

/** Installs the Debian packages of programs that are missing. */
export function installPrograms(programs) {
  const packages = Object.entries(programs).flatMap(([path, name]) => (existsSync(path) ? [] : [name]));
  if (packages.length === 0) return;
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    must(`Installing ${packages.join(', ')} with apt-get`, command, rest, {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update');
  apt('install', '-y', '--no-install-recommends', ...packages);
}

/** A port that is free on this machine: the wanted one, or any. */
export function freePort(wanted) {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', () => (wanted === 0 ? reject(new Error('No port is free.')) : resolve(freePort(0))));
    server.listen(wanted, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Starts the production server and resolves with its address once it answers; `stop` ends it. */
export function startServer(port, env = {}) {
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  let printed = '';
  return new Promise((resolve, reject) => {
    const onData = (data) => {
      printed += data;
      const address = /http:\/\/127\.0\.0\.1:\d+/.exec(printed)?.[0];
      if (address && /ready/i.test(printed)) resolve({ address, child, stop: () => child.kill() });
    };
    child.stdout.on('data', onData);
    child.stderr.on('data', onData);
    child.once('exit', (code) => reject(new Error(`The server ended with code ${code}.\n${printed}`)));
  });
}
