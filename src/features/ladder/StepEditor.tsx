'use client';
import styled from 'styled-components';
import {
  ACCENTS,
  ACCENT_WORDS,
  BPM_DECIMALS,
  MAX_BPM,
  MAX_LADDER_PASSES,
  MAX_RUNS_IN_A_ROW,
  MAX_SLOTS_PER_BEAT,
  MAX_STEP_MINUTES,
  MIN_BPM,
  RHYTHMS,
  type LadderStep,
  type Look,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import { colour } from '@/ui/theme/tokens';

const Root = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.6rem 1rem;
  padding: 0.75rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2 {
    flex-basis: 100%;
    font-size: 1rem;
  }
  .choice {
    width: 9.5rem;
  }
  .question {
    flex: 1 1 16rem;
  }
  .acts {
    display: flex;
    gap: 0.5rem;
    flex-basis: 100%;
  }
`;

const SOUNDS = [
  { id: 'any', name: 'as it likes' },
  { id: 'clean', name: 'clean' },
  { id: 'driven', name: 'driven' },
  { id: 'damped', name: 'damped' },
] as const;
const MOVES = [
  { id: 'any', name: 'as it comes' },
  { id: 'large', name: 'large' },
  { id: 'small', name: 'small' },
] as const;
const LOOKS = [
  { id: 'none', name: 'no look' },
  { id: 'mirror', name: 'in the mirror' },
  { id: 'camera', name: 'with the camera' },
] as const;
const COURSES = [
  { id: 'even', name: 'evenly' },
  { id: 'there and back', name: 'slow, fast, slow' },
  { id: 'by turns', name: 'pass by pass' },
  { id: 'at random', name: 'at random' },
] as const;
const WRITTEN = 'as written';
const RUN_LENGTHS = [
  { id: 'passes', name: 'passes' },
  { id: 'minutes', name: 'minutes' },
] as const;

/** A question that always helps: common practice, no source. */
const FIRST_QUESTION = 'Does the pick stand clear of the strings after the exit stroke?';

interface StepEditorProps {
  readonly number: number;
  readonly step: LadderStep;
  readonly subdivision: number;
  /** The beat is divided otherwise somewhere, so that another division cannot be laid. */
  readonly isUneven: boolean;
  readonly isOnly: boolean;
  readonly onChange: (change: Partial<LadderStep>) => void;
  readonly onAdd: () => void;
  readonly onRemove: () => void;
}

/** One step, to be changed by hand. */
export function StepEditor(props: StepEditorProps) {
  const { number, step, subdivision, isUneven, isOnly, onChange, onAdd, onRemove } = props;
  const setLook = (change: Partial<Look>) =>
    onChange({ look: { with: 'mirror', question: FIRST_QUESTION, ...step.look, ...change } });
  return (
    <Root aria-label={`Step ${number}`}>
      <h2>
        Step {number}
        {step.byHand ? ', made by hand' : ''}
      </h2>
      <NumberField
        label="Tempo, bpm"
        value={step.bpm}
        min={MIN_BPM}
        max={MAX_BPM}
        decimals={BPM_DECIMALS}
        onChange={(bpm) => bpm !== null && onChange({ bpm })}
      />
      <NumberField
        label="Also at (empty: steady)"
        value={step.toBpm}
        min={MIN_BPM}
        max={MAX_BPM}
        decimals={BPM_DECIMALS}
        onChange={(toBpm) => onChange({ toBpm })}
      />
      {step.toBpm === null ? null : (
        <div className="choice">
          <Select
            label="How it goes there"
            value={step.course}
            onChange={(course) => onChange({ course })}
            options={COURSES}
          />
        </div>
      )}
      {isUneven ? null : (
        <div className="choice">
          <Select
            label="Slots a beat"
            value={String(step.subdivision ?? subdivision)}
            onChange={(slots) =>
              onChange({ subdivision: Number(slots) === subdivision ? null : Number(slots) })
            }
            options={Array.from({ length: MAX_SLOTS_PER_BEAT }, (_, at) => ({
              id: String(at + 1),
              name: at + 1 === subdivision ? `${at + 1}, as written` : String(at + 1),
            }))}
          />
        </div>
      )}
      <div className="choice">
        <Select
          label="Rhythm"
          value={step.rhythm ?? WRITTEN}
          onChange={(rhythm) => onChange({ rhythm: rhythm === WRITTEN ? null : rhythm })}
          options={[{ id: WRITTEN, name: 'as written' }, ...RHYTHMS.map((id) => ({ id, name: id }))]}
        />
      </div>
      <div className="choice">
        <Select
          label="Accents"
          value={step.accents ?? WRITTEN}
          onChange={(accents) => onChange({ accents: accents === WRITTEN ? null : accents })}
          options={[
            { id: WRITTEN, name: 'as written' },
            ...ACCENTS.map((id) => ({ id, name: ACCENT_WORDS[id] })),
          ]}
        />
      </div>
      <div className="choice">
        <Select
          label="A run is counted in"
          value={step.minutes === null ? 'passes' : 'minutes'}
          onChange={(by) =>
            onChange(by === 'passes' ? { passes: 4, minutes: null } : { passes: null, minutes: 1 })
          }
          options={RUN_LENGTHS}
        />
      </div>
      {step.minutes === null ? (
        <NumberField
          label="Passes a run"
          value={step.passes}
          min={1}
          max={MAX_LADDER_PASSES}
          onChange={(passes) => passes !== null && onChange({ passes })}
        />
      ) : (
        <NumberField
          label="Minutes of playing a run"
          value={step.minutes}
          min={0.25}
          max={MAX_STEP_MINUTES}
          decimals={2}
          onChange={(minutes) => minutes !== null && onChange({ minutes })}
        />
      )}
      <NumberField
        label="Clean to go up"
        value={step.upAfter}
        min={0}
        max={MAX_RUNS_IN_A_ROW}
        onChange={(upAfter) => upAfter !== null && onChange({ upAfter })}
      />
      <NumberField
        label="Rest, seconds"
        value={step.restSeconds}
        min={0}
        max={600}
        onChange={(restSeconds) => restSeconds !== null && onChange({ restSeconds })}
      />
      <div className="choice">
        <Select
          label="Sound"
          value={step.sound ?? 'any'}
          onChange={(sound) => onChange({ sound: sound === 'any' ? null : sound })}
          options={SOUNDS}
        />
      </div>
      <div className="choice">
        <Select
          label="Movements"
          value={step.movement ?? 'any'}
          onChange={(movement) => onChange({ movement: movement === 'any' ? null : movement })}
          options={MOVES}
        />
      </div>
      <div className="choice">
        <Select
          label="Look at the hands"
          value={step.look?.with ?? 'none'}
          onChange={(look) => (look === 'none' ? onChange({ look: null }) : setLook({ with: look }))}
          options={LOOKS}
        />
      </div>
      {step.look ? (
        <div className="question">
          <TextField
            label="The one question to answer"
            value={step.look.question}
            maxLength={300}
            onChange={(question) => setLook({ question })}
          />
        </div>
      ) : null}
      <div className="acts">
        <Button onPress={onAdd}>Add a step after this</Button>
        <Button onPress={onRemove} isDisabled={isOnly}>
          Remove this step
        </Button>
      </div>
    </Root>
  );
}
