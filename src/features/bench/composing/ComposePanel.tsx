'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { type Exercise, type Setup, type Place } from '@/core';
import {
  adviceText,
  briefName,
  briefText,
  draftBrief,
  landed,
  outcomeText,
  reasonFor,
  reasonText,
  wishText,
  withCandidate,
  withTyped,
  type Advice,
  type Candidate,
  type Brief,
  type BriefPart,
} from '@/core/brief';
import { Button } from '@/ui/controls/Button';
import { useFound } from '@/ui/shell/useSearch';
import { useKept } from '@/ui/shell/useKept';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { compose, composedText, linesFor, type Composed } from '@/work/bench/composing';
import { titleAfter } from '@/work/bench/naming';
import { database, titlesFrom } from '@/storage';
import { prepareComposing, startComposing } from '@/workers';
import type { EditExercise } from '@/work/bench/acting';
import type { Try } from '@/work/bench/trying';
import { FieldRow } from '../TwoColumns';
import { Lines } from './Lines';
import { TargetFields } from './TargetFields';
import { NoteFields, WishFields } from './WishFields';

const Panel = styled.div`
  display: grid;
  gap: 0.7rem;
  h2 {
    font-size: 1rem;
  }
  .brief {
    max-width: 62rem;
  }
`;

const Columns = styled.div`
  display: grid;
  grid-template-columns: repeat(2, auto);
  justify-content: start;
  gap: 0.7rem 3rem;
  section {
    display: grid;
    align-content: start;
    gap: 0.4rem;
  }
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Conflicting = styled.div`
  display: grid;
  gap: 0.4rem;
  padding: 0.5rem 0.75rem;
  border: 1px solid ${colour.warn};
  border-radius: 0.4rem;
  ul {
    margin: 0;
    padding-left: 1.2rem;
  }
