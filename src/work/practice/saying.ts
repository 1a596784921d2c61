/** What is said of a run or of the hand, and what takes it back. */
import { passageHash, type PlayPlace } from '@/core';
import type { PlayedRun, Said, PracticeSitting, Standing } from '@/storage';
import type { Now } from './over';
import { afterTight, afterVerdict, isWhole, moveText, runFrom, verdictOf } from './sitting';
import {
  bpmOf,
  keyOf,
  saidOf,
  standingOf,
  stepOf,
  type Phase,
  type PracticeEffect,
  type PracticeEvent,
  type PracticeState,
  type Stepping,
} from './state';

/** A tight hand rests a minute: common practice, no source. */
const TIGHT_REST_SECONDS = 60;

export const still = (state: PracticeState): Stepping => ({ state, effects: [] });

export const words = (text: string, isClean = true) => ({ text, isClean });

/** The sitting with a new standing of this exercise. */
export function withStanding(state: PracticeState, standing: Standing): PracticeSitting {
  const { given } = state;
  const sitting = state.sitting!;
  return { ...sitting, standings: { ...sitting.standings, [keyOf(given)]: standing } };
}

/** … and something said. */
function withSaid(
  state: PracticeState,
  standing: Standing,
  said: Omit<Said, 'key' | 'before'>,
  now: Now,
): PracticeSitting {
  // A run that waits belongs to now: a verdict that is taken back has its own.
  const { waiting: _, ...before } = standingOf(state);
  const one: Said = { ...said, key: keyOf(state.given), before };
  const sitting = withStanding(state, standing);
  return { ...sitting, said: [...sitting.said, one], lastMs: now.ms, open: one.key };
}

/** How much was played until a place, from the last verdict on. */
export function playedUntil({ given, playing }: PracticeState, place: PlayPlace): PlayedRun {
  const { step, bpm, wanted, fromPass } = playing!;
  const pass = place.pass - fromPass;
  const mean = given.mode === 'ladder' && step.toBpm !== null ? (bpm + step.toBpm) / 2 : bpm;
  const under = { place: { ...place, pass }, isStopped: given.mode !== 'lesson' };
  return { passes: pass, under, bpm: mean, wanted };
}

export function playedToEnd(state: PracticeState): PlayedRun | null {
  const { wanted, fromPass } = state.playing!;
  if (wanted === null || wanted <= fromPass) return null;
  const until = playedUntil(state, { pass: wanted } as PlayPlace);
  return { ...until, under: null };
}

const NOTHING_TO_JUDGE = 'Not one whole pass was played yet, so there is nothing to judge.';

export function judge(state: PracticeState, event: Extract<PracticeEvent, { is: 'judge' }>): Stepping {
  const { given, sitting, phase } = state;
  const { place, id, now } = event;
  if (!sitting || (phase !== 'playing' && phase !== 'judge')) return still(state);
  if (phase === 'playing' && (place === null || place.pass < state.playing!.fromPass))
    return { state, effects: [{ do: 'say', text: NOTHING_TO_JUDGE }] };
  const played = phase === 'playing' ? playedUntil(state, place!) : state.played!;
  const verdict = verdictOf(event.verdict, played);
  if (!verdict) return { state, effects: [{ do: 'say', text: NOTHING_TO_JUDGE }] };

  const [fromStep, fromBpm, standing] = [stepOf(state), bpmOf(state), standingOf(state)];
  const isClean = event.verdict === 'clean';
  const counts = isWhole(verdict, played);
  const after = afterVerdict(standing, given.mode, given.steps, verdict.verdict, counts, given.subdivision);
  const said = { id, kind: 'verdict', played } as const;
  const next = { ...withSaid(state, after.standing, said, now), isWarm: true };
  const stepped = state.playing?.stepped ?? given.climb.stepped(fromStep);
  const { passage } = stepped.exercise;
  const step = state.playing?.step ?? fromStep;
  const run = runFrom({
    ...{ sitting, exerciseId: given.exerciseId, stepped, setup: given.setup, step, played, verdict },
    passageHash: passageHash(passage),
    seen: state.seen,
    judgedBy: event.by ?? 'ear',
  });

  const moved: PracticeState = { ...state, sitting: next };
  const places = { from: fromStep, to: stepOf(moved), fromBpm, toBpm: bpmOf(moved) };
  const inParts = isClean && !counts;
  const text = inParts
    ? `Clean, ${verdict.passes} of ${played.wanted} passes: kept; only a whole run counts toward the next step.`
    : `${isClean ? 'Clean' : 'Not clean'}. ${moveText(after.move, given.mode, isClean, places)}`;
  const goesOn = given.mode === 'lesson' && phase === 'playing';
  const isProbed = given.mode === 'probe' && after.move === 'top';
  const { restSeconds } = step;
  const ended: Phase = isProbed ? 'done' : restSeconds > 0 && given.mode !== 'lesson' ? 'rest' : 'ready';
  return {
    state: {
      ...moved,
      words: words(text.trim(), isClean),
      why: '',
      reason: null,
      named: null,
      seen: '',
      played: null,
      phase: goesOn ? 'playing' : ended,
      restUntilMs: now.ms + restSeconds * 1000,
      playing:
        goesOn && state.playing
          ? { ...state.playing, fromPass: state.playing.fromPass + verdict.passes }
          : state.playing,
    },
    effects: [
      ...(phase === 'playing' && !goesOn ? [{ do: 'stop at click' } as const] : []),
      { do: 'add run', id, run, passage, sitting: next },
    ],
  };
}

