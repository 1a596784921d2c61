'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import {
  counted,
  DRILL_HANDS,
  isStringChange,
  KIND_NAMES,
  noteAt,
  planOf,
  tightestChanges,
  type Exercise,
  type Plan,
  type Range,
  type Setup,
  type Transition,
  type Place,
} from '@/core';
import {
  changesPerSecond,
  drillExercises,
  drillName,
  drillRemarks,
  drillsOf,
  fittedTo,
  MOST_PARTS,
  passesIn,
  type Drill,
} from '@/core/drills';
import { addExercises, database, drillsCutFrom } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { say } from '@/ui/controls/say';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { SmallLane } from '@/ui/lane/SmallLane';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import { undoOf } from '@/work/undoing';
import { cardList } from '../cards';
import { HandsAlone } from '../HandsAlone';
import { NumberList } from '../material/NumberList';
import { FieldRow } from '../TwoColumns';
import type { Try } from '@/work/bench/trying';
import { useKept } from '@/ui/shell/useKept';

const SessionDialog = dynamic(
  () => import('@/ui/session/SessionDialog').then((module) => module.SessionDialog),
  {
    ssr: false,
  },
);

const Panel = styled.div`
  display: grid;
  gap: 0.7rem;
  h2 {
    font-size: 1rem;
  }
`;

const Cards = styled.ul`
  ${cardList}
  li {
    grid-template-columns: 1.4rem 210px minmax(0, 1fr) auto;
    gap: 0.6rem;
  }
  input {
    width: 1.1rem;
    height: 1.1rem;
    accent-color: ${colour.accent};
  }
  small {
    display: block;
  }
`;

const DEFAULT_MINUTES = 8;

const keyOf = ({ stage, part }: Drill) => `${stage} ${part}`;

interface DrillsPanelProps {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly bpm: number;
  readonly caret: Place;
  readonly range: Range | null;
  readonly onTry: Try;
}

/** String changes as they are offered: each once, those that leave the least room first. */
function useChanges({ exercise, plan, setup, bpm, caret }: DrillsPanelProps) {
  const { passage } = exercise;
  return useMemo(() => {
    const tightest = tightestChanges(passage, plan.analysis, bpm, setup).map(({ change }) => change);
    const changes = plan.analysis.transitions.filter((change) => isStringChange(change) && change.pass === 0);
    const here = noteAt(passage, caret.ticks, caret.string);
    const atCaret = changes.find(({ fromNote }) => fromNote === here?.id);
    const numbers = new Map(passage.notes.map(({ id }, at) => [id, at + 1]));
    const nameOf = (change: Transition) => {
      const { kind, stringFrom, stringTo, fromNote, toNote, seam } = change;
      const place = `notes ${numbers.get(fromNote)} to ${numbers.get(toNote)}${seam ? ', round' : ''}`;
      const marks = change === atCaret ? ' (at the caret)' : change === tightest[0] ? ' (breaks first)' : '';
      return `${place}: ${KIND_NAMES[kind]} from ${stringFrom} to ${stringTo}${marks}`;
    };
    const first = changes.find((change) => change === tightest[0]) ?? changes[0] ?? null;
    // On the first note the caret stands by itself; further on it was put there.
    const isPut = here !== undefined && here.id !== passage.notes[0]?.id;
    return { changes, nameOf, suggested: (isPut ? atCaret : null) ?? first };
  }, [passage, plan, bpm, setup, caret]);
}

/** Why some beginnings of parts will not do; null if they will. */
function partsFault(numbers: readonly number[], notes: number): string | null {
  if (numbers.some((number) => number < 1 || number > notes)) return `Each from 1 to ${notes}`;
  return numbers.length >= MOST_PARTS ? `${MOST_PARTS} parts at the most` : null;
}

/** One cut more: before and after what is marked, or at the caret. */
function withCut(
  begins: readonly number[],
  { passage }: Exercise,
  { caret, range }: Pick<DrillsPanelProps, 'caret' | 'range'>,
): number[] {
  const moments = [...new Set(passage.notes.map(({ onsetTicks }) => onsetTicks))];
  const numberFrom = (ticks: number) => moments.findIndex((moment) => moment >= ticks) + 1;
  const more = range ? [numberFrom(range.fromTicks), numberFrom(range.toTicks)] : [numberFrom(caret.ticks)];
  return [...new Set([...begins, ...more.filter((number) => number > 1)])].sort((a, b) => a - b);
}

