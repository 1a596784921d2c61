'use client';
/** Listening, as it is seen: whether the microphone is open, and what was heard of the run. */
import { Mic, MicOff } from 'lucide-react';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { Button } from '@/ui/controls/Button';
import { LevelMeter } from '@/ui/sound/LevelMeter';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import type { HearingState, RunHearing } from '@/work/practice/hearing';
import type { LevelStore } from '@/work/take/microphone';

const Root = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.35rem 0.9rem;
  padding: 0.4rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  .open {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
    color: ${colour.bad};
    font-weight: 650;
  }
  .fault {
    color: ${colour.bad};
  }
`;

/** After so long what was heard is taken, where the player chose so. */
const PAUSE_MS = 4000;

const PHASES = {
  off: '',
  opening: 'Opening the microphone …',
  open: 'The microphone is open.',
  hearing: 'The microphone is open: this run is heard.',
  checking: 'The run is held against its plan …',
} as const;

/** The button that turns listening on and off. */
export function HearingButton({ hearing, heard }: { hearing: RunHearing; heard: HearingState }) {
  const isOn = heard.phase !== 'off';
  return (
    <Button
      aria-pressed={isOn}
      onPress={() => (isOn ? hearing.turnOff() : attempt('Listening', () => hearing.turnOn()))}
    >
      {isOn ? <Mic size={16} aria-hidden /> : <MicOff size={16} aria-hidden />} Listen
    </Button>
  );
}

/** What is open, and what was heard. */
export function HearingPanel({
  heard,
  level,
  isJudging,
  takesHeard,
  onTake,
}: {
  heard: HearingState;
  level: LevelStore;
  /** A run waits for its verdict. */
  isJudging: boolean;
  /** What was heard is taken after a pause. */
  takesHeard: boolean;
  onTake: (by: 'confirmed' | 'measured') => void;
}) {
  const { phase, suggestion, fault } = heard;
  const take = useRef(onTake);
  useEffect(() => {
    take.current = onTake;
  });
  const waits = takesHeard && isJudging && suggestion !== null;
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => take.current('measured'), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [waits]);
  if (phase === 'off' && !fault) return null;
  return (
    <Root data-hearing={phase}>
      {phase === 'opening' ? <span>{PHASES.opening}</span> : null}
      {phase === 'off' || phase === 'opening' ? null : (
        <span className="open" data-microphone-open>
          <Mic size={16} aria-hidden /> {PHASES[phase]}
        </span>
      )}
      <LevelMeter level={level} />
      {fault ? (
        <span className="fault" role="alert">
          {fault}
        </span>
      ) : null}
      <span role="status" data-heard>
        {suggestion?.text ?? ''}
      </span>
      {suggestion && isJudging ? (
        <Button look="primary" onPress={() => onTake('confirmed')}>
          As heard{takesHeard ? ', or wait' : ''} <kbd aria-hidden>a</kbd>
        </Button>
      ) : null}
    </Root>
  );
}
