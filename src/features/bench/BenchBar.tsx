'use client';
import { ChevronDown, ChevronUp, Grid3x3, Play, Volume2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { memo, useRef, useState } from 'react';
import styled from 'styled-components';
import { ladderAt } from '@/addresses';
import { BPM_DECIMALS, bpmText, MAX_BPM, MIN_BPM, notesPerSecond, type Exercise } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Switch } from '@/ui/controls/Switch';
import { usePlayer } from '@/ui/shell/player';
import { colour, ON_PHONE } from '@/ui/theme/tokens';
import { BeatLight } from '@/ui/sound/BeatLight';
import type { BenchActions } from '@/work/bench/acting';
import { BarEnd } from './BarEnd';
import { useTempos } from './tempos';
import { SPEED_NAMES, type Playing } from './usePlaying';

const SoundSheet = dynamic(() => import('@/ui/sound/SoundSheet').then((module) => module.SoundSheet), {
  ssr: false,
});

const Bar = styled.div`
  position: fixed;
  inset: auto 0 0 0;
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1rem;
  padding: 0.35rem 1.25rem;
  border-top: 1px solid ${colour.line};
  background: ${colour.sunken};
  label {
    margin: 0;
  }
  .tempo > div,
  .ladder {
    display: flex;
    align-items: center;
    gap: 0.4rem;
  }
  .ladder span {
    min-width: 5.2rem;
    text-align: center;
  }
  .rate {
    color: ${colour.inkSoft};
    font-variant-numeric: tabular-nums;
  }
  @media (max-width: 68rem) {
    gap: 0.25rem 0.5rem;
    padding-inline: 0.75rem;
    .ladder span {
      min-width: 0;
    }
  }
  @media (max-height: 30rem) {
    position: static;
  }
  @media (pointer: fine) {
    .pad {
      display: none;
    }
  }
  /* At the thumb, above the places; the ladder has a view of its own. */
  @media (max-width: 40rem) {
    .rate,
    .ladder {
      display: none;
    }
  }
  @media ${ON_PHONE} {
    bottom: var(--foot);
    padding: 0.3rem 0.75rem;
  }
`;

interface BenchBarProps {
  readonly editor: ExerciseEditor;
  readonly exercise: Exercise;
  /** Not a moment later like what is shown round the lane: its fields are typed into. */
  readonly playing: Playing;
  readonly actions: BenchActions;
  /** Opens the pad of strings and frets, for fingers. */
  readonly onPad: () => void;
}

function SoundButton({ sound }: Pick<Playing, 'sound'>) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button
        ref={trigger}
        square
        aria-label="Sound"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onPress={() => setIsOpen(true)}
      >
        <Volume2 size={16} aria-hidden />
      </Button>
      {isOpen && sound.sounds ? (
        <SoundSheet
          sounds={sound.sounds}
          onChange={(change) => sound.control.setSounds(change, sound.sounds!)}
          onPreview={(kind) => sound.control.preview(kind, sound.sounds!.volume)}
          trigger={trigger}
          onClose={() => setIsOpen(false)}
        />
      ) : null}
    </>
  );
}

function LadderSteps({ exerciseId, playing }: { exerciseId: string; playing: Playing }) {
  const { stepDown, stepUp, bpm } = playing;
  const { steps, step } = useTempos(playing);
  const [first, last] = [steps[0]!, steps.at(-1)!];
  return (
    <div className="ladder" role="group" aria-label="Ladder">
      <Link href={ladderAt(exerciseId)} prefetch={false}>
        Ladder {bpmText(first.bpm)}–{bpmText(last.bpm)}
      </Link>
      <Button square aria-label="One step down (J)" isDisabled={bpm <= first.bpm} onPress={stepDown}>
        <ChevronDown size={16} aria-hidden />
      </Button>
      <span>{step < 0 ? 'between steps' : `step ${step + 1} of ${steps.length}`}</span>
      <Button square aria-label="One step up (K)" isDisabled={bpm >= last.bpm} onPress={stepUp}>
        <ChevronUp size={16} aria-hidden />
      </Button>
    </div>
  );
}

/** Play, loop, tempo, ladder step, undo and whether everything is saved: always at hand. */
export const BenchBar = memo(function BenchBar({ editor, exercise, playing, actions, onPad }: BenchBarProps) {
  const { sound, bpm } = playing;
  const player = usePlayer();
  const rate = notesPerSecond(bpm, exercise.passage.subdivision);
  return (
    <Bar role="region" aria-label="Play, tempo and undo" data-bar>
      <Button look="primary" onPress={sound.toggle} style={{ minWidth: '6.2rem' }}>
        {sound.isPlaying ? <BeatLight beat={sound.control.beat} /> : <Play size={15} aria-hidden />}
        {sound.isPlaying ? 'Stop' : 'Play'}
      </Button>
      <SoundButton sound={sound} />
      <Switch isOn={exercise.policy.loop === true} onChange={actions.setLoop}>
        Loop
      </Switch>
      <span className="pad">
        <Button square aria-label="Edit by touch: a pad of strings and frets" onPress={onPad}>
          <Grid3x3 size={16} aria-hidden />
        </Button>
      </span>
      <div className="tempo">
        <NumberField
          label="Tempo"
          value={bpm}
          min={MIN_BPM}
          max={MAX_BPM}
          decimals={BPM_DECIMALS}
          onChange={(next) => next !== null && playing.setBpm(next)}
        />
      </div>
      {bpm === playing.startBpm ? (
        <span className="rate">
          bpm · {rate.toFixed(1)} notes a second
          {playing.speed === 1 ? '' : ` · heard at ${SPEED_NAMES[playing.speed]}`}
        </span>
      ) : (
        <Button onPress={playing.makeStart}>
          Start {player.name === 'Me' ? '' : `${player.name} `}at {bpmText(bpm)}
        </Button>
      )}
      <LadderSteps exerciseId={editor.id} playing={playing} />
      <BarEnd editor={editor} actions={actions} sound={sound} />
    </Bar>
  );
});
