/** The public face of the core: everything that the rest of the application, and outside checks, may use. */
export * from './instrument/instrument';
export * from './passage/passage';
export * from './passage/edits';
export { ringUntil } from './passage/held';
export * from './passage/range';
export * from './passage/rangeMoves';
export * from './passage/faults';
export { emptyPassage } from './passage/empty';
export { canonicalJson } from './passage/canonical';
export { passageHash } from './passage/hash';
export * from './rhythm/slots';
export * from './rhythm/fit';
export * from './rhythm/lay';
export { MAX_SWING, STRAIGHT } from './rhythm/swing';
export * from './exercise/exercise';
export * from './exercise/records';
export {
  CHANGEABLE,
  planImport,
  type ChangeableTable,
  type Difference,
  type FieldDifference,
  type Here,
  type ImportPlan,
} from './exercise/importPlan';
export {
  compareVersions,
  countedOn,
  joinedVersions,
  type VersionOrder,
  type Versions,
} from './exercise/versions';
export { planOf, type Plan } from './exercise/plan';
export { planTab } from './exercise/planTab';
export * from './exercise/climb';
export * from './exercise/tempoSteps';
export * from './exercise/hand';
export { cuesFor, cuesOf } from './exercise/cues';
export { pinnedWhere, pinNumbers, spokenNote, spokenPlace } from './exercise/spoken';
export {
  exerciseFromTab,
  firstNotes,
  fitPolicy,
  guessesOf,
  restrung,
  stringsText,
  takeStrokes,
  withTab,
} from './exercise/taking';
export * from './picking/analysis';
export {
  describeChanges,
  isStringChange,
  type ChangeKind,
  type Contact,
  type Direction,
  type PickInput,
  type Slant,
  type StringChange,
} from './picking/changes';
export { gapAfter, gapBefore } from './picking/geometry';
export { isPicked } from './picking/picks';
export { otherStroke, POLICY_KINDS, type PickingPolicy, type PolicyKind } from './picking/policy';
export { comparePolicies, type ComparedPolicy } from './picking/compare';
export { withSlurs } from './picking/overlay';
export * from './picking/coverage';
export { placesInBeat, type PlacesInBeat } from './picking/places';
export { assignStrokes, type StrokeAssignment, type StrokeReason, type Unmet } from './picking/strokes';
export * from './picking/counting';
export * from './picking/words';
export {
  poseAt,
  slantAt,
  standingPose,
  standingTicks,
  strikeLine,
  type PickPose,
  type StrikeLine,
} from './picking/motion';
export { isCalled, standsText, strikesOf, type Strike } from './picking/strikes';
export * from './picking/schools';
export * from './balance/balance';
export * from './balance/goal';
export * from './balance/exposure';
export { setMendings, type SetMember, type SetMending } from './balance/mendSet';
export { gapOf, mendings, scopedShare, type Mending } from './balance/mend';
export { mendText, shareText } from './balance/mendWords';
export { composeToBrief } from './brief/search';
export * from './tempo/ladder';
export * from './tempo/spec';
export * from './tempo/cleanTempo';
export * from './tempo/marks';
export * from './tempo/planner';
export * from './tempo/practice';
export * from './tempo/speeds';
export * from './tempo/tempoMap';
export * from './sound/clicks';
export * from './sound/performance';
export * from './sound/pluck';
export * from './sound/voices';
export { readTabText, type ReadTabOptions, type TabReading } from './formats/tab/read';
export type { Problem, ProblemCode } from './formats/tab/problems';
export { writeTabText, type WriteTabOptions } from './formats/tab/write';
export {
  readProject,
  writeProject,
  type ProjectProblem,
  type ProjectReading,
} from './formats/project/project';
export { readMusicXml } from './formats/musicxml/read';
export { readCompressedMusicXml } from './formats/musicxml/zipped';
export { writeCompressedMusicXml, writeMusicXml } from './formats/musicxml/write';
export { readMidi } from './formats/midi/read';
export { writeMidi, type WriteMidiOptions } from './formats/midi/write';