/** The drills that were made before, in order. */
function Group({ exerciseId }: { exerciseId: string }) {
  const [plans, setPlans] = useState(false);
  const drills = useKept(() => drillsCutFrom(database(), exerciseId), [exerciseId]);
  if (!drills || drills.length === 0) return null;
  return (
    <section aria-label="Drills of this exercise">
      <h2>{counted(drills.length, 'drill')} of this exercise</h2>
      <Button onPress={() => setPlans(true)}>Practise them in a session, then the whole</Button>
      {plans ? (
        <SessionDialog
          exerciseIds={[...drills.map(({ id }) => id), exerciseId]}
          isInOrder
          onClose={() => setPlans(false)}
        />
      ) : null}
      <ol>
        {drills.map(({ id, title }) => (
          <li key={id}>
            <Link href={`/bench/${id}`} prefetch={false}>
              {title}
            </Link>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Cutting the hard spot out: the drills from its two notes toward the whole, of which some are kept as a group. */
export function DrillsPanel(props: DrillsPanelProps) {
  const { exerciseId, exercise, plan, setup, bpm, onTry } = props;
  const { changes, nameOf, suggested } = useChanges(props);
  const [chosenKey, setChosenKey] = useState<string | null>(null);
  const [minutes, setMinutes] = useState(DEFAULT_MINUTES);
  const [byHands, setByHands] = useState(false);
  const [picked, setPicked] = useState<{ of: readonly Drill[]; keys: ReadonlySet<string> } | null>(null);
  const changeKey = ({ fromNote, toNote }: Transition) => `${fromNote} ${toNote}`;
  const change = changes.find((one) => changeKey(one) === chosenKey) ?? suggested;
  const [begins, setBegins] = useState<readonly number[]>([]);
  const drills = useMemo(
    () => drillsOf(exercise, plan, change, setup, begins),
    [exercise, plan, change, setup, begins],
  );
  const fitted = useMemo(() => new Set(fittedTo(drills, minutes).map(keyOf)), [drills, minutes]);
  const keys = picked?.of === drills ? picked.keys : fitted;
  const wanted = drills.filter((drill) => keys.has(keyOf(drill)));
  const minutesEach = minutes / Math.max(1, wanted.length) / (byHands ? DRILL_HANDS.length : 1);
  const whole = (
    <FieldRow>
      <HandsAlone exercise={exercise} setup={setup} hands={['picking', 'fretting']} />
      <NumberList
        label="Cut: parts begin at note"
        value={begins}
        placeholder="5 13"
        wide
        fault={(numbers) => partsFault(numbers, exercise.passage.notes.length)}
        onChange={setBegins}
      />
      <Button onPress={() => setBegins(withCut(begins, exercise, props))}>
        {props.range ? 'Cut at what is marked' : 'Cut at the caret'}
      </Button>
    </FieldRow>
  );
  if (drills.length === 0)
    return (
      <Panel>
        <p>There is no string change to cut out, and the figure is short enough as it is.</p>
        {exercise.passage.notes.length > 1 ? whole : null}
        <Group exerciseId={exerciseId} />
      </Panel>
    );
  const make = async () => {
    const hands = byHands ? DRILL_HANDS : (['both'] as const);
    const there = await drillsCutFrom(database(), exerciseId);
    const first = (there.at(-1)?.order ?? -1) + 1;
    const made = drillExercises(exercise, wanted, change, hands, exerciseId, first);
    const label = `Drills of “${exercise.title}”`;
    const entry = await addExercises(
      database(),
      made.map((one) => ({ exercise: one })),
      label,
    );
    say(
      `${counted(made.length, 'drill')} stand under “${exercise.title}”, here and in the Library.`,
      undoOf(entry),
    );
  };
  return (
    <Panel>
      <Group exerciseId={exerciseId} />
      <FieldRow>
        {change ? (
          <Select
            label="The change"
            value={changeKey(change)}
            options={changes.map((one) => ({ id: changeKey(one), name: nameOf(one) }))}
            onChange={setChosenKey}
          />
        ) : null}
        <NumberField
          label="Minutes for all"
          value={minutes}
          min={1}
          max={60}
          onChange={(value) => value !== null && setMinutes(value)}
        />
        <Switch isOn={byHands} onChange={setByHands}>
          each for the picking hand alone, the fretting hand alone, then both
        </Switch>
      </FieldRow>
      {whole}
      <Cards aria-label="Drills to choose from">
        {drills.map((drill) => {
          const name = drillName(drill);
          const isOn = keys.has(keyOf(drill));
          return (
            <li key={keyOf(drill)}>
              <input
                type="checkbox"
                aria-label={`Choose: ${name}`}
                checked={isOn}
                onChange={() => {
                  const next = new Set(keys);
                  if (!next.delete(keyOf(drill))) next.add(keyOf(drill));
                  setPicked({ of: drills, keys: next });
                }}
              />
              <SmallLane plan={planOf(drill.passage, drill.policy, setup)} width={210} />
              <div>
                {name[0]!.toUpperCase() + name.slice(1)}
                <small>
                  {drillRemarks(drill).join(' ')}{' '}
                  {changesPerSecond(drill, bpm) === 0
                    ? 'No string change'
                    : `${changesPerSecond(drill, bpm).toFixed(1)} changes a second at ${bpm} bpm`}
                  {isOn ? `, ${counted(passesIn(minutesEach, drill, bpm), 'pass', 'passes')}` : ''}.
                </small>
              </div>
              <Button
                look="quiet"
                aria-label={`Try in the lane: ${name}`}
                onPress={() =>
                  onTry({
                    of: exercise,
                    label: `${name}.`,
                    passage: drill.passage,
                    policy: drill.policy,
                    take: null,
                  })
                }
              >
                Try
              </Button>
            </li>
          );
        })}
      </Cards>
      <FieldRow>
        <Button
          look="primary"
          isDisabled={wanted.length === 0}
          onPress={() => attempt('Making the drills', make)}
        >
          Make {counted(wanted.length * (byHands ? DRILL_HANDS.length : 1), 'drill')}
        </Button>
        <span>They stand in order under this exercise and climb its ladder.</span>
      </FieldRow>
    </Panel>
  );
}
