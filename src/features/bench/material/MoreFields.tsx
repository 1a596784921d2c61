'use client';
import styled from 'styled-components';
import { MAX_CAPO, MAX_STRINGS, MIN_STRINGS, usualTuning, type Tuning } from '@/core';
import { allStrings, canDisplace, cleanMask, VARIATIONS, versionsInTurn } from '@/core/compose';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { TextField } from '@/ui/controls/TextField';
import { NumberList } from './NumberList';
import type { RecipeFieldsProps } from './recipeFields';
import { TuningField } from './TuningField';

const Short = styled.div`
  width: 9rem;
`;

function DisplacementFields({ recipe, set }: RecipeFieldsProps) {
  const { displacement, source } = recipe;
  const change = (part: object) => displacement && set({ displacement: { ...displacement, ...part } });
  const hasFingers = source.kind === 'fingers';
  return (
    <>
      <Switch
        isOn={displacement !== null}
        onChange={(isOn) =>
          set({
            displacement: isOn ? { which: hasFingers ? 'finger' : 'note', numbers: [4], by: [1] } : null,
          })
        }
      >
        some notes on another string
      </Switch>
      {displacement ? (
        <>
          {hasFingers ? (
            <Choice
              label="Those of"
              value={displacement.which}
              options={[
                { id: 'finger', name: 'a finger' },
                { id: 'note', name: 'a note of the cell' },
              ]}
              onChange={(which) => change({ which })}
            />
          ) : null}
          <NumberList
            label="Numbers, in turn"
            digits={displacement.which === 'finger'}
            value={displacement.numbers}
            fault={(numbers) => (numbers.length === 0 || numbers.some((one) => one < 1) ? 'From 1 up' : null)}
            onChange={(numbers) => change({ numbers })}
          />
          <NumberList
            label="Strings floorward, in turn"
            value={displacement.by}
            fault={(by) => (by.length === 0 ? '1, or 1 -1' : null)}
            onChange={(by) => change({ by })}
          />
          {versionsInTurn(recipe) > 1 ? (
            <small>
              Each number with each distance: {displacement.numbers.length} × {displacement.by.length}, so the
              cell {versionsInTurn(recipe)} times over.
            </small>
          ) : null}
        </>
      ) : null}
    </>
  );
}

/** What is wanted less often: repeats, chains, slurs, damping, the instrument. */
export function MoreFields({ recipe, set }: RecipeFieldsProps) {
  const { source, tuning } = recipe;
  const retune = (now: Tuning) => {
    const isWhole = recipe.strings.length === tuning.length;
    const strings = isWhole ? allStrings(now) : recipe.strings.filter((string) => string <= now.length);
    set({
      tuning: now,
      strings: isWhole && recipe.strings[0]! < recipe.strings.at(-1)! ? strings.reverse() : strings,
    });
  };
  const isSilent = source.kind === 'strokes' || source.kind === 'restStrokes';
  return (
    <>
      <NumberField
        label="Each cell"
        value={recipe.repeat}
        min={1}
        max={16}
        onChange={(repeat) => repeat !== null && set({ repeat })}
      />
      <Short>
        <TextField
          label="Cells chained"
          value={recipe.chain}
          maxLength={16}
          onChange={(chain) => set({ chain: chain.toUpperCase().replace(/[^AB]/g, '') })}
        />
      </Short>
      {recipe.chain.includes('B') ? (
        <Select
          label="B is A"
          value={recipe.variation}
          options={VARIATIONS.map((name) => ({ id: name, name }))}
          onChange={(variation) => set({ variation })}
        />
      ) : null}
      {isSilent ? null : (
        <>
          <Short>
            <TextField
              label="Picked or slurred"
              value={recipe.mask}
              maxLength={32}
              placeholder="p s s"
              onChange={(mask) => set({ mask: cleanMask(mask) })}
            />
          </Short>
          <Switch isOn={recipe.damped} onChange={(damped) => set({ damped })}>
            picking hand alone, strings damped
          </Switch>
        </>
      )}
      {canDisplace(recipe) ? <DisplacementFields recipe={recipe} set={set} /> : null}
      <NumberField
        label="Strings of the instrument"
        value={tuning.length}
        min={MIN_STRINGS}
        max={MAX_STRINGS}
        onChange={(count) => count !== null && count !== tuning.length && retune(usualTuning(count))}
      />
      <TuningField value={tuning} onChange={retune} />
      <NumberField
        label="Capo at fret (0: none)"
        value={recipe.capo}
        min={0}
        max={MAX_CAPO}
        onChange={(capo) => capo !== null && set({ capo })}
      />
    </>
  );
}
