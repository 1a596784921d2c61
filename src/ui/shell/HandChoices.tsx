'use client';
import styled from 'styled-components';
import { MAX_EDGE_ANGLE, type PickingHand } from '@/core';
import { Choice } from '../controls/Choice';
import { NumberField } from '../controls/NumberField';

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
        label="Moved by"
        value={hand.motion ?? 'open'}
        options={[
          OPEN,
          { id: 'wrist', name: 'wrist' },
          { id: 'forearm turn', name: 'forearm turn' },
          { id: 'arm', name: 'whole arm' },
        ]}
        onChange={(id) => set({ motion: orNull(id) })}
      />
      <Choice
        label="Grip"
        value={hand.gripDepth ?? 'open'}
        options={[
          OPEN,
          { id: 'deep', name: 'little tip shows' },
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
      <NumberField
        label="Edge angle, degrees (0: flat)"
        value={hand.edgeAngleDegrees}
        min={0}
        max={MAX_EDGE_ANGLE}
        onChange={(edgeAngleDegrees) => set({ edgeAngleDegrees })}
      />
    </Fields>
  );
}
