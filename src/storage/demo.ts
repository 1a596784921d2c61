/** The demo library, as it is added. */
import { under } from '@/addresses';
import { ME, type Project } from '@/core';
import type { DatabaseHandle } from './database';
import { importProject, isEmptyLibrary, type ImportSummary } from './importing';
import { DEMO_STUDENT_HEADER } from './kept';
import { choosePlayer, currentPlayer } from './players';
import { timestamp } from './sources';
import { weekId } from './weekId';

/** Everything moved so that the last run was yesterday: a record that ended long ago says nothing about today. */
async function upToYesterday(project: Project): Promise<Project> {
  const { dayAfter, dayNumber, weekOf } = await import('@/core/record');
  const last = project.runs.reduce((latest, { day }) => (day > latest ? day : latest), '');
  if (last === '') return project;
  const days = dayNumber(timestamp().slice(0, 10)) - 1 - dayNumber(last);
  const dayLater = <Day extends string | null>(day: Day) => (day === null ? day : dayAfter(day, days)) as Day;
  const later = <T extends { readonly day: string; readonly at: string }>(record: T): T => {
    const day = dayLater(record.day);
    return { ...record, day, at: day + record.at.slice(10) };
  };
  return {
    ...project,
    runs: project.runs.map(later),
    signs: project.signs.map(later),
    takes: project.takes.map(later),
    lessons: project.lessons.map((lesson) => ({ ...lesson, day: dayLater(lesson.day) })),
    // A week begins on a Monday: by its last day, it is the one that yesterday lies in.
    weeks: project.weeks.map((week) => {
      const monday = weekOf(dayLater(dayAfter(week.monday, 6)));
      return { ...week, id: weekId(week.playerId, monday), monday };
    }),
    players: project.players.map((player) => ({
      ...player,
      createdAt: dayLater(player.createdAt.slice(0, 10)) + player.createdAt.slice(10),
      nextLesson: dayLater(player.nextLesson),
      archivedOn: dayLater(player.archivedOn),
      aims: player.aims.map((aim) => ({ ...aim, by: dayLater(aim.by) })),
    })),
  };
}

/** Fetches the demo library from the application's own server and adds it. */
export async function loadDemo(db: DatabaseHandle): Promise<ImportSummary> {
  const [response, { readProject }] = await Promise.all([
    fetch(under('/api/demo')),
    import('@/core/formats'),
  ]);
  const { project, problems } = readProject(await response.text());
  if (!project) throw new Error(problems[0]?.message ?? 'The demo library could not be read.');
  const isFirst = await isEmptyLibrary(db);
  const summary = await importProject(db, await upToYesterday(project), 'Load the demo library', {
    name: 'The demo library',
  });
  // It opens on somebody with a record, unless a student was chosen here.
  const name = response.headers.get(DEMO_STUDENT_HEADER);
  const student = project.players.find((player) => player.name === name);
  if (isFirst && student && (await currentPlayer(db))?.id === ME) await choosePlayer(db, student.id);
  return summary;
}
