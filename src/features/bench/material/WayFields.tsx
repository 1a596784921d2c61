'use client';
import { allStrings, DIRECTIONS, INTERVALS, TURN_NAMES, TURNS, type Figure } from '@/core/compose';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { NumberList } from './NumberList';
import type { RecipeFieldsProps } from './recipeFields';
import { StringToggles } from './StringToggles';

/** Two octaves and a bit of any scale. */
const MOST_STEPS = 16;

const FIGURES = {
  run: 'string after string',
  sequence: 'in groups',
  broken: 'in broken thirds, triads and other steps',
  plan: 'so many on each, then from the next string',
  pairs: 'pair of strings after pair',
  strings: 'skipping strings, or in an order of their own',
  build: 'one string more each time',
} as const;

function firstFigure(kind: keyof typeof FIGURES, strings: readonly number[]): Figure {
  switch (kind) {
    case 'run':
      return { kind };
    case 'sequence':
      return { kind, size: 4, step: 1, from: 0 };
    case 'broken':
      return { kind, steps: [1, 3] };
    case 'plan':
      return { kind, counts: [3, 4, 3] };
    case 'pairs':
      return { kind, order: [1, 3, 2, 4] };
    case 'strings':
      // Each string with the next but one before it: every change but the last few skips.
      return { kind, order: strings.map((string, at) => strings[at % 2 === 0 ? at + 1 : at - 1] ?? string) };
    case 'build':
      return { kind, from: Math.min(2, strings.length) };
  }
}

const OWN = 'own';
const STEPS = [
  ...INTERVALS.map(({ steps, name }) => ({ id: steps.join(' '), name })),
  { id: OWN, name: 'steps of my own' },
];

function BrokenFields({
  figure,
  set,
}: {
  readonly figure: Extract<Figure, { kind: 'broken' }>;
  readonly set: RecipeFieldsProps['set'];
}) {
  const { steps } = figure;
  const named = STEPS.some(({ id }) => id === steps.join(' ')) ? steps.join(' ') : OWN;
  return (
    <>
      <Select
        label="In"
        value={named}
        options={STEPS}
        onChange={(id) => id !== OWN && set({ figure: { ...figure, steps: id.split(' ').map(Number) } })}
      />
      <NumberList
        label="Steps from each note"
        value={steps}
        fault={(all) =>
          all.length === 0 || all.some((one) => one < 1 || one > MOST_STEPS)
            ? 'For example 1 3, or 3 1'
            : null
        }
        onChange={(all) => set({ figure: { ...figure, steps: all } })}
      />
      <Switch
        isOn={figure.alternate === true}
        onChange={(isOn) => {
          const { kind } = figure;
          set({ figure: { kind, steps, ...(isOn ? { alternate: true } : {}) } });
        }}
      >
        every other group backward
      </Switch>
    </>
  );
}

function FigureNumbers({ recipe, set }: RecipeFieldsProps) {
  const { figure } = recipe;
  switch (figure.kind) {
    case 'run':
      return null;
    case 'sequence':
      return (
        <>
          <NumberField
            label="Notes in a group"
            value={figure.size}
            min={2}
            max={16}
            onChange={(size) => size !== null && set({ figure: { ...figure, size } })}
          />
          <NumberField
            label="Next group begins on"
            value={figure.step + 1}
            min={2}
            max={17}
            onChange={(from) => from !== null && set({ figure: { ...figure, step: from - 1 } })}
          />
          <NumberField
            label="First group from its note"
            value={figure.from + 1}
            min={1}
            max={figure.size}
            onChange={(from) => from !== null && set({ figure: { ...figure, from: from - 1 } })}
          />
        </>
      );
    case 'broken':
      return <BrokenFields figure={figure} set={set} />;
    case 'plan':
      return (
        <>
          <NumberList
            label="Notes a string in turn"
            value={figure.counts}
            fault={(counts) =>
              counts.length === 0 || counts.some((count) => count < 1 || count > 16)
                ? 'Each from 1 to 16'
                : null
            }
            onChange={(counts) => set({ figure: { ...figure, counts } })}
          />
          <Choice
            label="Where a string has fewer notes"
            value={figure.again ? 'again' : 'turn'}
            options={[
              { id: 'turn', name: 'up and back' },
              { id: 'again', name: 'up, and up again' },
            ]}
            onChange={(way) => {
              const { kind, counts } = figure;
              set({ figure: { kind, counts, ...(way === 'again' ? { again: true } : {}) } });
            }}
          />
        </>
      );
    case 'pairs':
      return (
        <NumberList
          label="Notes of a pair, by number"
          wide
          digits
          value={figure.order}
          fault={(order) => (order.length === 0 ? 'For example 1 3 2 4' : null)}
          onChange={(order) => set({ figure: { ...figure, order } })}
        />
      );
    case 'strings':
      return (
        <NumberList
          label="Order of the strings"
          wide
          digits
          value={figure.order}
          fault={(order) => (order.length === 0 ? 'For example 5 3 4 2 3 1' : null)}
          onChange={(order) => set({ figure: { ...figure, order } })}
        />
      );
    case 'build':
      return (
        <NumberField
          label="Strings at first"
          value={figure.from}
          min={1}
          max={9}
          onChange={(from) => from !== null && set({ figure: { ...figure, from } })}
        />
      );
  }
}

/** The way through the notes: strings, order, direction and turn. */
export function WayFields({ recipe, set }: RecipeFieldsProps) {
  const { source, strings, figure, direction, turn, tuning } = recipe;
  const isOwn = source.kind === 'cell';
  const goesBoth = direction === 'there and back' || direction === 'back and there';
  return (
    <>
      {isOwn ? null : (
        <>
          <StringToggles
            count={tuning.length}
            value={strings}
            onChange={(chosen) => set({ strings: chosen })}
          />
          {strings.length > 1 ? (
            <Switch
              isOn={strings[0]! < strings.at(-1)!}
              onChange={() => set({ strings: [...strings].reverse() })}
            >
              from the thinnest string
            </Switch>
          ) : null}
          <Select
            label="Played"
            value={figure.kind}
            options={Object.entries(FIGURES).map(([id, name]) => ({ id: id as Figure['kind'], name }))}
            onChange={(kind) =>
              set({ figure: firstFigure(kind, strings.length > 0 ? strings : allStrings(tuning)) })
            }
          />
          <FigureNumbers recipe={recipe} set={set} />
        </>
      )}
      <Select
        label="Direction"
        value={direction}
        options={DIRECTIONS.map((name) => ({ id: name, name }))}
        onChange={(way) => set({ direction: way })}
      />
      {goesBoth ? (
        <Select
          label="The turning note"
          value={turn}
          options={TURNS.map((id) => ({ id, name: TURN_NAMES[id] }))}
          onChange={(how) => set({ turn: how })}
        />
      ) : null}
      <Switch isOn={recipe.goesRound} onChange={(goesRound) => set({ goesRound })}>
        round and round
      </Switch>
    </>
  );
}
