'use client';
import { Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import styled from 'styled-components';
import {
  changeText,
  faultsOf,
  faultText,
  otherCosts,
  otherCostText,
  reasonText,
  setFinger,
  setFret,
  setTechnique,
  STROKE_NAMES,
  stringChangeFrom,
  MAX_FRET,
  type Finger,
  type Note,
  type Passage,
  type PickingPolicy,
  type Plan,
  type Technique,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Menu } from '@/ui/controls/Menu';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import type { ViewSettings } from '@/storage';
import { useView } from '@/ui/shell/viewSettings';
import { StrokeIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';
import type { BenchActions } from '@/work/bench/acting';
import { deleteHere, insertHere, lockHere, moveNoteTo } from '@/work/bench/editing';
import { MarksButton } from './MarksSheet';
import { Remark } from './Remark';

const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.4rem 0.7rem;
  padding: 0.5rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.sunken};
  p {
    flex: 1 1 100%;
    /* Two lines, so that nothing moves from note to note. */
    min-height: 2.8em;
  }
  small {
    color: ${colour.inkSoft};
  }
  .why {
    display: flex;
    align-items: end;
  }
`;

const TECHNIQUES: readonly { id: Technique; name: string }[] = [
  { id: 'pick', name: 'picked' },
  { id: 'hammer', name: 'hammer-on' },
  { id: 'pull', name: 'pull-off' },
  { id: 'slide', name: 'slide' },
  { id: 'tap', name: 'tap' },
];

/** Why teachers lock strokes: common practice, no source. */
const LOCK_REASONS = [
  'lands the phrase',
  'stronger sound here',
  'falls on the beat',
  'frees the pick for the next string',
  'less string noise',
] as const;

const FINGERS = [
  { id: '0', name: '–' },
  { id: '1', name: '1' },
  { id: '2', name: '2' },
  { id: '3', name: '3' },
  { id: '4', name: '4' },
] as const;

interface NoteStripProps {
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  readonly plan: Plan;
  readonly pass: number;
  readonly caret: Place;
  readonly note: Note | undefined;
  /** What the last edit could not do as it was asked. */
  readonly remark: string | null;
  readonly apply: BenchActions['apply'];
  /** Marks from here on. */
  readonly onMark: () => void;
  readonly onClose: () => void;
}

function sentenceFor(
  { passage, plan, pass, note, caret }: NoteStripProps,
  costOf: ReturnType<typeof otherCosts>,
  view: ViewSettings,
): { main: string; more: string } {
  if (!note)
    return {
      main: `Empty place on string ${caret.string}.`,
      more: 'Type a fret to put a note here, or double-click a string in the lane.',
    };
  const index = passage.notes.indexOf(note);
  const stroke = plan.assignment.passes[pass]?.[index];
  const reason = plan.assignment.reasons[pass]?.[index];
  const cost = costOf(pass, index);
  const next = stringChangeFrom(plan.analysis, note.id, pass);
  const where = `Note ${index + 1}: string ${note.string}, ${note.dead ? 'dead' : `fret ${note.fret}`}`;
  const why =
    stroke && reason
      ? `${STROKE_NAMES[stroke]}, ${reasonText(reason, view)}`
      : reason
        ? reasonText(reason, view)
        : '';
  const more = [next ? changeText(next, view) : '', stroke && cost ? `${otherCostText(stroke, cost)}.` : ''];
  return { main: `${where}: ${why}.`, more: more.filter((part) => part !== '').join(' ') };
}

/** What stands at the caret and why, with everything that can be changed about it. */
export function NoteStrip(props: NoteStripProps) {
  const { passage, policy, caret, note, remark, apply, onMark, onClose } = props;
  const costOf = useMemo(() => otherCosts(passage, policy), [passage, policy]);
  const { main, more } = sentenceFor(props, costOf, useView());
  // Made from the notes as they are then, should they have changed since this was drawn.
  const change = (label: string, make: (of: Passage) => Passage) =>
    apply((of) => ({ label, passage: make(of), caret }));
  const faults = faultsOf(passage).filter((one) => passage.notes[one.note] === note);
  const isLockedInVain = note?.lock && note.technique !== 'pick';
  return (
    <Strip aria-label="The note at the caret">
      <p>
        <b>{main}</b>
        <br />
        <small>{more}</small>
      </p>
      {remark === null ? null : <Remark text={remark} />}
      {faults.map((fault) => (
        <Remark key={fault.code} text={faultText(fault, 'this note')} />
      ))}
      {isLockedInVain ? (
        <Remark text="The lock has no effect while the note is not picked. It is kept." />
      ) : null}
      {note ? (
        <>
          <NumberField
            label="Fret"
            value={note.fret}
            min={0}
            max={MAX_FRET}
            onChange={(fret) => fret !== null && change('Fret', (of) => setFret(of, note.id, fret))}
          />
          <NumberField
            label="String"
            value={note.string}
            min={1}
            max={passage.tuning.length}
            onChange={(string) =>
              string !== null && apply((of) => moveNoteTo(of, note, { ...caret, string }))
            }
          />
          <Choice
            label="Finger"
            value={String(note.finger ?? 0) as '0'}
            options={FINGERS}
            onChange={(id) =>
              change('Finger', (of) => setFinger(of, note.id, id === '0' ? null : (Number(id) as Finger)))
            }
          />
          <Select
            label="Sounded"
            value={note.technique}
            options={TECHNIQUES}
            onChange={(technique) => change('How it sounds', (of) => setTechnique(of, note.id, technique))}
          />
          <Choice
            label="Stroke"
            value={note.lock?.stroke ?? 'auto'}
            options={[
              { id: 'auto', name: 'plan' },
              { id: 'down', name: <StrokeIcon stroke="down" />, spoken: 'Lock down' },
              { id: 'up', name: <StrokeIcon stroke="up" />, spoken: 'Lock up' },
            ]}
            onChange={(id) =>
              apply((of) =>
                lockHere(
                  of,
                  caret,
                  id === 'auto'
                    ? null
                    : { stroke: id, ...(note.lock?.reason ? { reason: note.lock.reason } : {}) },
                ),
              )
            }
          />
          <MarksButton caret={caret} note={note} apply={apply} />
          {note.lock ? (
            <div className="why">
              <TextField
                label="Why locked"
                value={note.lock.reason ?? ''}
                placeholder="lands the phrase"
                maxLength={300}
                onChange={(reason) =>
                  apply(
                    (of) => lockHere(of, caret, { stroke: note.lock!.stroke, ...(reason ? { reason } : {}) }),
                    `reason-${note.id}`,
                  )
                }
              />
              <Menu
                label="Reasons for a lock"
                items={LOCK_REASONS.map((reason) => ({
                  id: reason,
                  name: reason,
                  run: () => apply((of) => lockHere(of, caret, { stroke: note.lock!.stroke, reason })),
                }))}
              />
            </div>
          ) : null}
          <Button
            square
            aria-label="Delete the note"
            onPress={() => apply((of) => deleteHere(of, caret, 'here'))}
          >
            <Trash2 size={16} aria-hidden />
          </Button>
        </>
      ) : (
        <>
          <Button onPress={() => apply((of) => insertHere(of, caret))}>
            Insert a slot <kbd aria-hidden>I</kbd>
          </Button>
          <Button onPress={() => apply((of) => deleteHere(of, caret, 'here'))}>
            Delete the slot <kbd aria-hidden>Del</kbd>
          </Button>
        </>
      )}
      <Button onPress={onMark} aria-label="Mark from here">
        Mark slots <kbd aria-hidden>M</kbd>
      </Button>
      <Button look="quiet" onPress={onClose} aria-label="Close what is said of the note">
        Close <kbd aria-hidden>Esc</kbd>
      </Button>
    </Strip>
  );
}
