'use client';
import { SCALES, TONICS, type Recipe, type Moves } from '@/core/compose';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import type { RecipeFieldsProps } from './recipeFields';

const MOVES = {
  none: 'stays in its place',
  frets: 'fret by fret along the neck',
  until: 'until a finger reaches a fret',
  scale: 'through a scale along the neck',
  strings: 'to the next strings',
  octaves: 'two strings on, an octave up',
} as const;

function firstMoves(kind: keyof typeof MOVES, { source }: Recipe): Moves {
  switch (kind) {
    case 'none':
      return { kind };
    case 'frets':
      return { kind, by: 1, times: 3 };
    case 'until':
      return { kind, by: 1, finger: 4, fret: 12 };
    case 'scale': {
      const key = source.kind === 'scale' ? source : { tonic: 'C', scale: 'major' };
      return { kind, by: 1, times: 3, tonic: key.tonic, scale: key.scale };
    }
    case 'strings':
      return { kind, by: 1, times: 1 };
    case 'octaves':
      return { kind, times: 1 };
  }
}

function MoveNumbers({ recipe, set }: RecipeFieldsProps) {
  const { moves, source } = recipe;
  if (moves.kind === 'none') return null;
  const change = (part: object) => set({ moves: { ...moves, ...part } });
  const by = (label: string, most: number) =>
    'by' in moves ? (
      <NumberField
        label={label}
        value={moves.by}
        min={-most}
        max={most}
        onChange={(steps) => steps !== null && steps !== 0 && change({ by: steps })}
      />
    ) : null;
  return (
    <>
      {moves.kind === 'frets' || moves.kind === 'until' ? by('Frets each time', 12) : null}
      {moves.kind === 'scale' ? by('Scale steps each time', 7) : null}
      {moves.kind === 'strings' ? by('Strings each time', 4) : null}
      {'times' in moves ? (
        <NumberField
          label="Times"
          value={moves.times}
          min={0}
          max={48}
          onChange={(times) => times !== null && change({ times })}
        />
      ) : null}
      {moves.kind === 'until' ? (
        <>
          <NumberField
            label="Finger"
            value={moves.finger}
            min={1}
            max={4}
            onChange={(finger) => finger !== null && change({ finger })}
          />
          <NumberField
            label="reaches fret"
            value={moves.fret}
            min={1}
            max={24}
            onChange={(fret) => fret !== null && change({ fret })}
          />
        </>
      ) : null}
      {moves.kind === 'scale' && source.kind !== 'scale' ? (
        <>
          <Select
            label="Key"
            value={moves.tonic}
            options={TONICS.map((name) => ({ id: name as string, name }))}
            onChange={(tonic) => change({ tonic })}
          />
          <Select
            label="Scale"
            value={moves.scale}
            options={SCALES.map((name) => ({ id: name as string, name }))}
            onChange={(scale) => change({ scale })}
          />
        </>
      ) : null}
      <Switch isOn={recipe.movesBack} onChange={(movesBack) => set({ movesBack })}>
        and back again
      </Switch>
      <Switch isOn={recipe.alternate} onChange={(alternate) => set({ alternate })}>
        every other place backward
      </Switch>
    </>
  );
}

/** Where the cell goes on the neck. */
export function PlaceFields({ recipe, set }: RecipeFieldsProps) {
  const isFingers = recipe.source.kind === 'fingers';
  const kinds = Object.entries(MOVES).filter(([id]) => id !== 'until' || isFingers);
  return (
    <>
      <Select
        label="The cell then"
        value={recipe.moves.kind}
        options={kinds.map(([id, name]) => ({ id: id as Moves['kind'], name }))}
        onChange={(kind) => set({ moves: firstMoves(kind, recipe) })}
      />
      <MoveNumbers recipe={recipe} set={set} />
    </>
  );
}
