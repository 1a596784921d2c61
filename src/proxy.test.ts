/** The policy of pages, and what else the server answers to. */
import { NextRequest } from 'next/server';
import { describe, expect, it } from 'vitest';
import { config, proxy } from './proxy';

const asked = (method: string, headers: Record<string, string> = {}, path = '/bench?exercise=x') =>
  proxy(new NextRequest(`http://localhost${path}`, { method, headers }));

describe('pages', () => {
  it('come with their policy, a nonce of their own each time, also when they are fetched ahead', () => {
    const policies = [{}, { purpose: 'prefetch' }, { 'next-router-prefetch': '1' }].map((headers) =>
      asked('GET', headers).headers.get('Content-Security-Policy'),
    );
    for (const policy of policies) {
      expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'/);
      expect(policy).toContain("frame-ancestors 'none'");
      expect(policy).not.toContain(" 'unsafe-eval'");
    }
    expect(new Set(policies).size).toBe(3);
    // The matcher leaves no request out by its headers.
    expect(config.matcher.every((one) => typeof one === 'string')).toBe(true);
  });

  it('may ask for the microphone themselves, and for nothing else of the device', () => {
    expect(asked('GET').headers.get('Permissions-Policy')).toBe(
      'microphone=(self), camera=(), geolocation=()',
    );
  });

  it('are guarded: by TLS from then on, no guessing of types, no word to others of where somebody was', () => {
    const { headers } = asked('GET');
    expect(
      ['Strict-Transport-Security', 'X-Content-Type-Options', 'Referrer-Policy'].map((name) =>
        headers.get(name),
      ),
    ).toEqual(['max-age=31536000', 'nosniff', 'no-referrer']);
  });

  it.each(['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS'])('refuse %s', (method) => {
    const response = asked(method);
    expect([response.status, response.headers.get('Allow'), response.body]).toEqual([405, 'GET, HEAD', null]);
  });

  it('lead on from addresses of before', () => {
    const { status, headers } = asked('GET', {}, '/practice/x?mode=probe');
    expect([status, headers.get('Location')]).toEqual([
      308,
      'http://localhost/practice?exercise=x&mode=probe',
    ]);
  });

  it('leave what may be posted to the routes that take it', () => {
    expect(asked('POST', {}, '/api/demo').status).toBe(200);
  });
});
