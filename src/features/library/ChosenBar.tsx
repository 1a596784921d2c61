'use client';
import { FileDown, ListOrdered, Printer, Scale, Link as LinkIcon } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { LibraryItem } from '@/storage';
import { copyLinkTo, saveAsProject } from '@/ui/shell/waysOut';
import { SetBalance } from './SetBalance';

const SessionDialog = dynamic(
  () => import('@/ui/session/SessionDialog').then((module) => module.SessionDialog),
  {
    ssr: false,
  },
);

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
  readonly all: readonly LibraryItem[];
  readonly onChoose: (id: string, isChosen: boolean) => void;
  readonly onHandout: (ids: readonly string[]) => void;
  readonly onClear: () => void;
}

/** What can be done with several exercises at once. */
export function ChosenBar({ chosen, all, onChoose, onHandout, onClear }: ChosenBarProps) {
  const [weighs, setWeighs] = useState(false);
  const [plans, setPlans] = useState(false);
  return (
    <Bar role="region" aria-label="Chosen exercises">
      <b>{chosen.length === 1 ? 'One exercise chosen' : `${chosen.length} exercises chosen`}</b>
      <Button look="primary" onPress={() => onHandout(chosen.map(({ record }) => record.id))}>
        <Printer size={16} aria-hidden /> Handout
      </Button>
      <Button onPress={() => setPlans(true)}>
        <ListOrdered size={16} aria-hidden /> Session
      </Button>
      <Button onPress={() => setWeighs(true)}>
        <Scale size={16} aria-hidden /> Balance
      </Button>
      <Button
        onPress={() => saveAsProject(chosen.map(({ record, exercise }) => ({ id: record.id, exercise })))}
      >
        <FileDown size={16} aria-hidden /> Project file
      </Button>
      <Button onPress={() => copyLinkTo(chosen.map(({ record, exercise }) => ({ id: record.id, exercise })))}>
        <LinkIcon size={15} aria-hidden /> Copy link
      </Button>
      <Button look="quiet" onPress={onClear}>
        Choose none
      </Button>
      {plans ? (
        <SessionDialog exerciseIds={chosen.map(({ record }) => record.id)} onClose={() => setPlans(false)} />
      ) : null}
      {weighs ? (
        <SetBalance chosen={chosen} all={all} onChoose={onChoose} onClose={() => setWeighs(false)} />
      ) : null}
    </Bar>
  );
}
