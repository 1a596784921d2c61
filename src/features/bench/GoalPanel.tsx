'use client';
import styled from 'styled-components';
import {
  GOAL_KINDS,
  GOAL_TECHNIQUES,
  BPM_DECIMALS,
  MAX_BPM,
  MIN_BPM,
  type Exercise,
  type Goal,
  type GoalCheck,
} from '@/core';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import type { EditExercise } from '@/work/bench/acting';

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11.5rem, 1fr));
  gap: 0.75rem 1rem;
  .wide {
    grid-column: 1 / -1;
  }
  .half {
    grid-column: span 2;
  }
`;

const ANY = 'any';

const KIND_OPTIONS = [
  { id: ANY, name: 'any kind' },
  ...GOAL_KINDS.map((kind) => ({ id: kind, name: kind === 'balanced' ? 'inside and outside alike' : kind })),
];

/** The parts of the goal, put together from choices so that the notes can be checked against it. */
export function GoalPanel({
  exercise,
  check,
  edit,
}: {
  exercise: Exercise;
  check: GoalCheck;
  edit: EditExercise;
}) {
  const { goal, passage } = exercise;
  const set = (part: Partial<Goal>, mergeKey?: string) =>
    edit('Goal', (one) => ({ ...one, goal: { ...one.goal, ...part } }), mergeKey);
  const count = passage.tuning.length;
  const pairs = Array.from({ length: count }, (_, a) => count - a).flatMap((thicker) =>
    Array.from({ length: thicker - 1 }, (_, b) => [thicker, thicker - 1 - b] as const),
  );
  const strings = [
    { id: ANY, name: 'any strings' },
    ...pairs
      .sort((a, b) => a[0] - a[1] - (b[0] - b[1]) || b[0] - a[0])
      .map(([thicker, thinner]) => ({ id: `${thicker}-${thinner}`, name: `${thicker} and ${thinner}` })),
  ];
  return (
    <Grid>
      <p className="wide" role="status">
        {/^[A-Z]/.test(check.text) ? check.text : `This exercise ${check.text}`}
        {check.text.endsWith('.') ? '' : '.'}
      </p>
      <Select
        label="Kind of change"
        value={goal.kind ?? ANY}
        options={KIND_OPTIONS}
        onChange={(id) => set({ kind: GOAL_KINDS.find((kind) => kind === id) ?? null })}
      />
      <Select
        label="Strings"
        value={goal.strings ? goal.strings.join('-') : ANY}
        options={strings}
        onChange={(id) => {
          const [thicker, thinner] = id.split('-').map(Number);
          set({ strings: id === ANY ? null : [thicker!, thinner!] });
        }}
      />
      <Select
        label="Direction"
        value={goal.direction ?? ANY}
        options={[
          { id: ANY, name: 'both ways' },
          {
            id: 'floorward',
            name: goal.strings ? `floorward (${goal.strings[0]} to ${goal.strings[1]})` : 'floorward',
          },
          {
            id: 'ceilingward',
            name: goal.strings ? `ceilingward (${goal.strings[1]} to ${goal.strings[0]})` : 'ceilingward',
          },
        ]}
        onChange={(id) => set({ direction: id === 'floorward' || id === 'ceilingward' ? id : null })}
      />
      <Select
        label="Skipped strings"
        value={goal.skipped === null ? ANY : String(goal.skipped)}
        options={[
          { id: ANY, name: 'with or without' },
          { id: '0', name: 'none' },
          ...[1, 2, 3].map((skipped) => ({ id: String(skipped), name: `${skipped}` })),
        ]}
        onChange={(id) => set({ skipped: id === ANY ? null : Number(id) })}
      />
      <Select
        label="Technique"
        value={goal.technique ?? ANY}
        options={[{ id: ANY, name: 'not named' }, ...GOAL_TECHNIQUES.map((name) => ({ id: name, name }))]}
        onChange={(id) => set({ technique: GOAL_TECHNIQUES.find((name) => name === id) ?? null })}
      />
      <NumberField
        label="Tempo aimed at (bpm)"
        value={goal.bpm}
        min={MIN_BPM}
        max={MAX_BPM}
        decimals={BPM_DECIMALS}
        onChange={(bpm) => set({ bpm })}
      />
      <div className="half">
        <TextField
          label="In your own words"
          value={goal.words}
          placeholder="The pick swings wide, the wrist stays loose"
          maxLength={500}
          onChange={(words) => set({ words }, 'goal-words')}
        />
      </div>
      <div className="half">
        <TextField
          label="Also trains"
          value={exercise.alsoTrains}
          maxLength={500}
          onChange={(alsoTrains) => edit('Also trains', (one) => ({ ...one, alsoTrains }), 'also-trains')}
        />
      </div>
    </Grid>
  );
}
