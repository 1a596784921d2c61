/** Serves a record that comes back from a student of the demo, as of a day, to try merging with. */
import { writeProject } from '@/core';
import { RETURNED_ON, returnedRecord } from '@/demo/returned';

export function GET(request: Request): Response {
  const asked = new URL(request.url).searchParams.get('today') ?? '';
  const today = /^\d{4}-\d{2}-\d{2}$/.test(asked) ? asked : RETURNED_ON;
  return new Response(writeProject(returnedRecord(today)), {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="From Orrin ${today}.json"`,
      'Cache-Control': 'no-store',
    },
  });
}
