'use client';
import type { RefObject } from 'react';
import { Dialog, Label, Slider, SliderOutput, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { KIND_NAMES, VOICED_KINDS, type VoicedKind } from '@/core';
import type { SoundSettings } from '@/storage';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Sheet } from '../controls/Sheet';
import { Switch } from '../controls/Switch';
import { KindIcon } from '../lane/marks';
import { colour } from '../theme/tokens';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.4rem;
  width: 20rem;
  padding: 0.75rem;
  outline: none;
  .voices {
    display: flex;
    gap: 0.3rem;
    padding-left: 2.6rem;
  }
`;

const Volume = styled(Slider)`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.2rem 1rem;
  margin-bottom: 0.4rem;
  font-size: 0.875rem;
  .track {
    grid-column: 1 / -1;
    position: relative;
    height: 1.5rem;
    margin: 0 0.6rem;
    cursor: pointer;
  }
  .track::before {
    content: '';
    position: absolute;
    inset: 0.6rem -0.6rem;
    border-radius: 0.2rem;
    background: ${colour.line};
  }
  .thumb {
    top: 50%;
    width: 1.2rem;
    height: 1.2rem;
    border-radius: 50%;
    background: ${colour.accent};
  }
  .thumb[data-focus-visible] {
    outline: 2px solid ${colour.focus};
    outline-offset: 2px;
  }
`;

interface SoundSheetProps {
  readonly sounds: SoundSettings;
  readonly onChange: (change: Partial<SoundSettings>) => void;
  readonly onPreview: (kind: VoicedKind) => void;
  readonly trigger: RefObject<HTMLElement | null>;
  readonly onClose: () => void;
}

/** Volume, what is heard, and count-in. */
export function SoundSheet({ sounds, onChange, onPreview, trigger, onClose }: SoundSheetProps) {
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="top start">
      <Body aria-label="Sound">
        <Volume
          value={Math.round(sounds.volume * 100)}
          onChange={(volume) => onChange({ volume: Number(volume) / 100 })}
        >
          <Label>Volume</Label>
          <SliderOutput />
          <SliderTrack className="track">
            <SliderThumb className="thumb" />
          </SliderTrack>
        </Volume>
        <Switch isOn={sounds.click} onChange={(click) => onChange({ click })}>
          Click on the beat
        </Switch>
        <Switch isOn={sounds.notes} onChange={(notes) => onChange({ notes })}>
          The notes
        </Switch>
        <Switch isOn={sounds.strokes} onChange={(strokes) => onChange({ strokes })}>
          A tap for each stroke, down and up apart
        </Switch>
        <Switch isOn={sounds.called} onChange={(called) => onChange({ called })}>
          Strokes called where there is time, and after rests
        </Switch>
        <Switch isOn={sounds.kinds} onChange={(kinds) => onChange({ kinds })}>
          A voice for each kind of change
        </Switch>
        <div className="voices" role="group" aria-label="Hear the voices">
          {VOICED_KINDS.map((kind) => (
            <Button key={kind} square aria-label={`Hear ${KIND_NAMES[kind]}`} onPress={() => onPreview(kind)}>
              <KindIcon kind={kind} />
            </Button>
          ))}
        </div>
        <NumberField
          label="Bars counted in"
          value={sounds.countInBars}
          min={0}
          max={4}
          onChange={(bars) => bars !== null && onChange({ countInBars: bars })}
        />
      </Body>
    </Sheet>
  );
}
