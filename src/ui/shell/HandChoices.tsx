'use client';
import styled from 'styled-components';
import {
  MAX_EDGE_ANGLE,
  MAX_PICK_MM,
  MAX_PICK_SHAPE,
  MIN_PICK_MM,
  type PickingHand,
  type PreferredDamper,
} from '@/core';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';
import { TextField } from '../controls/TextField';

const Fields = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1.25rem;
  padding: 0.4rem 0 0.2rem;
`;

/** What may damp first, in short. */
export const DAMPER_NAMES: Readonly<Record<PreferredDamper, string>> = {
  'edge of the palm': 'palm',
  'picking thumb': 'thumb',
  'underside of the first finger': 'first finger’s underside',
};

interface HandChoicesProps {
  readonly hand: PickingHand;
  readonly onChange: (change: Partial<PickingHand>) => void;
}

type Named =
  | 'support'
  | 'motion'
  | 'grip'
  | 'gripDepth'
  | 'pickPart'
  | 'slantAtRest'
  | 'damper'
  | 'afterSwept';

/** Parts of the hand that are one of some names, with how each name is said beside its label. */
const CHOICES: {
  readonly [Part in Named]: readonly [label: string, Record<PickingHand[Part] & string, string>];
} = {
  support: [
    'Hand lies on',
    { floating: 'nothing', bridge: 'bridge', pickguard: 'pickguard', strings: 'strings' },
  ],
  motion: [
    'Moved by',
    { wrist: 'wrist', 'forearm turn': 'forearm turn', elbow: 'elbow', fingers: 'fingers', arm: 'arm' },
  ],
  grip: ['Held by thumb and', { side: 'side of the finger', tip: 'fingertip' }],
  gripDepth: ['Tip that shows', { deep: 'little', middle: 'some', shallow: 'much' }],
  pickPart: ['Strikes with', { point: 'its point', side: 'its side' }],
  slantAtRest: ['Slant at rest', { upward: 'upward', downward: 'downward', none: 'none' }],
  damper: ['Damps first', DAMPER_NAMES],
  afterSwept: ['After a swept note fingers', { flattened: 'flatten', lifted: 'lift at once' }],
};

/** What is said of a picking hand; each part may be left open. */
export function HandChoices({ hand, onChange }: HandChoicesProps) {
  return (
    <Fields>
      {(Object.keys(CHOICES) as Named[]).map((part) => {
        const [label, names] = CHOICES[part];
        const options = Object.entries(names).map(([id, name]) => ({ id, name }));
        return (
          <Choice
            key={part}
            label={label}
            value={hand[part] ?? 'open'}
            options={[{ id: 'open', name: 'open' }, ...options]}
            onChange={(id) => onChange({ [part]: id === 'open' ? null : id })}
          />
        );
      })}
      <NumberField
        label="Edge angle, degrees (0: flat)"
        value={hand.edgeAngleDegrees}
        min={0}
        max={MAX_EDGE_ANGLE}
        onChange={(edgeAngleDegrees) => onChange({ edgeAngleDegrees })}
      />
      <NumberField
        label="Pick, mm thick"
        value={hand.pickThicknessMm}
        min={MIN_PICK_MM}
        max={MAX_PICK_MM}
        decimals={2}
        onChange={(pickThicknessMm) => onChange({ pickThicknessMm })}
      />
      <TextField
        label="Its shape, in words"
        value={hand.pickShape ?? ''}
        maxLength={MAX_PICK_SHAPE}
        onChange={(shape) => onChange({ pickShape: shape === '' ? null : shape })}
      />
    </Fields>
  );
}
