'use client';
/** Measuring how long sound takes out of the computer and in again. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { database, soundDelay } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { useKept } from '@/ui/shell/useKept';
import { useStore } from '@/ui/shell/useStore';
import { LevelMeter } from '@/ui/sound/LevelMeter';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import { DelayDesk } from '@/work/take/delay';
import { delayText } from '@/work/take/words';
import { DELAY } from './takeTools';

const Body = styled.div`
  display: grid;
  justify-items: start;
  gap: 0.75rem;
  .caution {
    padding-left: 0.75rem;
    border-left: 3px solid ${colour.bad};
    font-weight: 600;
  }
`;

function Measuring() {
  const [desk] = useState(() => new DelayDesk(DELAY));
  const state = useStore(desk);
  const kept = useKept(() => soundDelay(database()));
  useEffect(() => () => desk.cancel(), [desk]);
  const isBusy = state.phase === 'opening' || state.phase === 'measuring';
  return (
    <Body>
      <p>
        Once the delay from the click through headphones and microphone is known, a take also says how far it
        lies behind the click. Hold one earpiece right against the microphone and press Measure: four short
        chirps, two seconds. It is kept for this microphone and this loudspeaker.
      </p>
      <p className="caution">Take the headphones off your ears first: the chirps may be loud.</p>
      <p role="status" data-delay={state.phase}>
        {delayText(state, kept ?? null)}
      </p>
      <LevelMeter level={desk.level} />
      {isBusy ? (
        <Button onPress={() => desk.cancel()}>Stop</Button>
      ) : (
        <Button look="primary" onPress={() => attempt('Measuring the delay', () => desk.measure())}>
          Measure
        </Button>
      )}
    </Body>
  );
}

/** Opens the measuring. */
export function DelayButton() {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button onPress={() => setIsOpen(true)}>Measure the delay …</Button>
      <Dialog title="Delay of the sound" isOpen={isOpen} onClose={() => setIsOpen(false)}>
        <Measuring />
      </Dialog>
    </>
  );
}