`;

interface BackProps {
  readonly strings: readonly [number, number];
  readonly there: number;
  readonly back: number;
}

const STEP = 16;

/** Moves between two strings, one way drawn out, the way back dashed: the one needs the other. */
function BackPicture({ strings, there, back }: BackProps) {
  const [low, high] = strings[0] > strings[1] ? [30, 10] : [10, 30];
  const moves = Array.from({ length: there + back }, (_, at) => at);
  const width = 24 + STEP * moves.length;
  const y = (at: number) => (at % 2 === 0 ? low : high);
  return (
    <svg width={width} height={40} viewBox={`0 0 ${width} 40`} aria-hidden>
      {[strings[0], strings[1]].map((string, at) => (
        <g key={string}>
          <text x={0} y={(at === 0 ? low : high) + 4} fontSize={11} fill={colour.inkSoft}>
            {string}
          </text>
          <line
            x1={12}
            x2={width}
            y1={at === 0 ? low : high}
            y2={at === 0 ? low : high}
            stroke={colour.line}
          />
        </g>
      ))}
      {moves.map((at) => (
        <line
          key={at}
          x1={16 + STEP * at}
          x2={16 + STEP * (at + 1)}
          y1={y(at)}
          y2={y(at + 1)}
          stroke={at % 2 === 0 ? colour.accent : colour.inkSoft}
          strokeWidth={2}
          strokeDasharray={at % 2 === 0 ? 'none' : '3 3'}
        />
      ))}
    </svg>
  );
}

const NO_LINES: readonly Candidate[] = [];

interface ComposePanelProps {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly setup: Setup;
  readonly edit: EditExercise;
  readonly onTry: Try;
  readonly onGo: (place: Place) => void;
}

/** Which wishes cannot be granted together, and what would help. */
function ConflictNote({ composed, onAdvice }: { composed: Composed; onAdvice: (advice: Advice) => void }) {
  const view = useView();
  const { outcome, brief } = composed;
  if (outcome?.state !== 'impossible') return null;
  const { wishes, advice, isSure: isSmallest } = outcome.conflict ?? { wishes: [], advice: [], isSure: true };
  const isSure = isSmallest && advice.every((one) => one.isSure);
  const reason = reasonFor(landed(brief), wishes);
  return (
    <Conflicting role="alert">
      <p>{outcomeText(outcome)}</p>
      {reason ? (
        <p>
          <strong>{reasonText(reason, landed(brief))}</strong>
        </p>
      ) : null}
      {reason?.code === 'back' ? <BackPicture {...reason} /> : null}
      <ul>
        {wishes.map((wish) => (
          <li key={JSON.stringify(wish)}>{wishText(wish, brief, view)}</li>
        ))}
      </ul>
      {advice.length > 0 ? (
        <p>
          {isSure
            ? 'Give up any one of them, or change it; the nearest that works:'
            : 'Change one of them; the nearest that works, or may:'}
        </p>
      ) : null}
      <FieldRow>
        {advice.map((one) => (
          <Button key={JSON.stringify(one.wish)} onPress={() => onAdvice(one)}>
            {adviceText(one, view)}
          </Button>
        ))}
      </FieldRow>
    </Conflicting>
  );
}

/** The teacher says what the exercise must train; the program writes it. */
export function ComposePanel({ exerciseId, exercise, setup, edit, onTry, onGo }: ComposePanelProps) {
  const view = useView();
  const search = useMemo(() => linesFor(exerciseId), [exerciseId]);
  const { shown: composed, isRunning, fault } = useFound(search);
  const [seed, setSeed] = useState(1);
  const titles = useKept(() => titlesFrom(database(), '')) ?? [];
  useEffect(() => prepareComposing(), []);
  const brief = useMemo(() => exercise.briefTyped ?? exercise.brief ?? draftBrief(exercise), [exercise]);
  const set = useCallback((part: BriefPart) => edit('Brief', (one) => withTyped(one, part), 'brief'), [edit]);
  const run = (to: Brief, withSeed: number) => {
    if (to !== brief) set(to);
    setSeed(withSeed);
    compose(search, startComposing, to, setup, withSeed);
  };
  const { notes } = exercise.passage;
  const places = useMemo(
    () =>
      notes.length === 0
        ? null
        : {
            wish: 'like' as const,
            places: notes.slice(0, 128).map(({ string, fret }) => ({ string, fret })),
          },
    [notes],
  );
  const take = (candidate: Candidate) => {
    if (!composed) return;
    edit('Compose', (one) => ({
      ...withCandidate(one, composed.brief, candidate),
      title: titleAfter(one, briefName(composed.brief), titles),
    }));
    const first = candidate.passage.notes[0];
    if (first) onGo({ ticks: first.onsetTicks, string: first.string });
  };
  const { candidates = NO_LINES } = composed ?? {};
  const best = Math.min(...candidates.map(({ cost }) => cost));
  const isOfHand = composed !== null && JSON.stringify(composed.setup) === JSON.stringify(setup);
  const isSame = isOfHand && JSON.stringify(composed.brief) === JSON.stringify(brief);
  return (
    <Panel>
      <Columns>
        <section>
          <h2>What it must train</h2>
          <TargetFields brief={brief} set={set} />
        </section>
        <section>
          <h2>With which notes</h2>
          <FieldRow>
            <NoteFields brief={brief} set={set} />
          </FieldRow>
        </section>
      </Columns>
      <details>
        <summary>More wishes: strings, frets, rhythm, strokes, slant, fingers, the way the line goes</summary>
        <WishFields brief={brief} set={set} places={places} />
      </details>
      <p className="brief">{briefText(brief, view)}</p>
      <FieldRow>
        <Button look="primary" onPress={() => run(brief, isSame ? seed + 1 : 1)}>
          {isSame && !isRunning ? 'Compose others' : 'Compose'}
        </Button>
        <Button isDisabled={!isRunning} onPress={() => search.stop()}>
          Stop
        </Button>
        <span role="status">{composed ? composedText(composed, isRunning) : ''}</span>
      </FieldRow>
      {fault ? <p role="alert">{fault} The exercise is as it was.</p> : null}
      {composed ? <ConflictNote composed={composed} onAdvice={(advice) => run(advice.brief, 1)} /> : null}
      {candidates.length > 0 ? (
        <>
          {isSame ? null : (
            <p>
              These lines were composed {isOfHand ? 'to another brief' : 'for another hand'}:{' '}
              {briefText(composed!.brief, view)}
            </p>
          )}
          <p>
            Each grants the whole brief. Smoothness is counted in steps: leaps, turns of the line, and what
            the fretting hand shifts, hops, rolls and reaches.
            {composed?.brief.returns
              ? ' Lines whose figure returns stand first: each return makes up for six steps.'
              : ''}
          </p>
          <Lines
            candidates={candidates}
            best={best}
            setup={setup}
            onTake={take}
            onTry={(candidate, label) =>
              onTry({
                of: exercise,
                label,
                passage: candidate.passage,
                policy: candidate.policy,
                take: () => take(candidate),
              })
            }
          />
        </>
      ) : null}
    </Panel>
  );
}
