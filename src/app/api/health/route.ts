/** Says that the server answers, for whoever watches it. */
export const dynamic = 'force-dynamic';

/** Answers 200 and `{ "status": "ok" }`; the server keeps nothing that could be ill. */
export function GET(): Response {
  return Response.json({ status: 'ok' }, { headers: { 'Cache-Control': 'no-store' } });
}
