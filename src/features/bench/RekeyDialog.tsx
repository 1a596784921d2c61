'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { counted, notesIn, type Exercise, type Passage, type Place, type Range } from '@/core';
import { keyOfLine, SCALES, TONICS, type Key } from '@/core/compose';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { Select } from '@/ui/controls/Select';
import type { BenchActions } from '@/work/bench/acting';
import { keyText, rekeyed, rekeyedText } from '@/work/bench/rekeying';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1rem;
  margin-block: 0.6rem;
  b {
    flex: 0 0 3.5rem;
    padding-bottom: 0.45rem;
  }
`;

const KEYS = TONICS.map((name) => ({ id: name as string, name }));
const SCALE_OPTIONS = SCALES.map((name) => ({ id: name as string, name }));

function KeyFields(props: {
  readonly name: string;
  readonly value: Key;
  readonly onChange: (key: Key) => void;
}) {
  const { name, value, onChange } = props;
  return (
    <Row role="group" aria-label={name}>
      <b aria-hidden>{name}</b>
      <Select
        label="Key"
        value={value.tonic}
        options={KEYS}
        onChange={(tonic) => onChange({ ...value, tonic })}
      />
      <Select
        label="Scale"
        value={value.scale}
        options={SCALE_OPTIONS}
        onChange={(scale) => onChange({ ...value, scale })}
      />
    </Row>
  );
}

interface RekeyDialogProps {
  readonly passage: Passage;
  readonly range: Range;
  readonly caret: Place;
  readonly recipe: Exercise['recipe'];
  readonly apply: BenchActions['apply'];
  readonly onClose: () => void;
}

/** Asks which key and mode the marked notes are in, and which they should be in; says what that moves before it is done. */
export function RekeyDialog({ passage, range, caret, recipe, apply, onClose }: RekeyDialogProps) {
  const guessed = useMemo(() => keyOfLine(passage, recipe), [passage, recipe]);
  const [from, setFrom] = useState(guessed);
  const [to, setTo] = useState(guessed);
  const said = useMemo(() => rekeyedText(passage, range, from, to), [passage, range, from, to]);
  return (
    <Dialog title="The marked notes in another key or mode" isOpen onClose={onClose}>
      <p>
        {counted(notesIn(passage, range).length, 'note')}, each kept on its degree; on its string where the
        neck allows.
      </p>
      <KeyFields name="Now in" value={from} onChange={setFrom} />
      <KeyFields name="Then in" value={to} onChange={setTo} />
      <p role="status">{said.text}</p>
      <Row>
        <Button
          look="primary"
          isDisabled={!said.changes}
          onPress={() => {
            apply((of) => rekeyed(of, range, caret, from, to));
            onClose();
          }}
        >
          Write them in {keyText(to)}
        </Button>
        <Button onPress={onClose}>Cancel</Button>
      </Row>
    </Dialog>
  );
}
