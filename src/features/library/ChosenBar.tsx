'use client';
import { FileDown, Printer } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { LibraryItem } from '@/storage';

const Bar = styled.div`
  position: sticky;
  bottom: 0;
  z-index: 10;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1rem;
  padding: 0.5rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.accentSoft};
  b {
    margin-right: auto;
  }
`;

interface ChosenBarProps {
  readonly chosen: readonly LibraryItem[];
  readonly onHandout: (ids: readonly string[]) => void;
  readonly onClear: () => void;
}

/** What can be done with several exercises at once. */
export function ChosenBar({ chosen, onHandout, onClear }: ChosenBarProps) {
  return (
    <Bar role="region" aria-label="Chosen exercises">
      <b>{chosen.length === 1 ? 'One exercise chosen' : `${chosen.length} exercises chosen`}</b>
      <Button look="primary" onPress={() => onHandout(chosen.map(({ record }) => record.id))}>
        <Printer size={16} aria-hidden /> Handout
      </Button>
      <Button
        onPress={() =>
          void import('@/ui/shell/giveOut').then(({ saveProject }) =>
            saveProject(chosen.map(({ record, exercise }) => ({ id: record.id, exercise }))),
          )
        }
      >
        <FileDown size={16} aria-hidden /> Project file
      </Button>
      <Button look="quiet" onPress={onClear}>
        Choose none
      </Button>
    </Bar>
  );
}
