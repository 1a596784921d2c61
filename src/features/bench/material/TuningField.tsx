'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { Tuning } from '@/core';
import { tuningFrom, tuningText } from '@/core/compose';
import { TextField } from '@/ui/controls/TextField';

const Wide = styled.div`
  width: 15rem;
`;

/** The tuning, written from the thickest string; what is no tuning is said and changes nothing. */
export function TuningField({ value, onChange }: { value: Tuning; onChange: (tuning: Tuning) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : tuningFrom(typed);
  return (
    <Wide>
      <TextField
        label="Tuning, thickest string first"
        value={typed ?? tuningText(value)}
        maxLength={60}
        onChange={(text) => {
          setTyped(text);
          const tuning = tuningFrom(text);
          if (!('fault' in tuning)) onChange(tuning);
        }}
        onBlur={() => setTyped(null)}
        {...(read && 'fault' in read ? { hint: read.fault } : {})}
      />
    </Wide>
  );
}
