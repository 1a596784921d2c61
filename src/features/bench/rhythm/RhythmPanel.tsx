'use client';
import {
  accentNotes,
  ACCENTS,
  groupNotes,
  MAX_SLOTS_PER_BEAT,
  MAX_SWING,
  METERS,
  meterName,
  pickupSlots,
  setBeatSubdivision,
  setMeter,
  setPickup,
  setSubdivision,
  slotAt,
  slotsNeeded,
  slotsOf,
  STRAIGHT,
  type Exercise,
  type Gap,
  type Passage,
  type Plan,
  type Setup,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import type { EditExercise } from '@/work/bench/acting';
import { FieldRow, TwoColumns } from '../TwoColumns';
import { CoverageTable } from './CoverageTable';
import { FitLines } from './FitLines';
import { RoundFields } from './RoundFields';

const GROUPS = [
  { name: 'no gaps', sizes: [] },
  { name: '2 + 2', sizes: [2] },
  { name: '3 + 3', sizes: [3] },
  { name: '3 + 1', sizes: [3, 1] },
  { name: '1 + 3', sizes: [1, 3] },
  { name: '3 + 2', sizes: [3, 2] },
  { name: '4 + 4', sizes: [4] },
] as const;

interface RhythmPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly caret: Place;
  readonly edit: EditExercise;
}

/** How the notes lie on the beat: meter, groups, accents, swing, pick-up; whether they fit; what falls where. */
export function RhythmPanel({ exercise, plan, setup, caret, edit }: RhythmPanelProps) {
  const { passage } = exercise;
  const change = (label: string, how: (passage: Passage) => Passage) =>
    edit(label, (one) => ({ ...one, passage: how(one.passage) }));
  const meters = { ...METERS, [meterName(passage.meter)]: passage.meter };
  const isPlain = Object.keys(passage.beatSubdivisions).length === 0;
  // Fewer than a bar has, and than there are.
  const mostPickup = isPlain
    ? Math.max(0, Math.min(passage.meter.beats * passage.subdivision, slotsOf(passage).length) - 1)
    : pickupSlots(passage);
  const group = (sizes: readonly number[], gap: Gap) => change('Groups', (of) => groupNotes(of, sizes, gap));
  return (
    <TwoColumns>
      <section aria-label="Rhythm">
        <h2>On the beat</h2>
        <FieldRow>
          <Select
            label="Meter"
            value={meterName(passage.meter)}
            options={Object.keys(meters).map((name) => ({ id: name, name }))}
            onChange={(name) => change('Meter', (of) => setMeter(of, meters[name]!))}
          />
          <NumberField
            label="Slots a beat"
            value={passage.subdivision}
            min={1}
            max={MAX_SLOTS_PER_BEAT}
            onChange={(slots) => slots !== null && change('Slots a beat', (of) => setSubdivision(of, slots))}
          />
          <NumberField
            label="This beat alone"
            value={slotAt(passage, caret.ticks).slotsInBeat}
            min={slotsNeeded(passage, caret.ticks)}
            max={MAX_SLOTS_PER_BEAT}
            onChange={(slots) =>
              slots !== null &&
              change(
                'Slots of this beat',
                (of) => setBeatSubdivision(of, slotAt(of, caret.ticks).beat, slots) ?? of,
              )
            }
          />
          <NumberField
            label="Pick-up slots"
            value={pickupSlots(passage)}
            min={0}
            max={mostPickup}
            onChange={(slots) => slots !== null && change('Pick-up', (of) => setPickup(of, slots))}
          />
          <NumberField
            label="Swing, % (50: straight)"
            value={passage.swingPercent ?? STRAIGHT}
            min={STRAIGHT}
            max={MAX_SWING}
            onChange={(percent) =>
              percent !== null &&
              change('Swing', ({ swingPercent: _, ...of }) =>
                percent > STRAIGHT ? { ...of, swingPercent: percent } : of,
              )
            }
          />
        </FieldRow>
        <h2>Groups</h2>
        <p className="soft">
          A slot is left between groups; the order of the notes stays. Alternation by note goes on as it is,
          by pulse the empty slot uses up a stroke.
        </p>
        {(['rest', 'long note'] as const).map((gap) => (
          <FieldRow key={gap} role="group" aria-label={`Groups with a ${gap} between`}>
            <span>{gap === 'rest' ? 'With a rest' : 'With a long note'}</span>
            {GROUPS.filter(({ sizes }) => gap === 'rest' || sizes.length > 0).map(({ name, sizes }) => (
              <Button key={name} isDisabled={passage.notes.length === 0} onPress={() => group(sizes, gap)}>
                {name}
              </Button>
            ))}
          </FieldRow>
        ))}
        <FieldRow role="group" aria-label="Accents">
          <span>Accents on</span>
          {ACCENTS.map((rule) => (
            <Button
              key={rule}
              isDisabled={passage.notes.length === 0}
              onPress={() => change('Accents', (of) => accentNotes(of, rule))}
            >
              {rule}
            </Button>
          ))}
        </FieldRow>
        <RoundFields exercise={exercise} caret={caret} edit={edit} />
      </section>
      <section aria-label="Fit">
        <h2>Fit</h2>
        <FitLines exercise={exercise} edit={edit} />
        <h2>What falls where</h2>
        <CoverageTable exercise={exercise} plan={plan} setup={setup} />
      </section>
    </TwoColumns>
  );
}
