'use client';
import type { Finger } from '@/core';
import { chordNamed, CHORDS, SCALES, TONICS, type Recipe } from '@/core/compose';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { NumberList } from './NumberList';
import { WordList } from './WordList';
import type { RecipeFieldsProps, SourceOf } from './recipeFields';

interface SourceProps<K extends Recipe['source']['kind']> {
  readonly source: SourceOf<K>;
  readonly set: (part: Partial<SourceOf<K>>) => void;
}

const TONIC_OPTIONS = TONICS.map((name) => ({ id: name as string, name }));
const SCALE_OPTIONS = SCALES.map((name) => ({ id: name as string, name }));
const CHORD_OPTIONS = CHORDS.map(([id, name]) => ({ id: id as string, name }));
const MOST_PER_STRING = 12;

const countsFault = (counts: readonly number[]) =>
  counts.some((count) => count < 1 || count > MOST_PER_STRING)
    ? `Each from 1 to ${MOST_PER_STRING}`
    : counts.length === 0
      ? 'At least one number'
      : null;

function FromFret({ value, onChange }: { value: number; onChange: (fret: number) => void }) {
  return (
    <NumberField
      label="From fret"
      value={value}
      min={0}
      max={24}
      onChange={(fret) => fret !== null && onChange(fret)}
    />
  );
}

function FingerFields({ source, set }: SourceProps<'fingers'>) {
  return (
    <>
      <NumberList
        label="Fingers in order"
        digits
        value={source.order}
        fault={(order) =>
          order.length === 0 || order.some((finger) => finger < 1 || finger > 4) ? 'Fingers 1 to 4' : null
        }
        onChange={(order) => set({ order: order as Finger[] })}
      />
      <NumberField
        label="First finger at fret"
        value={source.fret}
        min={1}
        max={24}
        onChange={(fret) => fret !== null && set({ fret })}
      />
      <Switch isOn={source.rotate} onChange={(rotate) => set({ rotate })}>
        each string begins on the next finger
      </Switch>
    </>
  );
}

const REACHES = ['as far as the strings go', 'one octave, root to root', 'two octaves', 'three octaves'].map(
  (name, id) => ({ id: String(id), name }),
);

function ScaleFields({ source, set }: SourceProps<'scale'>) {
  const isBox = source.perString.length === 0;
  return (
    <>
      <Select label="Key" value={source.tonic} options={TONIC_OPTIONS} onChange={(tonic) => set({ tonic })} />
      <Select
        label="Scale"
        value={source.scale}
        options={SCALE_OPTIONS}
        onChange={(scale) => set({ scale })}
      />
      <FromFret value={source.fret} onChange={(fret) => set({ fret })} />
      <Choice
        label="Laid out"
        value={isBox ? 'box' : 'perString'}
        options={[
          { id: 'perString', name: 'so many a string' },
          { id: 'box', name: 'within a window' },
        ]}
        onChange={(layout) => set({ perString: layout === 'box' ? [] : [3] })}
      />
      {isBox ? (
        <NumberField
          label="Frets in the window"
          value={source.span}
          min={1}
          max={24}
          onChange={(span) => span !== null && set({ span })}
        />
      ) : (
        <NumberList
          label="Notes a string, from the thickest"
          value={source.perString}
          fault={countsFault}
          onChange={(perString) => set({ perString })}
        />
      )}
      <Select
        label="Reaches"
        value={String(source.octaves ?? 0)}
        options={REACHES}
        onChange={(id) => set({ octaves: Number(id) })}
      />
    </>
  );
}

function ChordFields({
  source,
  set,
  shapes,
}: SourceProps<'arpeggio' | 'chord'> & { readonly shapes: number }) {
  return (
    <>
      <Select
        label="Root"
        value={source.tonic}
        options={TONIC_OPTIONS}
        onChange={(tonic) => set({ tonic })}
      />
      <Select
        label="Chord"
        value={source.chord}
        options={CHORD_OPTIONS}
        onChange={(chord) => set({ chord })}
      />
      <Select
        label="Begins on"
        value={String(source.inversion)}
        options={['the root', 'its second tone', 'its third tone', 'its fourth tone'].map((name, id) => ({
          id: String(id),
          name,
        }))}
        onChange={(id) => set({ inversion: Number(id) })}
      />
      <FromFret value={source.fret} onChange={(fret) => set({ fret })} />
      {source.kind === 'arpeggio' ? (
        <Choice
          label="On a string"
          value={String(source.perString)}
          options={[
            { id: '1', name: 'one note' },
            { id: '2', name: 'up to two' },
          ]}
          onChange={(id) => set({ perString: id === '1' ? 1 : 2, shape: 0 })}
        />
      ) : (
        <Switch isOn={source.held !== false} onChange={(held) => set({ held })}>
          held, all of it ringing on
        </Switch>
      )}
      <NumberField
        label={shapes === 0 ? 'Shape (none)' : `Shape, easiest first (of ${shapes})`}
        value={Math.min(source.shape, Math.max(0, shapes - 1)) + 1}
        min={1}
        max={Math.max(1, shapes)}
        onChange={(number) => number !== null && set({ shape: number - 1 })}
      />
    </>
  );
}

function ProgressionFields({ source, set }: SourceProps<'progression'>) {
  return (
    <>
      <WordList
        label="Chords, by name"
        value={source.chords}
        fault={(name) => (chordNamed(name) ? null : `“${name}” is no chord that is known here.`)}
        onChange={(chords) => set({ chords })}
      />
      <Choice
        label="Each of them"
        value={source.as}
        options={[
          { id: 'held', name: 'held' },
          { id: 'strings', name: 'string by string' },
          { id: 'arpeggio', name: 'as an arpeggio' },
        ]}
        onChange={(as) => set({ as })}
      />
      <NumberField
        label="Near fret"
        value={source.fret}
        min={0}
        max={24}
        onChange={(fret) => fret !== null && set({ fret })}
      />
      <NumberField
        label="Notes on each (0: the figure once)"
        value={source.notesEach}
        min={0}
        max={64}
        onChange={(notesEach) => notesEach !== null && set({ notesEach })}
      />
    </>
  );
}

/** What the notes are taken from. */
export function SourceFields({ recipe, set, shapes }: RecipeFieldsProps & { readonly shapes: number }) {
  const { source } = recipe;
  const setSource = (part: object) => set({ source: { ...source, ...part } });
  switch (source.kind) {
    case 'fingers':
      return <FingerFields source={source} set={setSource} />;
    case 'scale':
      return <ScaleFields source={source} set={setSource} />;
    case 'arpeggio':
    case 'chord':
      return <ChordFields source={source} set={setSource} shapes={shapes} />;
    case 'progression':
      return <ProgressionFields source={source} set={setSource} />;
    case 'strokes':
      return (
        <NumberList
          label="Strokes a string"
          value={source.perString}
          fault={countsFault}
          onChange={(perString) => setSource({ perString })}
        />
      );
    case 'restStrokes':
      return (
        <>
          <NumberField
            label="Strokes a string"
            value={source.each}
            min={1}
            max={16}
            onChange={(each) => each !== null && setSource({ each })}
          />
          <Choice
            label="Each stroke"
            value={source.placed ? 'placed' : 'one'}
            options={[
              { id: 'one', name: 'in one motion' },
              { id: 'placed', name: 'placed first, then played' },
            ]}
            onChange={(id) => setSource({ placed: id === 'placed' })}
          />
        </>
      );
    case 'cell':
      return null;
  }
}
