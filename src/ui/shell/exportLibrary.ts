import { database, exportProject } from '@/storage';
import { download } from './download';

/** Saves the whole library as a project file. */
export async function exportLibrary(): Promise<void> {
  const [project, { writeProject }] = await Promise.all([
    exportProject(database()),
    import('@/core/formats'),
  ]);
  download(`yardfell-${project.exportedAt.slice(0, 10)}.json`, writeProject(project));
}
