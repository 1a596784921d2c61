'use client';
import styled from 'styled-components';
import { MAX_EDGE_ANGLE, MAX_PICK_MM, MAX_PICK_SHAPE, MIN_PICK_MM, type PickingHand } from '@/core';
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

const OPEN = { id: 'open', name: 'open' } as const;

interface HandChoicesProps {
  readonly hand: PickingHand;
  readonly onChange: (change: Partial<PickingHand>) => void;
}

/** What is said of a picking hand; each part may be left open. */
export function HandChoices({ hand, onChange: set }: HandChoicesProps) {
  const orNull = <T extends string>(id: T | 'open') => (id === 'open' ? null : id);
  return (
    <Fields>
      <Choice
        label="Hand lies on"
        value={hand.support ?? 'open'}
        options={[
          OPEN,
          { id: 'floating', name: 'nothing' },
          { id: 'bridge', name: 'bridge' },
          { id: 'pickguard', name: 'pickguard' },
          { id: 'strings', name: 'strings' },
        ]}
        onChange={(id) => set({ support: orNull(id) })}
      />
      <Choice
        label="Moved by"
        value={hand.motion ?? 'open'}
        options={[
          OPEN,
          { id: 'wrist', name: 'wrist' },
          { id: 'forearm turn', name: 'forearm turn' },
          { id: 'elbow', name: 'elbow' },
          { id: 'fingers', name: 'fingers' },
          { id: 'arm', name: 'arm' },
        ]}
        onChange={(id) => set({ motion: orNull(id) })}
      />
      <Choice
        label="Held by thumb and"
        value={hand.grip ?? 'open'}
        options={[OPEN, { id: 'side', name: 'side of the finger' }, { id: 'tip', name: 'fingertip' }]}
        onChange={(id) => set({ grip: orNull(id) })}
      />
      <Choice
        label="Tip that shows"
        value={hand.gripDepth ?? 'open'}
        options={[
          OPEN,
          { id: 'deep', name: 'little' },
          { id: 'middle', name: 'some' },
          { id: 'shallow', name: 'much' },
        ]}
        onChange={(id) => set({ gripDepth: orNull(id) })}
      />
      <Choice
        label="Strikes with"
        value={hand.pickPart ?? 'open'}
        options={[OPEN, { id: 'point', name: 'its point' }, { id: 'side', name: 'its side' }]}
        onChange={(id) => set({ pickPart: orNull(id) })}
      />
      <Choice
        label="Slant at rest"
        value={hand.slantAtRest ?? 'open'}
        options={[
          OPEN,
          { id: 'upward', name: 'upward' },
          { id: 'downward', name: 'downward' },
          { id: 'none', name: 'none' },
        ]}
        onChange={(id) => set({ slantAtRest: orNull(id) })}
      />
      <NumberField
        label="Edge angle, degrees (0: flat)"
        value={hand.edgeAngleDegrees}
        min={0}
        max={MAX_EDGE_ANGLE}
        onChange={(edgeAngleDegrees) => set({ edgeAngleDegrees })}
      />
      <NumberField
        label="Pick, mm thick"
        value={hand.pickThicknessMm}
        min={MIN_PICK_MM}
        max={MAX_PICK_MM}
        decimals={2}
        onChange={(pickThicknessMm) => set({ pickThicknessMm })}
      />
      <TextField
        label="Its shape, in words"
        value={hand.pickShape ?? ''}
        maxLength={MAX_PICK_SHAPE}
        onChange={(shape) => set({ pickShape: shape === '' ? null : shape })}
      />
    </Fields>
  );
}
