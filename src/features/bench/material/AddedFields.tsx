'use client';
import { APPROACH_NAMES, APPROACHES, canApproach, cleanStrokes, degreeSemitones } from '@/core/compose';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { TextField } from '@/ui/controls/TextField';
import { NumberList } from './NumberList';
import type { RecipeFieldsProps } from './recipeFields';
import { WordList } from './WordList';

const NONE = 'none';
const APPROACH_OPTIONS = [
  { id: NONE, name: 'as it is' },
  ...APPROACHES.map((id) => ({ id: id as string, name: APPROACH_NAMES[id] })),
];
const MOST_GROUP = 32;

function PedalFields({ recipe, set }: RecipeFieldsProps) {
  const { pedal, tuning } = recipe;
  const first = { string: Math.min(5, tuning.length), fret: 0, every: 1 };
  return (
    <>
      <Switch isOn={Boolean(pedal)} onChange={(isOn) => set({ pedal: isOn ? first : null })}>
        a pedal note
      </Switch>
      {pedal ? (
        <>
          <NumberField
            label="on string"
            value={pedal.string}
            min={1}
            max={tuning.length}
            onChange={(string) => string !== null && set({ pedal: { ...pedal, string } })}
          />
          <NumberField
            label="at fret"
            value={pedal.fret}
            min={0}
            max={24}
            onChange={(fret) => fret !== null && set({ pedal: { ...pedal, fret } })}
          />
          <NumberField
            label="before every so many notes"
            value={pedal.every}
            min={1}
            max={16}
            onChange={(every) => every !== null && set({ pedal: { ...pedal, every } })}
          />
        </>
      ) : null}
    </>
  );
}

/** What is added to each note of the figure, and the strokes and accents that come over and over. */
export function AddedFields({ recipe, set }: RecipeFieldsProps) {
  const { source, approach, each = 1, strokes = '', accents = [] } = recipe;
  const isRest = source.kind === 'restStrokes';
  return (
    <>
      {source.kind === 'scale' ? (
        <>
          <WordList
            label="Added notes, by degree"
            placeholder="2 b5"
            value={source.added ?? []}
            fault={(name) =>
              degreeSemitones(name) === null ? `“${name}” is no degree: write 2 or b5.` : null
            }
            onChange={(added) => set({ source: { ...source, added } })}
          />
          <Switch isOn={source.passing} onChange={(passing) => set({ source: { ...source, passing } })}>
            chromatic passing notes
          </Switch>
        </>
      ) : null}
      {canApproach(recipe) ? (
        <Select
          label="Each note reached"
          value={approach ?? NONE}
          options={APPROACH_OPTIONS}
          onChange={(id) => set({ approach: APPROACHES.find((one) => one === id) ?? null })}
        />
      ) : null}
      {isRest ? null : (
        <>
          <NumberField
            label="Each note struck, times"
            value={each}
            min={1}
            max={16}
            onChange={(times) => times !== null && set({ each: times })}
          />
          <PedalFields recipe={recipe} set={set} />
          <TextField
            label="Strokes, over and over"
            value={strokes}
            placeholder="d d u: the policy’s if empty"
            maxLength={64}
            onChange={(text) => set({ strokes: cleanStrokes(text) })}
          />
        </>
      )}
      <NumberList
        label="Accents: groups of"
        placeholder="3 3 2"
        value={accents}
        fault={(sizes) =>
          sizes.some((size) => size < 1 || size > MOST_GROUP) ? `Each from 1 to ${MOST_GROUP}` : null
        }
        onChange={(sizes) => set({ accents: sizes })}
      />
    </>
  );
}
