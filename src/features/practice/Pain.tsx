'use client';
/** What stands there when a hand hurts: large, calm, and nothing that leads on. */
import Link from 'next/link';
import styled from 'styled-components';
import { bpmText } from '@/core';
import { CAUTION } from '@/core/record';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import { PAIN_NOTICE, PAIN_WAITS } from '@/work/practice/state';

const Card = styled.section`
  display: grid;
  gap: 1rem;
  justify-items: start;
  max-width: 44rem;
  padding: 2rem;
  border: 1px solid ${colour.line};
  border-left: 0.5rem solid ${colour.warn};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2 {
    font-size: 2rem;
  }
  p {
    font-size: 1.25rem;
    text-wrap: pretty;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem 1.5rem;
  }
`;

interface PainNoticeProps {
  readonly exerciseId: string;
  /** Whether a run waits for its verdict. */
  readonly waits: boolean;
  readonly onTakeBack: () => void;
}

/** It hurts: stop for today. */
export function PainNotice({ exerciseId, waits, onTakeBack }: PainNoticeProps) {
  return (
    <Card role="alert" data-pain>
      <h2>Stop for today</h2>
      <p>{PAIN_NOTICE.replace('Stop for today. ', '')}</p>
      {waits ? <p>{PAIN_WAITS}</p> : null}
      <div className="acts">
        <Link href={`/logbook?exercise=${exerciseId}`} prefetch={false}>
          Logbook
        </Link>
        <Link href="/">Library</Link>
        <Button look="quiet" onPress={onTakeBack}>
          Pressed by mistake: take it back <kbd aria-hidden>Ctrl z</kbd>
        </Button>
      </div>
    </Card>
  );
}

/** It hurt today: asked once before it goes on. */
export function PainAsked({ bpm, onGoOn }: { bpm: number; onGoOn: () => void }) {
  return (
    <Card aria-label="It hurt today" data-pain-asked>
      <h2>It hurt today, at {bpmText(bpm)} bpm</h2>
      <p>{CAUTION}</p>
      <div className="acts">
        <Link href="/">Leave it for today</Link>
        <Button onPress={onGoOn}>Practise all the same</Button>
      </div>
    </Card>
  );
}
