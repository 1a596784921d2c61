/** The Containerfile by its parts: no builder is to be had where the tests run. */
import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { SERVER } from './tools.mjs';

const read = (path: string) => readFileSync(path, 'utf8');
/** Its instructions, by the image that they build. */
const images = read('Containerfile')
  .split(/^(?=FROM )/m)
  .slice(1)
  .map((image) =>
    image.split('\n').flatMap((line) => {
      const [, name, rest] = /^([A-Z]+) (.+)$/.exec(line) ?? [];
      return name && rest ? [{ name, rest }] : [];
    }),
  );
const ignored = read('.containerignore').trim().split('\n');

describe('the Containerfile', () => {
  it('copies what is there and left in, and runs what there is to run', () => {
    const [building] = images;
    const scripts = (JSON.parse(read('package.json')) as { scripts: Record<string, string> }).scripts;
    for (const { name, rest } of building!) {
      if (name === 'COPY')
        for (const path of rest.split(' ').slice(0, -1)) {
          expect(existsSync(path), path).toBe(true);
          expect(ignored).not.toContain(path);
        }
      const [, script] = /^npm run (\S+)$/.exec(rest) ?? [];
      if (name === 'RUN' && script) expect(scripts).toHaveProperty(script);
    }
    // What is built outside never gets in: neither packages of another system nor what was built before.
    for (const path of ['node_modules', '.next', '.server', '.git']) expect(ignored).toContain(path);
  });

  it('runs the folder that the build makes, by the program that “npm start” runs, as nobody in particular', () => {
    const [building, running] = images;
    const folder = building!.find(({ name }) => name === 'WORKDIR')!.rest;
    expect(running).toContainEqual({ name: 'COPY', rest: `--from=build ${folder}/${SERVER} ./` });
    expect(running).toContainEqual({ name: 'USER', rest: 'node' });
    const command = JSON.parse(running!.find(({ name }) => name === 'CMD')!.rest) as string[];
    const started = read('scripts/start-server.mjs');
    for (const part of command.slice(1)) expect(started).toContain(`'${part}'`);
    const check = running!.find(({ name }) => name === 'HEALTHCHECK')!.rest.replace(/^CMD /, '');
    expect((JSON.parse(check) as string[]).at(-1)).toContain('/api/health');
  });
});
