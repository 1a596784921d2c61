'use client';
/** What is to be heard, and by whom: microphone, a sound file, or the simulated player. */
import { FolderOpen, Mic, Play, Square } from 'lucide-react';
import { useRef, useState } from 'react';
import styled from 'styled-components';
import { MAX_BPM, MIN_BPM } from '@/core';
import { Button } from '@/ui/controls/Button';
import { FileButton } from '@/ui/controls/FileButton';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { LevelMeter } from '@/ui/sound/LevelMeter';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import type { TakeAsk, TakeDesk, TakeState } from '@/work/take/desk';
import { PLAYERS, SOUNDS, type PlayerId, type SoundId } from '@/work/take/simulated';
import { DelayButton } from './DelayButton';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 0.9rem;
  align-items: end;
  .level {
    display: grid;
    gap: 0.15rem;
    min-width: 12rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  .open {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
    min-height: 2rem;
    color: ${colour.bad};
    font-weight: 650;
  }
  progress {
    width: 100%;
  }
`;

type SourceId = 'microphone' | 'file' | 'simulated';

/** The most passes of a take. */
const MOST_PASSES = 50;

const WORDS = {
  opening: 'Opening the microphone …',
  reading: 'Reading the sound …',
  checking: 'Checking the take …',
};

/** What is under way, with what ends it. */
function UnderWay({ desk, state }: { desk: TakeDesk; state: TakeState }) {
  const { phase, done } = state;
  if (phase === 'recording')
    return (
      <>
        <span className="open" data-microphone-open>
          <Mic size={16} aria-hidden /> The microphone is open
        </span>
        <LevelMeter level={desk.level} />
        <Button look="primary" onPress={() => desk.stop()}>
          <Square size={15} aria-hidden /> Stop and check
        </Button>
        <Button onPress={() => desk.cancel()}>Forget it</Button>
      </>
    );
  return (
    <>
      <label className="level">
        {WORDS[phase as keyof typeof WORDS]}
        {phase === 'checking' ? <progress value={done} max={1} /> : <progress />}
      </label>
      <Button onPress={() => desk.cancel()}>Cancel</Button>
    </>
  );
}

interface TakeSetupProps {
  readonly desk: TakeDesk;
  readonly state: TakeState;
  readonly ask: TakeAsk;
  readonly onAsk: (change: { bpm?: number; passes?: number }) => void;
}

/** Source, tempo, passes, and the button that begins. */
export function TakeSetup({ desk, state, ask, onAsk }: TakeSetupProps) {
  const [source, setSource] = useState<SourceId>('microphone');
  const [starts, setStarts] = useState<number | null>(null);
  const [who, setWho] = useState<PlayerId>('inside');
  const [on, setOn] = useState<SoundId>('clean');
  const seed = useRef(1);
  const isIdle = state.phase === 'idle';
  const simulate = () => {
    seed.current += 1;
    const { name, errors } = PLAYERS[who];
    attempt('The simulated player', () =>
      desk.simulate(ask, `simulated player, ${name}, ${SOUNDS[on].name}`, {
        errors,
        sound: SOUNDS[on].sound,
        seed: seed.current,
      }),
    );
  };
  return (
    <Row>
      <Choice
        label="Heard from"
        value={source}
        onChange={setSource}
        options={[
          { id: 'microphone', name: 'Microphone' },
          { id: 'file', name: 'File' },
          { id: 'simulated', name: 'Simulated player' },
        ]}
      />
      <NumberField
        label="Tempo, bpm"
        value={ask.bpm}
        min={MIN_BPM}
        max={MAX_BPM}
        onChange={(bpm) => (bpm === null ? undefined : onAsk({ bpm }))}
      />
      <NumberField
        label="Passes"
        value={ask.passes}
        min={1}
        max={MOST_PASSES}
        onChange={(passes) => (passes === null ? undefined : onAsk({ passes }))}
      />
      {source === 'file' ? (
        <NumberField
          label="Starts at, seconds (empty: found)"
          value={starts}
          min={0}
          max={600}
          onChange={setStarts}
        />
      ) : null}
      {source === 'simulated' ? (
        <>
          <Select
            label="The player"
            value={who}
            onChange={(id) => setWho(id)}
            options={Object.entries(PLAYERS).map(([id, { name }]) => ({ id: id as PlayerId, name }))}
          />
          <Select
            label="The sound"
            value={on}
            onChange={(id) => setOn(id)}
            options={Object.entries(SOUNDS).map(([id, { name }]) => ({ id: id as SoundId, name }))}
          />
        </>
      ) : null}
      {!isIdle ? (
        <UnderWay desk={desk} state={state} />
      ) : source === 'microphone' ? (
        <>
          <Button look="primary" onPress={() => attempt('Recording', () => desk.record(ask))}>
            <Mic size={15} aria-hidden /> Record
          </Button>
          <DelayButton />
        </>
      ) : source === 'file' ? (
        <FileButton
          look="primary"
          accept="audio/*"
          onSelect={([chosen]) => attempt('Opening the sound file', () => desk.open(ask, chosen!, starts))}
        >
          <FolderOpen size={15} aria-hidden /> Open a sound file
        </FileButton>
      ) : (
        <Button look="primary" onPress={simulate}>
          <Play size={15} aria-hidden /> Let it play
        </Button>
      )}
    </Row>
  );
}
