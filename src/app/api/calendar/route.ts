/** Weeks as a calendar, for scripts: a project file is posted, nothing is kept. The interface never asks for it. */
import { readProject, writeIcs } from '@/core/formats';
import { sessionsOf } from '@/work/week/calendar';

const MAX_BYTES = 20_000_000;

const refused = (status: number, reason: string) => Response.json({ error: reason }, { status });

/** Answers a project file with the sessions of its weeks as iCalendar; what is none is refused in words. */
export async function POST(request: Request): Promise<Response> {
  const body = await request.arrayBuffer();
  if (body.byteLength > MAX_BYTES) return refused(413, `More than ${MAX_BYTES} bytes are not read.`);
  const { project, problems } = readProject(new TextDecoder().decode(body));
  if (!project) return refused(400, problems[0]?.message ?? 'This is no project file.');
  const titles = new Map(project.exercises.map(({ id, title }) => [id, title]));
  const sessions = project.weeks.flatMap((week) => {
    const name = project.players.find(({ id }) => id === week.playerId)?.name ?? '';
    return sessionsOf({
      player: { id: week.playerId, name },
      monday: week.monday,
      sessions: week.sessions,
      titleOf: ({ exerciseId, title }) => titles.get(exerciseId) ?? title,
      bpmOf: () => null,
      isGuess: false,
    });
  });
  const sequence = Math.max(0, ...project.weeks.map(({ revision }) => revision));
  const text = writeIcs({ name: 'Practice', sequence, writtenMs: Date.now(), alarmMinutes: null, sessions });
  return new Response(text, {
    headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Cache-Control': 'no-store' },
  });
}
