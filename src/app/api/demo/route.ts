/** Serves the demo library as a project file, checked like any other file before it leaves. */
import { readProject, writeProject } from '@/core';
import { DEMO_FIRST_STUDENT } from '@/demo/students';
import { demoProject } from '@/demo/library';
import { DEMO_STUDENT_HEADER } from '@/storage';

export const dynamic = 'force-static';

export function GET(): Response {
  const text = writeProject(demoProject());
  const { problems } = readProject(text);
  if (problems.length > 0)
    return Response.json({ error: 'The demo library is not valid.', problems }, { status: 500 });
  return new Response(text, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      [DEMO_STUDENT_HEADER]: DEMO_FIRST_STUDENT,
    },
  });
}
