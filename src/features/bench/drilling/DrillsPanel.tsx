'use client';
import { memo, useMemo, useState } from 'react';
import styled from 'styled-components';
import {
  capital,
  counted,
  DRILL_HANDS,
  planOf,
  passageHash,
  type Exercise,
  type Range,
  type Setup,
  type Transition,
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
import { once } from '@/work/perform';
import { undoOf } from '@/work/undoing';
import { cardList } from '../cards';
import { HandsAlone } from '../HandsAlone';
import { NumberList } from '../material/NumberList';
import { FieldRow } from '../TwoColumns';
import { DrillsThere } from './DrillsThere';
import { useChanges, type ChangesProps } from './useChanges';
import type { Try } from '@/work/bench/trying';
import { useKept } from '@/ui/shell/useKept';

const Panel = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
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

interface DrillsPanelProps extends ChangesProps {
  readonly range: Range | null;
  readonly onTry: Try;
}

/** Made once for a drill, wherever the caret goes. */
const DrillLane = memo(function DrillLane({ drill, setup }: { drill: Drill; setup: Setup }) {
  const { passage, policy } = drill;
  const plan = useMemo(() => planOf(passage, policy, setup), [passage, policy, setup]);
  return <SmallLane plan={plan} width={210} />;
});

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
  const there = useKept(() => drillsCutFrom(database(), exerciseId), [exerciseId]);
  const isThere = useMemo(() => {
    const made = new Set(there?.map(({ stage, passageHash: hash }) => `${stage} ${hash}`));
    return new Set(
      drills.filter(({ stage, passage }) => made.has(`${stage} ${passageHash(passage)}`)).map(keyOf),
    );
  }, [there, drills]);
  // Where some are there already the teacher says which more.
  const fitted = useMemo(
    () => new Set(isThere.size > 0 ? [] : fittedTo(drills, minutes).map(keyOf)),
    [drills, minutes, isThere],
  );
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
        <DrillsThere drills={there} exerciseId={exerciseId} />
      </Panel>
    );
  const make = async () => {
    const hands = byHands ? DRILL_HANDS : (['both'] as const);
    const before = await drillsCutFrom(database(), exerciseId);
    const first = (before.at(-1)?.order ?? -1) + 1;
    const made = drillExercises(exercise, wanted, change, hands, exerciseId, first);
    const label = `Drills of “${exercise.title}”`;
    const entry = await addExercises(
      database(),
      made.map((one) => ({ exercise: one })),
      label,
    );
    setPicked(null);
    say(
      `${counted(made.length, 'drill')} stand under “${exercise.title}”, here and in the Library.`,
      undoOf(entry),
    );
  };
  return (
    <Panel>
      <DrillsThere drills={there} exerciseId={exerciseId} />
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
              <label className="pick">
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
              </label>
              <DrillLane drill={drill} setup={setup} />
              <div>
                {capital(name)}
                {isThere.has(keyOf(drill)) ? <b> · there already</b> : null}
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
          onPress={() => once('Making the drills', make)}
        >
          Make {counted(wanted.length * (byHands ? DRILL_HANDS.length : 1), 'drill')}
        </Button>
        <span>They stand in order under this exercise and climb its ladder.</span>
      </FieldRow>
    </Panel>
  );
}
