/** Open formats that need more than the pages' first load; apart from the core's main face so that pages load them late. */
export { readProject, writeProject, type ProjectProblem, type ProjectReading } from './project/project';
export {
  PROJECT_VERSION,
  projectSchema,
  publishedSchema,
  RECORD_SCHEMAS,
  type ListName,
} from './project/schema';
export {
  exportable,
  recordFault,
  writeCheckedProject,
  type RefusedRecord,
  type WrittenProject,
} from './project/exportable';
export { mendedPassage, mendedRecord, passageRecord, type Mended } from './project/mendRecord';
export { readMusicXml } from './musicxml/read';
export { readCompressedMusicXml } from './musicxml/zipped';
export type { Encoding } from './encoding';
export { writeMusicXml, writeCompressedMusicXml } from './musicxml/write';
export { readMidi } from './midi/read';
export { writeMidi, type WriteMidiOptions } from './midi/write';
export { readFile, MAX_FILE_BYTES, type FileReading } from './file';
export { exerciseFault } from './checked';
export type { ForeignPart, ForeignReading } from './foreign';
