/** Open formats that need a schema to read; apart from the core's main face so that pages load them late. */
export { readProject, writeProject, type ProjectProblem, type ProjectReading } from './project/project';
export { projectSchema } from './project/schema';