export function sign(
  state: PracticeState,
  { kind, id, now }: Extract<PracticeEvent, { is: 'sign' }>,
): Stepping {
  const { given, sitting, phase } = state;
  const isOut = phase === 'opening' || phase === 'pain' || (kind === 'tight' && phase === 'done');
  if (!sitting || isOut || phase === 'ask') return still(state);
  const bpm = phase === 'playing' || phase === 'judge' ? (state.playing?.bpm ?? bpmOf(state)) : bpmOf(state);
  const stepped = given.climb.stepped(stepOf(state));
  const { playerId, exerciseId, mode, steps, subdivision } = given;
  const record = { playerId, exerciseId, sessionId: sitting.id, bpm, subdivision: stepped.subdivision, kind };
  const stop: readonly PracticeEffect[] = phase === 'playing' ? [{ do: 'stop' }] : [];
  if (kind === 'pain') {
    const next = withSaid(state, standingOf(state), { id, kind, played: null }, now);
    return {
      // A run that waits for its verdict waits on, beyond this page if need be.
      state: { ...state, sitting: next, phase: 'pain', words: null, why: '' },
      effects: [...stop, { do: 'add sign', id, sign: record, sitting: next }],
    };
  }
  const { standing, move } = afterTight(standingOf(state), mode, steps, subdivision);
  const next = { ...withSaid(state, standing, { id, kind, played: null }, now), tights: sitting.tights + 1 };
  const text =
    sitting.tights >= 1
      ? 'Tight again: enough for today. Let the hand rest, and begin slower tomorrow.'
      : move === 'rest'
        ? 'It goes no slower than this: let the hand rest.'
        : 'Slower from here. Let go of what is not needed: thumb, forearm, shoulder.';
  // A run that waits for its verdict still waits after the rest.
  const waits = phase === 'judge';
  return {
    state: {
      ...state,
      sitting: next,
      words: words(text),
      why: '',
      phase: waits ? 'judge' : 'rest',
      restUntilMs: now.ms + TIGHT_REST_SECONDS * 1000,
    },
    effects: [...stop, { do: 'add sign', id, sign: record, sitting: next }],
  };
}

const TAKEN_BACK = {
  verdict: 'The verdict is taken back and its run is off the record: judge it anew, or play it again.',
  tight: '“Hand is tight” is taken back.',
  pain: '“It hurts” is taken back.',
} as const;

const LET_GO = 'The run after it, which waited for its verdict, is let go.';

/** The state without what was said last: nothing else is touched. */
function without(state: PracticeState, said: Said): PracticeState {
  const sitting = withStanding(state, said.before);
  const rest = sitting.said.filter(({ id }) => id !== said.id);
  const tights = sitting.tights - (said.kind === 'tight' ? 1 : 0);
  const isJudged = said.kind === 'verdict';
  return {
    ...state,
    sitting: { ...sitting, said: rest, tights },
    phase: isJudged || state.played ? 'judge' : 'ready',
    played: isJudged ? said.played : state.played,
    reason: null,
    named: null,
    why: '',
  };
}

export function takeBack(state: PracticeState): Stepping {
  const last = saidOf(state).at(-1);
  const isIdle = !['opening', 'ask', 'warm-up', 'playing'].includes(state.phase);
  if (!last || !isIdle) return still(state);
  const letGo = last.kind === 'verdict' && state.played ? ` ${LET_GO}` : '';
  const next = { ...without(state, last), words: words(`${TAKEN_BACK[last.kind]}${letGo}`) };
  return { state: next, effects: [{ do: 'take away', said: last, sitting: next.sitting! }] };
}

/** What could not be kept: it is as if it had not been said, and a run waits for its verdict again. */
export function notKept(state: PracticeState, id: string): Stepping {
  const { sitting } = state;
  const said = sitting?.said.find((one) => one.id === id);
  if (!sitting || !said) return still(state);
  const later = sitting.said.slice(sitting.said.indexOf(said) + 1).find(({ key }) => key === said.key);
  if (later) {
    // More was said since: that stands, and goes back to where this one began.
    const rest = sitting.said.filter((one) => one !== said);
    const joined = rest.map((one) => (one === later ? { ...one, before: said.before } : one));
    return still({ ...state, sitting: { ...sitting, said: joined } });
  }
  const next = { ...without(state, said), words: null };
  return still(state.phase === 'playing' ? { ...next, phase: 'playing', played: null } : next);
}
