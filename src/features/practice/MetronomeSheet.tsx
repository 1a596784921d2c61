'use client';
import { useState, type RefObject } from 'react';
import { Dialog } from 'react-aria-components';
import styled from 'styled-components';
import type { ClickAccent } from '@/core';
import type { PracticeSettings, SoundSettings } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { say } from '@/ui/controls/say';
import { Sheet } from '@/ui/controls/Sheet';
import { Switch } from '@/ui/controls/Switch';
import { colour } from '@/ui/theme/tokens';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.4rem;
  width: min(22rem, 92vw);
  padding: 0.75rem;
  outline: none;
  h3 {
    margin-top: 0.3rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.35rem;
    align-items: end;
  }
`;

const NEXT: Record<Exclude<ClickAccent, 'slot'>, Exclude<ClickAccent, 'slot'>> = {
  bar: 'beat',
  beat: 'silent',
  silent: 'bar',
};
const ACCENT_NAMES = { bar: 'strong', beat: 'plain', silent: 'silent' } as const;
const ACCENT_SIGNS = { bar: '●', beat: '○', silent: '–' } as const;

/** Every other beat is heard, from the second on. */
const offBeats = (beats: number) =>
  Array.from({ length: beats }, (_, at) => (at % 2 === 1 ? ('beat' as const) : ('silent' as const)));

interface MetronomeSheetProps {
  readonly settings: PracticeSettings;
  readonly sounds: SoundSettings;
  readonly beats: number;
  readonly trigger: RefObject<HTMLElement | null>;
  readonly onSettings: (change: Partial<PracticeSettings>) => void;
  readonly onSounds: (change: Partial<SoundSettings>) => void;
  readonly onClose: () => void;
}

/** A button that learns the key of a pedal. */
function PedalKey({
  label,
  value,
  taken,
  onLearn,
}: {
  label: string;
  value: string;
  /** The key of the other verdict: one key cannot mean both. */
  taken: string;
  onLearn: (key: string) => void;
}) {
  const [isLearning, setIsLearning] = useState(false);
  return (
    <div
      onKeyDownCapture={(event) => {
        if (!isLearning || event.key === 'Tab' || event.key === 'Escape') return;
        event.preventDefault();
        event.stopPropagation();
        setIsLearning(false);
        if (event.key === taken)
          say(
            'That key already means the other verdict, so it was not taken. Press another, or learn that one first.',
          );
        else onLearn(event.key);
      }}
    >
      <Button aria-pressed={isLearning} onPress={() => setIsLearning(!isLearning)}>
        {label}: {isLearning ? 'press the pedal …' : <kbd>{value === ' ' ? 'space' : value}</kbd>}
      </Button>
    </div>
  );
}

/** What the metronome does, what is heard and shown, and the pedals. */
export function MetronomeSheet(props: MetronomeSheetProps) {
  const { settings, sounds, beats, trigger, onSettings, onSounds, onClose } = props;
  const { clicks, pedals } = settings;
  const setClicks = (change: Partial<PracticeSettings['clicks']>) =>
    onSettings({ clicks: { ...clicks, ...change } });
  const accents = Array.from({ length: beats }, (_, at) => clicks.accents[at] ?? 'beat');
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="bottom end">
      <Body aria-label="Metronome and sound">
        <h3>Beats of the bar</h3>
        <div className="row" role="group" aria-label="Beats of the bar">
          {accents.map((accent, at) => (
            <Button
              key={at}
              aria-label={`Beat ${at + 1}: ${ACCENT_NAMES[accent]}`}
              onPress={() =>
                setClicks({ accents: accents.map((one, beat) => (beat === at ? NEXT[one] : one)) })
              }
            >
              {at + 1} {ACCENT_SIGNS[accent]}
            </Button>
          ))}
        </div>
        <div className="row">
          <Button onPress={() => setClicks({ accents: offBeats(beats), silent: null, countsOn: true })}>
            On 2 and 4
          </Button>
          <Button
            onPress={() => setClicks({ accents: ['bar'], silent: { after: 1, bars: 1 }, countsOn: true })}
          >
            Every second bar
          </Button>
          <Button onPress={() => setClicks({ accents: ['bar'], silent: null, countsOn: false })}>
            Every beat
          </Button>
        </div>
        <Switch isOn={clicks.countsOn === true} onChange={(countsOn) => setClicks({ countsOn })}>
          Count the bar on over the passes
        </Switch>
        <Switch isOn={clicks.slots} onChange={(slots) => setClicks({ slots })}>
          Clicks between the beats too
        </Switch>
        <Switch
          isOn={clicks.silent !== null}
          onChange={(isOn) => setClicks({ silent: isOn ? { after: 2, bars: 2 } : null })}
        >
          Silent bars: keep the beat alone
        </Switch>
        {clicks.silent ? (
          <div className="row">
            <NumberField
              label="Bars with click"
              value={clicks.silent.after}
              min={1}
              max={16}
              onChange={(after) => after !== null && setClicks({ silent: { ...clicks.silent!, after } })}
            />
            <NumberField
              label="Bars without"
              value={clicks.silent.bars}
              min={1}
              max={16}
              onChange={(bars) => bars !== null && setClicks({ silent: { ...clicks.silent!, bars } })}
            />
          </div>
        ) : null}
        <h3>Heard and shown</h3>
        <Switch isOn={sounds.click} onChange={(click) => onSounds({ click })}>
          Click
        </Switch>
        <Switch isOn={sounds.notes} onChange={(notes) => onSounds({ notes })}>
          The notes
        </Switch>
        <Switch isOn={sounds.strokes} onChange={(strokes) => onSounds({ strokes })}>
          A tap for each stroke
        </Switch>
        <Switch isOn={settings.showsPick} onChange={(showsPick) => onSettings({ showsPick })}>
          The pick in motion
        </Switch>
        <h3>Hands on the instrument</h3>
        <Switch isOn={settings.takesHeard} onChange={(takesHeard) => onSettings({ takesHeard })}>
          With Listen on: what was heard is taken after four seconds
        </Switch>
        <Switch isOn={settings.goesOn} onChange={(goesOn) => onSettings({ goesOn })}>
          After the rest the next run begins by itself
        </Switch>
        <div className="row">
          <PedalKey
            label="Clean pedal"
            value={pedals.clean}
            taken={pedals.notClean}
            onLearn={(clean) => onSettings({ pedals: { ...pedals, clean } })}
          />
          <PedalKey
            label="Not clean pedal"
            value={pedals.notClean}
            taken={pedals.clean}
            onLearn={(notClean) => onSettings({ pedals: { ...pedals, notClean } })}
          />
        </div>
      </Body>
    </Sheet>
  );
}
