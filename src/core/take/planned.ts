/** The plan of an exercise as a take is held against it: every note that is heard, at its second. */
import { pitchOf, type Note } from '../passage/passage';
import { isStringChange } from '../picking/changes';
import { placeInBeat } from '../picking/places';
import type { Plan } from '../plan/plan';
import { strikesOf } from '../plan/strikes';
import type { ClickPattern } from '../sound/clicks';
import { performanceOf, type PerformedEvent } from '../sound/performance';
import { secondsOf } from '../time/slots';
import type { PlannedClick, PlannedNote, TakePlan } from './plan';

/** How an exercise is played for a take. */
export interface TakeSetting {
  readonly bpm: number;
  readonly passes: number;
  readonly countInBeats: number;
  readonly clicks: ClickPattern;
  readonly loop: boolean;
}

/** How the places of a beat are counted aloud. Common practice, no source. */
const COUNTED: Readonly<Record<number, readonly string[]>> = {
  2: ['1', '&'],
  3: ['1', 'trip', 'let'],
  4: ['1', 'e', '&', 'a'],
};
const placeName = (place: number, subdivision: number): string =>
  COUNTED[subdivision]?.[place] ?? (place === 0 ? '1' : `${place + 1} of ${subdivision}`);

type NoteEvent = Extract<PerformedEvent, { kind: 'note' }>;
type StrokeEvent = Extract<PerformedEvent, { kind: 'stroke' }>;

/** The note of the passage that a planned note is. */
export const noteIdOf = (plannedId: string): string => plannedId.slice(0, plannedId.lastIndexOf('@'));
/** The pass that it is played in, from 0. */
export const passOf = (plannedId: string): number => Number(plannedId.slice(plannedId.lastIndexOf('@') + 1));

/** Everything that is to be heard of an exercise, with count-in, at one tempo. */
export function takePlanOf(plan: Plan, { bpm, passes, countInBeats, clicks, loop }: TakeSetting): TakePlan {
  const { passage } = plan;
  const performance = performanceOf(passage, {
    loop,
    passes,
    countInBeats,
    clicks,
    strikes: strikesOf(plan),
  });
  const { beatTicks } = passage.meter;
  const seconds = (ticks: number) => secondsOf(ticks, bpm, beatTicks);
  const passTicks =
    passes > 1
      ? performance.ticksAt({ pass: 1, ticks: passage.notes[0]?.onsetTicks ?? 0 }) -
        performance.ticksAt({ pass: 0, ticks: passage.notes[0]?.onsetTicks ?? 0 })
      : passage.lengthTicks + passage.pickupTicks;
  const events = performance.eventsBetween(performance.startTicks, performance.endTicks!);
  const known = new Map(passage.notes.map((note) => [note.id, note]));
  const strokes = new Map<string, StrokeEvent>();
  for (const event of events)
    if (event.kind === 'stroke')
      for (const id of event.strike.noteIds) strokes.set(`${id}@${event.pass}`, event);
  const planned: PlannedNote[] = [];
  const struck = new Set<string>();
  let before: Note | undefined;
  for (const event of events) {
    if (event.kind !== 'note') continue;
    const id = `${event.sounding.noteId}@${event.pass}`;
    if (struck.has(id)) continue;
    const note = known.get(event.sounding.noteId)!;
    const stroke = strokes.get(id);
    const together = stroke?.strike.noteIds ?? [note.id];
    for (const one of together) struck.add(`${one}@${event.pass}`);
    const heard = together.map((one) => known.get(one)!).filter(({ dead }) => !dead);
    planned.push({
      id,
      onset: seconds(event.ticks),
      midi: heard.map((one) => pitchOf(passage, one)),
      technique: note.technique,
      string: note.string,
      until: seconds(event.ticks + event.sounding.durationTicks),
      place: placeName(placeInBeat(passage, note.onsetTicks, event.pass, passTicks), passage.subdivision),
      ...strokeOf(stroke, event),
      ...fingerOf(note, before),
    });
    before = note;
  }
  const scheduled = events.flatMap((event): PlannedClick[] =>
    event.kind === 'click' && event.accent !== 'silent'
      ? [{ at: seconds(event.ticks), sound: event.accent }]
      : [],
  );
  return { notes: planned, clicks: scheduled };
}

function strokeOf(stroke: StrokeEvent | undefined, { pass }: NoteEvent) {
  if (!stroke) return { change: null };
  const { arrives } = stroke.strike;
  const isFirst = pass === 0 && arrives?.seam;
  return {
    change: stroke.arrives,
    stroke: stroke.strike.stroke,
    ...(arrives && !isFirst && isStringChange(arrives) ? { skipped: arrives.skipped } : {}),
  };
}

/** Whether another finger takes over; nothing where fingers are not written, or a string is open. */
function fingerOf({ finger }: Note, before: Note | undefined) {
  if (!before || finger === undefined || before.finger === undefined) return {};
  return { fingerChange: finger !== before.finger };
}
