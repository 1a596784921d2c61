/**
 * The practice runner as a machine: from a state and what happens to the next state and what is to be done. It knows no clock, no
 * database and no sound; moments, ids and places come with the events.
 */
import {
  goToStep,
  MAX_BPM,
  MIN_BPM,
  passBeats,
  passesInRun,
  planOf,
  type LadderStep,
  type PlayPlace,
} from '@/core';
import type { Climbing } from '@/core/drills';
import {
  judge,
  notKept,
  playedToEnd,
  playedUntil,
  sign,
  still,
  takeBack,
  withStanding,
  words,
} from './saying';
import { isOver, type Now } from './over';
import { newSitting } from './sitting';
import {
  bpmOf,
  canName,
  keyOf,
  standingOf,
  stepOf,
  type Playing,
  type PracticeEvent,
  type PracticeState,
  type Stepping,
} from './state';

const STILL_WAITS = 'The run that was played before this page was left still waits for its verdict.';

const WAITS_HERE = 'The run that was played last still waits for its verdict.';

const neverJudged = (day: string) =>
  `The last run of ${day} was never judged, so it is not on the record. If you still know how it went, type it in from the Logbook.`;

/** A sitting that begins anew. */
function begun(state: PracticeState, id: string, now: Now, hasWarmUp: boolean): PracticeState {
  const { given } = state;
  const sitting = newSitting(id, given.playerId, now);
  const warms = hasWarmUp && given.mode === 'ladder';
  const why = given.mode === 'ladder' ? given.next.why : '';
  const phase = warms ? 'warm-up' : 'ready';
  return { ...state, sitting, phase, why, isResumed: false, words: null, played: null };
}

/** The run that waited when the sitting was left, as it was played. */
function waitingIn(state: PracticeState): Pick<PracticeState, 'played' | 'playing'> | null {
  const { waiting } = standingOf(state);
  if (!waiting) return null;
  const { played, exercise, subdivision, step, bpm, fromPass } = waiting;
  const plan = planOf(exercise.passage, exercise.policy, state.given.setup);
  const stepped = { exercise, plan, subdivision };
  return { played, playing: { stepped, step, bpm, wanted: played.wanted, fromPass } };
}

function opened(state: PracticeState, event: Extract<PracticeEvent, { is: 'opened' }>): Stepping {
  const { given } = state;
  const { sitting: kept, pain, hasWarmUp, now, id } = event;
  const goesOn = kept && !isOver(kept, now);
  let next = begun(state, id, now, hasWarmUp);
  if (goesOn) {
    const isKnown = kept.standings[keyOf(given)] !== undefined;
    const phase = kept.isWarm || given.mode !== 'ladder' ? 'ready' : next.phase;
    next = { ...next, sitting: kept, phase, isResumed: isKnown, why: isKnown ? '' : next.why };
    const waits = waitingIn(next);
    if (waits) next = { ...next, ...waits, phase: 'judge', words: words(STILL_WAITS) };
  }
  const mustAsk = pain !== null && !next.sitting!.painSeen.includes(pain.id);
  const isLeft = kept && !goesOn && kept.standings[keyOf(given)]?.waiting !== undefined;
  return {
    state: mustAsk ? { ...next, pain, phase: 'ask' } : next,
    effects: isLeft ? [{ do: 'say', text: neverJudged(kept.day) }] : [],
  };
}

function start(state: PracticeState, event: Extract<PracticeEvent, { is: 'start' }>): Stepping {
  const { given, sitting, phase } = state;
  if (!sitting || !['ready', 'rest', 'judge'].includes(phase)) return still(state);
  if (isOver(sitting, event.now)) {
    const anew = begun(state, event.id, event.now, event.hasWarmUp);
    const text = 'The sitting before is over; what was judged is kept. This one begins anew.';
    return { state: { ...anew, words: words(text) }, effects: [{ do: 'keep', sitting: anew.sitting! }] };
  }
  const step = stepOf(state);
  const stepped = given.climb.stepped(step);
  const wanted = given.mode === 'lesson' ? null : passesInRun(step, passBeats(stepped.exercise));
  const playing: Playing = { stepped, step, bpm: bpmOf(state), wanted, fromPass: 0 };
  const toBpm = given.mode === 'ladder' ? step.toBpm : null;
  return {
    state: { ...state, phase: 'playing', playing, played: null, isResumed: false },
    effects: [{ do: 'play', playing, toBpm }],
  };
}

