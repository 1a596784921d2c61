/** The door to open formats, apart from the core's face so that pages load them late. Readers and writers of the face are here too. */
export { readProject, writeProject } from './project/project';
export { publishedSchema, type ListName } from './project/schema';
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
export { writeIcs, type Calendar, type CalendarSession } from './ics/write';
export { MAX_LINK_CHARACTERS, readLink, writeLink, type LinkFault } from './link/link';
export type { LinkedExercise } from './link/pack';
export { isZip, readFile, MAX_FILE_BYTES, MAX_ZIP_BYTES, type FileReading } from './file';
export { writeWithRecordings, type TakeRecording } from './project/withRecordings';
export { exerciseFault } from './checked';
export { asOne, asOneFault, partNear } from './asOne';
export type { ForeignPart } from './foreign';
