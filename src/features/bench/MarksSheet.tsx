'use client';
import { useRef, useState, type RefObject } from 'react';
import { Dialog } from 'react-aria-components';
import styled from 'styled-components';
import {
  setBend,
  setDead,
  setMark,
  setSlides,
  type Note,
  type NoteMark,
  type Passage,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Sheet } from '@/ui/controls/Sheet';
import { Switch } from '@/ui/controls/Switch';
import type { BenchActions } from '@/work/bench/acting';
import { insertHere, restHere } from '@/work/bench/editing';
import { stretchHere } from '@/work/bench/sounding';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.6rem;
  width: 21rem;
  max-width: 92vw;
  padding: 0.85rem;
  outline: none;
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem;
  }
  .switches {
    gap: 0.3rem 1.2rem;
  }
`;

interface MarksProps {
  readonly caret: Place;
  readonly note: Note;
  readonly apply: BenchActions['apply'];
}

const BENDS = [
  { id: '0', name: 'none' },
  { id: '1', name: 'half' },
  { id: '2', name: 'whole' },
  { id: '3', name: '1½' },
  { id: '4', name: '2 tones' },
] as const;

function Marks({ caret, note, apply }: MarksProps) {
  const change = (label: string, make: (of: Passage) => Passage) =>
    apply((of) => ({ label, passage: make(of), caret }));
  const mark = (which: NoteMark, name: string) => (
    <Switch
      isOn={note[which] === true}
      onChange={(isOn) => change(name, (of) => setMark(of, note.id, which, isOn))}
    >
      {name}
    </Switch>
  );
  const size = note.bend?.semitones;
  return (
    <>
      <Choice
        label="Bend"
        value={String(size === null ? 2 : (size ?? 0)) as '0'}
        options={BENDS}
        onChange={(id) =>
          change('Bend', (of) =>
            setBend(
              of,
              note.id,
              id === '0' ? null : { semitones: Number(id), released: note.bend?.released ?? false },
            ),
          )
        }
      />
      {note.bend ? (
        <Switch
          isOn={note.bend.released}
          onChange={(released) => change('Bend', (of) => setBend(of, note.id, { ...note.bend!, released }))}
        >
          released again
        </Switch>
      ) : null}
      <Choice
        label="Slides in"
        value={note.slideIn ?? 'no'}
        options={[
          { id: 'no', name: 'no' },
          { id: 'from below', name: 'from below' },
          { id: 'from above', name: 'from above' },
        ]}
        onChange={(id) =>
          change('Slide', (of) => setSlides(of, note.id, { slideIn: id === 'no' ? null : id }))
        }
      />
      <Choice
        label="Slides out"
        value={note.slideOut ?? 'no'}
        options={[
          { id: 'no', name: 'no' },
          { id: 'upward', name: 'upward' },
          { id: 'downward', name: 'downward' },
        ]}
        onChange={(id) =>
          change('Slide', (of) => setSlides(of, note.id, { slideOut: id === 'no' ? null : id }))
        }
      />
      <div className="row">
        <Button onPress={() => apply((of) => stretchHere(of, caret, -1))}>
          Shorter <kbd aria-hidden>&lt;</kbd>
        </Button>
        <Button onPress={() => apply((of) => stretchHere(of, caret, 1))}>
          Longer <kbd aria-hidden>&gt;</kbd>
        </Button>
        <Button onPress={() => apply((of) => insertHere(of, caret))}>
          Slot before it <kbd aria-hidden>I</kbd>
        </Button>
        <Button onPress={() => apply((of) => restHere(of, caret))}>
          Rest instead <kbd aria-hidden>R</kbd>
        </Button>
      </div>
      <div className="row switches">
        {mark('palmMute', 'palm mute')}
        {mark('vibrato', 'vibrato')}
        {mark('ghost', 'barely sounded')}
        {mark('accent', 'accent')}
        {mark('restStroke', 'rest stroke')}
        <Switch
          isOn={note.dead === true}
          onChange={(dead) => change('Dead note', (of) => setDead(of, note.id, dead))}
        >
          dead
        </Switch>
      </div>
    </>
  );
}

/** Further marks of a note. */
function MarksSheet(props: MarksProps & { trigger: RefObject<HTMLElement | null>; onClose: () => void }) {
  const { trigger, onClose, ...marks } = props;
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="bottom end">
      <Body aria-label="Marks of the note">
        <Marks {...marks} />
      </Body>
    </Sheet>
  );
}

/** Opens the further marks of a note. */
export function MarksButton(props: MarksProps) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button ref={trigger} aria-haspopup="dialog" aria-expanded={isOpen} onPress={() => setIsOpen(true)}>
        Bend, slide, length …
      </Button>
      {isOpen ? <MarksSheet {...props} trigger={trigger} onClose={() => setIsOpen(false)} /> : null}
    </>
  );
}
