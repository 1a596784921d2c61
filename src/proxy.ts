/** The content security policy of every page, with a nonce of its own. */
import { NextResponse, type NextRequest } from 'next/server';
import { movedTo, under } from './addresses';

function policy(nonce: string): string {
  const isDevelopment = process.env.NODE_ENV === 'development';
  const scripts = `'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${isDevelopment ? " 'unsafe-eval'" : ''}`;
  const styles = isDevelopment ? "'self' 'unsafe-inline'" : `'self' 'nonce-${nonce}'`;
  return [
    "default-src 'self'",
    `script-src ${scripts}`,
    `style-src ${styles}`,
    "style-src-attr 'unsafe-inline'",
    "worker-src 'self'",
    "font-src 'self' data:",
    "img-src 'self' data: blob:",
    "connect-src 'self'",
    "media-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Pages are read; what is done, is done in the browser. Routes under `/api` answer for themselves. */
const READING = ['GET', 'HEAD'];

export function proxy(request: NextRequest): NextResponse {
  const isPage = !request.nextUrl.pathname.startsWith('/api/');
  if (isPage && !READING.includes(request.method))
    return new NextResponse(null, { status: 405, headers: { Allow: READING.join(', ') } });
  const moved = movedTo(request.nextUrl);
  // The framework leaves out the host again: behind a proxy the server does not know by which name it was asked.
  if (moved !== null) return NextResponse.redirect(new URL(under(moved), request.nextUrl), 308);
  const nonce = btoa(crypto.randomUUID());
  const value = policy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('Content-Security-Policy', value);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', value);
  // Browsers heed it over TLS only.
  response.headers.set('Strict-Transport-Security', 'max-age=31536000');
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'no-referrer');
  response.headers.set('Permissions-Policy', 'microphone=(self), camera=(), geolocation=()');
  return response;
}

export const config = {
  // Fetched ahead or not: a page never comes without its policy.
  matcher: ['/((?!_next/static|_next/image|worklets|offline\\.js|.*\\.(?:svg|png|ico|wasm|woff2)$).*)'],
};
