/**
 * What a school's server writes: a line of JSON for each request and each message. No query, no address of whoever asks, no name of a
 * browser; a path is named only where it is one of the application's own, for others may hold anything.
 */
import { subscribe } from 'node:diagnostics_channel';
import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { format } from 'node:util';

const built = (name) => JSON.parse(readFileSync(new URL(`.server/${name}`, import.meta.url), 'utf8'));
const paths = new Set(Object.values(built('app-path-routes-manifest.json')));
const prefix = built('required-server-files.json').config.basePath ?? '';
/** Folders of files that are named by it alone. */
const FOLDERS = ['/_next', '/icons', '/voice', '/worklets'];

const write = (line) =>
  process.stdout.write(`${JSON.stringify({ time: new Date().toISOString(), ...line })}\n`);

function shown(url) {
  const whole = url.split('?')[0];
  if (!whole.startsWith(prefix)) return 'another';
  const path = whole.slice(prefix.length) || '/';
  return paths.has(path) ? path : (FOLDERS.find((folder) => path.startsWith(`${folder}/`)) ?? 'another');
}

/** As a request was asked: the framework changes it on its way. */
const begun = new WeakMap();
subscribe('http.server.request.start', ({ request: { method, url = '' }, response }) =>
  begun.set(response, { method, path: shown(url), at: performance.now() }),
);
subscribe('http.server.response.finish', ({ response }) => {
  const { method, path, at } = begun.get(response);
  const { statusCode: status } = response;
  const milliseconds = Math.round(performance.now() - at);
  write({ level: status >= 500 ? 'error' : 'info', method, path, status, milliseconds });
});

for (const [name, level] of [
  ['log', 'info'],
  ['info', 'info'],
  ['warn', 'warning'],
  ['error', 'error'],
])
  console[name] = (...words) => write({ level, message: format(...words).trim() });
