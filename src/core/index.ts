/** The public face of the core: everything that the rest of the application, and outside checks, may use. */
export {
  type Tuning,
  STANDARD_TUNING,
  MIN_STRINGS,
  MAX_STRINGS,
  MAX_FRET,
  MAX_CAPO,
  type Setup,
  MIN_STRETCH_MM,
  MAX_STRETCH_MM,
  DEFAULT_SETUP,
  usualTuning,
  commonTunings,
  stringLetters,
} from './instrument/instrument';
export { type PreferredDamper } from './passage/dampers';
export {
  type Stroke,
  type Technique,
  type Finger,
  type Lock,
  type Note,
  type LoopBounds,
  type Passage,
  type Place,
  loopSpan,
  pitchOf,
} from './passage/passage';
export {
  noteById,
  noteAt,
  setFret,
  setTechnique,
  setDead,
  type NoteMark,
  setMark,
  setBend,
  setSlides,
  setDamper,
  setFinger,
  setLock,
  moveToString,
  moveNote,
  putNote,
  restNotes,
  insertSlot,
  deleteSlot,
  setSubdivision,
  setMeter,
  setLoopBounds,
  endingWithNotes,
} from './passage/edits';
export { ringUntil } from './passage/held';
export {
  type Range,
  rangeBetween,
  notesIn,
  shiftFrets,
  muteRange,
  holdRange,
  lockRange,
  reverseRange,
  reversePassage,
  deleteRange,
  slotsUsed,
  insertPassage,
  extractRange,
  firstNotes,
} from './passage/range';
export {
  moveRangeAcross,
  transposeRange,
  fingerRange,
  fingerByPosition,
  stretchRange,
} from './passage/rangeMoves';
export { faultsOf, faultText } from './passage/faults';
export { withPullOff } from './passage/pulledOff';
export { emptyPassage } from './passage/empty';
export { canonicalJson } from './passage/canonical';
export { passageHash } from './passage/hash';
export {
  MAX_SLOTS_PER_BEAT,
  METERS,
  meterName,
  type Slot,
  slotsOf,
  slotAt,
  nextSlotTicks,
  countSyllable,
  notesPerSecond,
} from './time/slots';
export { fitOf } from './rhythm/fit';
export {
  type Gap,
  slotsInPass,
  groupNotes,
  accentNotes,
  setPickup,
  pickupSlots,
  restAtEnd,
  setBeatSubdivision,
  holdLast,
  lastAgain,
  slotsNeeded,
} from './rhythm/lay';
export { ACCENTS, RHYTHMS } from './rhythm/names';
export { MAX_SWING, STRAIGHT } from './time/swing';
export {
  GOAL_TECHNIQUES,
  type GoalTechnique,
  GOAL_KINDS,
  type Goal,
  type StudentNote,
  type Exercise,
  DRILL_HANDS,
  type DrillStage,
  type DrillOf,
  type Origin,
  type TabStrings,
  type OpenQuestion,
  NO_GOAL,
  MAX_TITLE,
  titledAs,
  FIRST_TITLE,
  newExercise,
  exerciseSaid,
} from './model/exercise';
export { MIN_BPM, MAX_BPM, BPM_DECIMALS } from './model/tempo';
export {
  type RecordStamp,
  type ChangeableStamp,
  type StampKey,
  bareRecord,
  type ExerciseRecord,
  type PassageRecord,
  type PlayerRecord,
  NEW_PLAYER,
  type LadderRecord,
  type RunRecord,
  type SignRecord,
  type TakeRecord,
  type Tombstone,
  ME,
  type Project,
  type TableName,
  type UnchangingTable,
  type ChangeableTable,
  type LessonRecord,
  type WeekRecord,
  type Records,
  type Tables,
  isUnchanging,
  UNCHANGING,
  type RecordChange,
  type LogEntry,
  type ShelvedRecord,
  type Backup,
  type SiblingRecord,
  type RowChange,
  type Versions,
  type Parcel,
} from './model/records';
export {
  PROJECT_VERSION,
  NO_RECORDS,
  fieldName,
  LAST_APART,
  TABLE_NAMES,
  TABLES_SINCE,
  titleOf,
  upToDateEntry,
  upToDatePart,
  upToDateRecord,
  upToDateShelved,
  upToDateSibling,
  upToDateTombstone,
} from './model/tables';
export {
  planImport,
  fieldsApart,
  type Difference,
  type Family,
  type Here,
  type ImportPlan,
  type Merge,
} from './merging/importPlan';
export { NEW_WEEK } from './model/week';
export { checkTake, detectOnsets, type TakeOptions } from './take/check';
export {
  MAX_TAKE_NOTES,
  MOST_RECORDINGS_BYTES,
  type NotJudged,
  type TakeFault,
  type Take,
  type TakeSource,
} from './model/take';
export { recordKey, sayingOf } from './merging/names';
export { chosenFrom, countedBeside, type Version } from './merging/beside';
export { namedBy } from './merging/chains';
export { isDead, joinedTombstone, namesOf, newStone, withoutStones, withStone } from './merging/stones';
export { compareVersions, countedOn, joinedVersions } from './merging/versions';
export { nameFor } from './plan/naming';
export { numbered } from './plan/numbered';
export { excerptPlan } from './plan/excerpt';
export { planOf, type Plan } from './plan/plan';
export { planTab } from './formats/tab/planTab';
export { smallTab } from './formats/tab/smallTab';
export { type KeptLadder, FRESH_LADDER, ladderSpecOf, leastPasses, passBeats } from './tempo/climb';
export { tempoSteps } from './tempo/tempoSteps';
export {
  MAX_EDGE_ANGLE,
  MAX_PICK_MM,
  MAX_PICK_SHAPE,
  MIN_PICK_MM,
  type PickingHand,
  OPEN_HAND,
  handFor,
} from './model/hand';
export { handText, noteDampersText } from './model/handWords';
export { cuesFor } from './plan/cues';
export { pinnedWhere, pinNumbers, spokenNote, spokenPlace } from './plan/spoken';
export {
  exerciseFromTab,
  fitPolicy,
  guessesOf,
  restrung,
  stringsText,
  takeStrokes,
  withTab,
} from './formats/tab/taking';
export {
  type Transition,
  type PairCount,
  type Analysis,
  analyseStrokes,
  stringChangeFrom,
  tightestChanges,
  largerExits,
} from './picking/analysis';
export { describeChanges, isStringChange, type ChangeKind, type Slant } from './picking/changes';
export { gapAfter, gapBefore } from './picking/geometry';
export { ofKind, otherStroke, POLICY_KINDS, type PickingPolicy, type PolicyKind } from './picking/policy';
export { loneTurns } from './picking/turns';
export { comparePolicies } from './picking/compare';
export { withSlurs } from './picking/overlay';
export { type Covered, type CoverageCell, coverageOf } from './picking/coverage';
export { placesInBeat } from './picking/places';
export { assignStrokes, otherCosts, type StrokeAssignment } from './picking/strokes';
export { countText, counted, sizeText, times } from './picking/counting';
export { capital, STROKE_NAMES, withArticle, KIND_NAMES } from './picking/names';
export { POLICY_MEANINGS, TURN_MEANINGS } from './picking/meanings';
export { reasonText, otherCostText, unmetText, policyText, techniqueText, changeText } from './picking/words';
export {
  poseAt,
  slantAt,
  standingPose,
  standingTicks,
  strikeLine,
  type PickPose,
  type StrikeLine,
} from './plan/motion';
export { isCalled, standsText, strikesOf, type Strike } from './plan/strikes';
export { type Schools, DEFAULT_SCHOOLS, slantText, exitText, slantsText } from './picking/schools';
export {
  isMostlySwept,
  isOneSidedLine,
  type PairRow,
  pairRows,
  missingPairs,
  trainsSentence,
} from './balance/balance';
export { targetOf, goalText, asksForChanges, type GoalCheck, checkGoal, againstTarget } from './balance/goal';
export { type Exposure, exposureOf, exposedPairs } from './balance/exposure';
export { exposureText, setAfterText, setMendingText, setVerdictText } from './balance/setWords';
export { setMendings, type SetMember, type SetMending } from './balance/mendSet';
export { gapOf, mendings, scopedShare, type Mending } from './balance/mend';
export { costsText, mendText, shareText } from './balance/mendWords';
export { composeToBrief } from './brief/search';
export { buildLadder, passesInRun, withHandMade } from './tempo/ladder';
export {
  ROUNDINGS,
  type Rounding,
  LADDER_KINDS,
  type LadderKind,
  type DensityPart,
  AS_WRITTEN,
  PART_NAMES,
  type LadderSpec,
  type Look,
  type LadderStep,
  type TempoCourse,
  MIN_STEP_BPM,
  MAX_STEP_BPM,
  MAX_RISES,
  MAX_LADDER_PASSES,
  MAX_RUNS_IN_A_ROW,
  MAX_STEP_MINUTES,
  DEFAULT_LADDER,
  type PracticeTime,
  MAX_SESSIONS_A_WEEK,
  MAX_SESSION_MINUTES,
  MAX_PLAN_WEEKS,
} from './model/ladder';
export { estimateCleanTempo } from './tempo/cleanTempo';
export { estimateTempoToday } from './tempo/drift';
export { type PlanFault, planClimb, type PlanOffer, offersFor } from './tempo/planner';
export {
  type Climb,
  FOOT_OF_LADDER,
  type Move,
  goToStep,
  stepSpeed,
  slower,
  judged,
  steppedBpm,
  probeTempos,
  startFromProbe,
} from './tempo/practice';
export { ACCENT_WORDS, stepWords } from './tempo/stepWords';
export { equalSpeeds, bpmText, durationText, tappedBpm } from './tempo/speeds';
export { courseMap } from './tempo/course';
export { type TempoMap, steadyTempo, changeTempo, rampTempo, frameAt, ticksAtFrame } from './tempo/tempoMap';
export { type ClickAccent, type ClickPattern, PLAIN_CLICK } from './sound/clicks';
export {
  type Attack,
  type Sounding,
  type PerformedEvent,
  type PlayPlace,
  type Performance,
  type Beat,
  type PerformOptions,
  performanceOf,
} from './sound/performance';
export { LEVELS } from './sound/levels';
export { pluck, click } from './sound/pluck';
export { VOICED_KINDS, type VoicedKind, isVoiced, strokeTap, kindVoice } from './sound/voices';
export { readTabText, type TabReading } from './formats/tab/read';
export type { Problem } from './formats/tab/problems';
export { writeTabText } from './formats/tab/write';
export { readProject, writeProject } from './formats/project/project';
export { readMusicXml } from './formats/musicxml/read';
export { writeMusicXml } from './formats/musicxml/write';
export { readMidi } from './formats/midi/read';
export { writeMidi } from './formats/midi/write';
export { ADDED_FIELDS } from './formats/project/added';
export { DEFAULT_HALF_LIFE_DAYS } from './model/limits';