/** Whether a run can go on from one step to another: the same notes so often, at a steady tempo. */
function isSameRun(a: LadderStep, b: LadderStep, { stepped }: Climbing): boolean {
  const passesOf = (step: LadderStep) => passesInRun(step, passBeats(stepped(step).exercise));
  const isSteady = a.toBpm === null && b.toBpm === null;
  const isAlike = (['part', 'subdivision', 'rhythm', 'accents'] as const).every(
    (what) => a[what] === b[what],
  );
  return isSteady && isAlike && passesOf(a) === passesOf(b);
}

/** From the next pass on at another tempo. */
function atTempo(state: PracticeState, bpm: number, place: PlayPlace | null, step: LadderStep): Stepping {
  const playing = { ...state.playing!, bpm, step, fromPass: (place?.pass ?? -1) + 1 };
  return {
    state: { ...state, playing },
    effects: [
      { do: 'set tempo', bpm },
      { do: 'keep', sitting: state.sitting! },
    ],
  };
}

function goTo(state: PracticeState, { at, place }: Extract<PracticeEvent, { is: 'go to' }>): Stepping {
  const { given, sitting, phase } = state;
  const isMovable = ['ready', 'rest', 'playing'].includes(phase);
  if (!sitting || given.mode !== 'ladder' || !isMovable) return still(state);
  const standing = standingOf(state);
  const to = { ...standing, climb: goToStep(standing.climb, at, given.steps.length) };
  const next = { ...state, sitting: withStanding(state, to), words: null, why: '', isResumed: false };
  if (phase !== 'playing') return { state: next, effects: [{ do: 'keep', sitting: next.sitting }] };
  if (isSameRun(state.playing!.step, stepOf(next), given.climb))
    return atTempo(next, bpmOf(next), place, stepOf(next));
  return {
    state: { ...next, phase: 'ready' },
    effects: [{ do: 'stop at click' }, { do: 'keep', sitting: next.sitting }],
  };
}

function setTempo(
  state: PracticeState,
  { bpm, place }: Extract<PracticeEvent, { is: 'set tempo' }>,
): Stepping {
  const { given, sitting, phase } = state;
  if (!sitting || given.mode !== 'lesson' || !['ready', 'playing', 'rest'].includes(phase))
    return still(state);
  const to = { ...standingOf(state), bpm: Math.max(MIN_BPM, Math.min(MAX_BPM, bpm)) };
  const next = { ...state, sitting: withStanding(state, to), why: '' };
  if (phase === 'playing') return atTempo(next, to.bpm, place, state.playing!.step);
  return { state: next, effects: [{ do: 'keep', sitting: next.sitting }] };
}

/** Whatever the step was, the sitting says which run waits for its verdict, so that it outlives the page. */
function remembering(stepping: Stepping): Stepping {
  const { state, effects } = stepping;
  const { sitting, phase, played, playing } = state;
  if (!sitting || phase === 'opening') return stepping;
  const { waiting, ...standing } = standingOf(state);
  if ((waiting?.played ?? null) === played) return stepping;
  const step = playing?.step ?? stepOf(state);
  const { exercise, subdivision } = playing?.stepped ?? state.given.climb.stepped(step);
  const { bpm, fromPass } = playing ?? { bpm: bpmOf(state), fromPass: 0 };
  const next = withStanding(
    state,
    played ? { ...standing, waiting: { played, exercise, subdivision, step, bpm, fromPass } } : standing,
  );
  const isKept = effects.some((effect) => 'sitting' in effect);
  return {
    state: { ...state, sitting: next },
    effects: isKept
      ? effects.map((effect) => ('sitting' in effect ? { ...effect, sitting: next } : effect))
      : [...effects, { do: 'keep', sitting: next }],
  };
}

