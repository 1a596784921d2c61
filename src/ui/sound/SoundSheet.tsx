'use client';
import type { RefObject } from 'react';
import { Dialog, Label, Slider, SliderOutput, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import type { SoundSettings } from '@/storage';
import { NumberField } from '../controls/NumberField';
import { Sheet } from '../controls/Sheet';
import { Switch } from '../controls/Switch';
import { colour } from '../theme/tokens';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.4rem;
  width: 17rem;
  padding: 0.75rem;
  outline: none;
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
  readonly onChange: (sounds: SoundSettings) => void;
  readonly trigger: RefObject<HTMLElement | null>;
  readonly onClose: () => void;
}

/** Volume, click, notes and count-in. */
export function SoundSheet({ sounds, onChange, trigger, onClose }: SoundSheetProps) {
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="top start">
      <Body aria-label="Sound">
        <Volume
          value={Math.round(sounds.volume * 100)}
          onChange={(volume) => onChange({ ...sounds, volume: Number(volume) / 100 })}
        >
          <Label>Volume</Label>
          <SliderOutput />
          <SliderTrack className="track">
            <SliderThumb className="thumb" />
          </SliderTrack>
        </Volume>
        <Switch isOn={sounds.click} onChange={(click) => onChange({ ...sounds, click })}>
          Click on the beat
        </Switch>
        <Switch isOn={sounds.notes} onChange={(notes) => onChange({ ...sounds, notes })}>
          The notes
        </Switch>
        <NumberField
          label="Bars counted in"
          value={sounds.countInBars}
          min={0}
          max={4}
          onChange={(bars) => bars !== null && onChange({ ...sounds, countInBars: bars })}
        />
      </Body>
    </Sheet>
  );
}
