/** A server that stands between the browser and the application: it can be stopped, and change what passes through it. */
import { createServer, request as ask, type IncomingHttpHeaders, type OutgoingHttpHeaders } from 'node:http';
import type { AddressInfo } from 'node:net';

interface Passing {
  /** Whether something is passed on; what is not is answered with 404. */
  readonly passes?: (url: string) => boolean;
  /** What the application is told beside what the browser said. */
  readonly tells?: (headers: IncomingHttpHeaders) => OutgoingHttpHeaders;
  /** What becomes of an answer. */
  readonly changes?: (url: string, body: Buffer) => Buffer;
}

export interface Between {
  readonly address: string;
  /** From now on nothing is answered. */
  readonly stop: () => Promise<void>;
}

/** Starts one before the application at `target`, on a free port. */
export async function standBetween(target: string, { passes, tells, changes }: Passing): Promise<Between> {
  const server = createServer((request, response) => {
    const { url = '/', method, headers } = request;
    if (passes?.(url) === false) return response.writeHead(404).end();
    // The worker is told apart by what is in it, not by the server's mark.
    const { 'accept-encoding': _, 'if-none-match': _mark, 'if-modified-since': _since, ...others } = headers;
    const told = { ...others, ...tells?.(headers) };
    const asked = ask(`${target}${url}`, { method, headers: told }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on('data', (chunk: Buffer) => chunks.push(chunk));
      answer.on('end', () => {
        const whole = Buffer.concat(chunks);
        const { 'content-length': _length, 'transfer-encoding': _encoding, ...rest } = answer.headers;
        response.writeHead(answer.statusCode!, rest);
        response.end(changes?.(url, whole) ?? whole);
      });
    });
    asked.on('error', () => response.destroy());
    request.pipe(asked);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () =>
      new Promise<void>((resolve) => {
        if (!server.listening) return resolve();
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

/** Waits in a page until its copy of the application is whole and has charge of it. */
export async function isInCharge(): Promise<void> {
  await navigator.serviceWorker.ready;
  if (!navigator.serviceWorker.controller)
    await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve));
}
