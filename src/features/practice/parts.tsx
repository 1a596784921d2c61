'use client';
/** Smaller parts of the runner: warm-up, rest, reasons. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { counted } from '@/core';
import { REASON_MENDINGS, REASONS, type Reason } from '@/core/record';
import type { WarmUpItem } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { TextField } from '@/ui/controls/TextField';
import { colour } from '@/ui/theme/tokens';

const Card = styled.section`
  display: grid;
  gap: 0.6rem;
  padding: 1rem 1.25rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2 {
    font-size: 1.25rem;
  }
  ol {
    display: grid;
    gap: 0.4rem;
    padding-left: 1.4rem;
    list-style: decimal;
    font-size: 1.1rem;
  }
  li.edit {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    align-items: end;
    gap: 0.5rem;
    list-style: none;
    margin-left: -1.4rem;
  }
  small {
    color: ${colour.inkSoft};
    font-size: 0.9375rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
`;

const MAX_WARM_UP = 12;

interface WarmUpProps {
  readonly items: readonly WarmUpItem[];
  /** What the teacher says to watch with this student. */
  readonly cautions: string;
  readonly onChange: (items: readonly WarmUpItem[]) => void;
  readonly onDone: () => void;
}

/** The warm-up before the plan, with the cautions. */
export function WarmUp({ items, cautions, onChange, onDone }: WarmUpProps) {
  const [isEditing, setIsEditing] = useState(false);
  const set = (at: number, change: Partial<WarmUpItem>) =>
    onChange(items.map((item, index) => (index === at ? { ...item, ...change } : item)));
  const minutes = items.reduce((sum, item) => sum + item.minutes, 0);
  return (
    <Card aria-label="Warm-up">
      <h2>Warm up first{minutes > 0 ? `: ${counted(minutes, 'minute')}` : ''}</h2>
      <ol>
        {items.map((item, at) =>
          isEditing ? (
            <li className="edit" key={at}>
              <TextField
                label={`Part ${at + 1}`}
                value={item.text}
                maxLength={200}
                onChange={(text) => set(at, { text })}
              />
              <NumberField
                label={`Minutes for part ${at + 1}`}
                value={item.minutes}
                min={1}
                max={30}
                onChange={(value) => value !== null && set(at, { minutes: value })}
              />
              <Button onPress={() => onChange(items.toSpliced(at, 1))}>Remove</Button>
            </li>
          ) : (
            <li key={at}>
              {item.text} <small>({item.minutes} min)</small>
            </li>
          ),
        )}
      </ol>
      {cautions ? (
        <p>
          <b>To watch: </b>
          {cautions}
        </p>
      ) : null}
      <small>
        Short sets with rests between. A tight thumb or forearm means slower. Pain, numbness or tingling means
        stop for today, and see a doctor or physiotherapist if it stays. Keep the sound moderate.
      </small>
      <div className="acts">
        <Button look="primary" onPress={onDone}>
          Warm: to the first run <kbd aria-hidden>w</kbd>
        </Button>
        <Button onPress={() => setIsEditing(!isEditing)}>
          {isEditing ? 'Done changing' : 'Change the warm-up'}
        </Button>
        {isEditing && items.length < MAX_WARM_UP ? (
          <Button onPress={() => onChange([...items, { text: '', minutes: 1 }])}>Add a part</Button>
        ) : null}
      </div>
    </Card>
  );
}

/** Counts a rest down, and tells when it is over. */
export function RestTimer({ until, onOver }: { until: number; onOver: () => void }) {
  const [left, setLeft] = useState<number | null>(null);
  useEffect(() => {
    const look = () => {
      const seconds = Math.max(0, Math.ceil((until - Date.now()) / 1000));
      setLeft(seconds);
      if (seconds === 0) onOver();
    };
    look();
    const timer = setInterval(look, 250);
    return () => clearInterval(timer);
  }, [until, onOver]);
  return (
    <span role="timer" data-rest>
      Rest: {left ?? ''} s
    </span>
  );
}

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.35rem;
  button[aria-pressed='true'] {
    border-color: ${colour.accent};
    background: ${colour.accent};
    color: ${colour.accentInk};
  }
`;

/** Why it was not clean, by one key each. */
export function Reasons({ value, onChoose }: { value: Reason | null; onChoose: (reason: Reason) => void }) {
  return (
    <Row role="group" aria-label="Why">
      {REASONS.map((reason, at) => (
        <Button key={reason} aria-pressed={value === reason} onPress={() => onChoose(reason)}>
          {REASON_MENDINGS[reason].name} <kbd aria-hidden>{at + 1}</kbd>
        </Button>
      ))}
    </Row>
  );
}