/** The next state, and what is to be done. */
export const step = (state: PracticeState, event: PracticeEvent): Stepping =>
  remembering(advanced(state, event));

function advanced(state: PracticeState, event: PracticeEvent): Stepping {
  const { sitting, phase } = state;
  switch (event.is) {
    case 'given':
      return still({ ...state, given: event.given });
    case 'opened':
      return phase === 'opening' ? opened(state, event) : still(state);
    case 'go on': {
      if (phase !== 'ask' || !sitting || !state.pain) return still(state);
      const next = { ...sitting, painSeen: [...sitting.painSeen, state.pain.id] };
      return {
        state: { ...state, sitting: next, phase: state.played ? 'judge' : 'ready', pain: null },
        effects: [{ do: 'keep', sitting: next }],
      };
    }
    case 'warm': {
      if (phase !== 'warm-up' || !sitting) return still(state);
      const next = { ...sitting, isWarm: true };
      return { state: { ...state, sitting: next, phase: 'ready' }, effects: [{ do: 'keep', sitting: next }] };
    }
    case 'start':
      return start(state, event);
    case 'stop': {
      if (phase !== 'playing') return still(state);
      const { place } = event;
      const hasNothing = place === null || place.pass < state.playing!.fromPass;
      const isOut = hasNothing || state.given.mode === 'lesson';
      const played = isOut ? null : playedUntil(state, place);
      return { state: { ...state, phase: isOut ? 'ready' : 'judge', played }, effects: [{ do: 'stop' }] };
    }
    case 'finished': {
      if (phase !== 'playing') return still(state);
      // Where the tempo was changed in its last pass, no whole pass is left to judge.
      const played = playedToEnd(state);
      return still({ ...state, phase: played ? 'judge' : 'ready', played });
    }
    case 'silenced':
      return still(phase === 'playing' ? { ...state, phase: 'ready' } : state);
    case 'judge':
      return judge(state, event);
    case 'sign':
      return sign(state, event);
    case 'take back':
      return takeBack(state);
    case 'go to':
      return goTo(state, event);
    case 'set tempo':
      return setTempo(state, event);
    case 'name reason':
      if (!canName(state)) return still(state);
      return {
        state: { ...state, reason: event.reason },
        effects: [{ do: 'amend', more: { reason: event.reason } }],
      };
    case 'name change': {
      if (!canName(state)) return still(state);
      const { fromNote, toNote, kind, stringFrom, stringTo } = event.change;
      const place = { fromNote, toNote, kind, stringFrom, stringTo };
      return { state: { ...state, named: event.change }, effects: [{ do: 'amend', more: { place } }] };
    }
    case 'see':
      return still({ ...state, seen: event.seen });
    case 'amended': {
      if (!sitting) return still(state);
      const said = sitting.said.map((one) => (one.id === event.id ? { ...one, id: event.newId } : one));
      return still({ ...state, sitting: { ...sitting, said } });
    }
    case 'not kept':
      return notKept(state, event.id);
    case 'rest':
      if (phase !== 'ready' && phase !== 'rest' && phase !== 'warm-up') return still(state);
      return still({ ...state, phase: 'rest', restUntilMs: event.now.ms + event.seconds * 1000 });
    case 'rested':
      return still(phase === 'rest' ? { ...state, phase: 'ready' } : state);
    case 'end':
      if (!sitting || phase === 'ask' || phase === 'pain') return still(state);
      return {
        state: { ...state, sitting: { ...sitting, open: null }, phase: 'done' },
        effects: [
          ...(phase === 'playing' ? [{ do: 'stop' } as const] : []),
          { do: 'keep', sitting: { ...sitting, open: null } },
        ],
      };
    case 'again':
      if (phase !== 'done') return still(state);
      return still({
        ...state,
        ...(state.played ? { phase: 'judge', words: words(WAITS_HERE) } : { phase: 'ready', words: null }),
      });
  }
}
