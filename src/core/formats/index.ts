/** Open formats that need more than the pages' first load; apart from the core's main face so that pages load them late. */
export { readProject, writeProject, type ProjectProblem, type ProjectReading } from './project/project';
export { PROJECT_VERSION, projectSchema } from './project/schema';
export { readMusicXml, readCompressedMusicXml } from './musicxml/read';
export { writeMusicXml, writeCompressedMusicXml } from './musicxml/write';
export { readMidi } from './midi/read';
export { writeMidi, type WriteMidiOptions } from './midi/write';
export { readFile, MAX_FILE_BYTES, type FileReading } from './file';
export type { ForeignReading } from './foreign';
