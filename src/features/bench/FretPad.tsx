'use client';
import { ArrowLeft, ArrowRight, ChevronLeft, ChevronRight, Delete, Play, Square, X } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { noteAt, STROKE_NAMES, type Passage, type Place, type Plan } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { pressable } from '@/ui/controls/Button';
import { StrokeIcon } from '@/ui/lane/marks';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { BenchActions } from '@/work/bench/acting';
import { deleteHere, lockHere, moveCaret, nextLock } from '@/work/bench/editing';
import { BarEnd } from './BarEnd';
import type { Playing } from './usePlaying';
import { PAD_LIES, PAD_WIDTH } from './padPlace';
import { fretOn, PAD_FRETS, padAtFirst, padFrom, padMoved, tapped } from '@/work/bench/pad';

const STEP = 3;

const Pad = styled.section`
  position: fixed;
  inset: auto 0 var(--foot) 0;
  z-index: 21;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.3rem;
  padding: 0.4rem 0.5rem 0.5rem;
  border-top: 1px solid ${colour.line};
  background: ${colour.sunken};
  touch-action: manipulation;
  user-select: none;
  .row {
    display: flex;
    gap: 0.25rem;
  }
  .row > button {
    ${pressable}
    flex: 1 1 2rem;
    min-width: 2rem;
    min-height: 2.5rem;
    padding: 0;
  }
  .row > .word {
    flex-grow: 1.5;
    font-size: 0.875rem;
  }
  .remark {
    margin: 0;
    color: ${colour.bad};
  }
  table {
    width: 100%;
    border-collapse: separate;
    border-spacing: 0.2rem;
    table-layout: fixed;
  }
  th {
    color: ${colour.inkSoft};
    font-weight: 500;
    font-variant-numeric: tabular-nums;
  }
  .neck {
    width: 2rem;
  }
  td {
    padding: 0;
  }
  td button {
    ${pressable}
    display: flex;
    width: 100%;
    height: 2.1rem;
    padding: 0;
    border-radius: 0.3rem;
  }
  .neck button {
    height: 1.7rem;
  }
  @media ${PAD_LIES} {
    inset: 0 0 0 auto;
    width: ${PAD_WIDTH};
    align-content: start;
    overflow: auto;
    border-left: 1px solid ${colour.line};
    td button {
      height: 1.8rem;
      min-height: 0;
    }
    .row > button {
      min-height: 2rem;
    }
  }
`;

interface FretPadProps {
  readonly passage: Passage;
  readonly plan: Plan;
  readonly pass: number;
  readonly caret: Place;
  readonly remark: string | null;
  readonly actions: BenchActions;
  readonly editor: ExerciseEditor;
  readonly sound: Playing['sound'];
  readonly onClose: () => void;
}

/** Strings and frets under the finger: a tap gives the slot of the caret its note and goes on to the next. */
export function FretPad({
  passage,
  plan,
  pass,
  caret,
  remark,
  actions,
  editor,
  sound,
  onClose,
}: FretPadProps) {
  const { thickOnTop } = useView();
  const note = noteAt(passage, caret.ticks, caret.string);
  const [from, setFrom] = useState(() => padFrom(padAtFirst(passage), note?.fret ?? 0));
  const [adds, setAdds] = useState(false);
  // It goes along with the caret, and where it was moved by hand it stays until the caret leaves it.
  const at = `${caret.ticks} ${caret.string} ${note?.fret ?? ''}`;
  const [seen, setSeen] = useState(at);
  if (seen !== at) {
    setSeen(at);
    if (note) setFrom(padFrom(from, note.fret));
  }
  const strings = passage.tuning.map((_, index) => index + 1);
  const frets = [0, ...Array.from({ length: PAD_FRETS }, (_, index) => from + index)];
  const given = note && plan.assignment.passes[pass]?.[passage.notes.indexOf(note)];
  const along = (by: number) => actions.place(moveCaret(actions.passage(), caret, by));
  return (
    <Pad aria-label="Frets and strings" data-pad>
      {remark === null ? null : (
        <p className="remark" role="status">
          {remark}
        </p>
      )}
      <BarEnd editor={editor} actions={actions} sound={sound} />
      <div className="row">
        <button aria-label="Slot before" onClick={() => along(-1)}>
          <ArrowLeft size={18} aria-hidden />
        </button>
        <button aria-label="Next slot" onClick={() => along(1)}>
          <ArrowRight size={18} aria-hidden />
        </button>
        <button
          aria-label={
            given
              ? `Stroke: ${STROKE_NAMES[given]}${note?.lock ? ', locked' : ''}. Lock or let go`
              : 'No stroke here'
          }
          disabled={!note || !given}
          onClick={() =>
            note && given && actions.laneApply((of) => lockHere(of, caret, nextLock(note, given)))
          }
        >
          {given ? <StrokeIcon stroke={given} locked={Boolean(note?.lock)} /> : '–'}
        </button>
        <button
          aria-label="Chord: notes beside each other"
          className="word"
          aria-pressed={adds}
          onClick={() => setAdds(!adds)}
        >
          chord
        </button>
        <button
          aria-label="Delete the slot"
          onClick={() => actions.laneApply((of) => deleteHere(of, caret, 'here'))}
        >
          <Delete size={18} aria-hidden />
        </button>
        <button aria-label={sound.isPlaying ? 'Stop' : 'Play'} onClick={sound.toggle}>
          {sound.isPlaying ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />}
        </button>
        <button aria-label="Close the pad" onClick={onClose}>
          <X size={18} aria-hidden />
        </button>
      </div>
      <table>
        <thead>
          <tr>
            <td className="neck">
              <button
                aria-label="Nearer to the nut"
                disabled={from === 1}
                onClick={() => setFrom(padMoved(from, -STEP))}
              >
                <ChevronLeft size={16} aria-hidden />
              </button>
            </td>
            {frets.map((fret) => (
              <th key={fret} scope="col">
                {fret}
              </th>
            ))}
            <td className="neck">
              <button
                aria-label="Nearer to the bridge"
                disabled={padMoved(from, STEP) === from}
                onClick={() => setFrom(padMoved(from, STEP))}
              >
                <ChevronRight size={16} aria-hidden />
              </button>
            </td>
          </tr>
        </thead>
        <tbody>
          {(thickOnTop ? strings.toReversed() : strings).map((string) => (
            <tr key={string}>
              <th scope="row">{string}</th>
              {frets.map((fret) => {
                const isHere = fretOn(passage, caret, string) === fret;
                return (
                  <td key={fret}>
                    <button
                      aria-label={`String ${string}, fret ${fret}`}
                      aria-pressed={isHere}
                      onClick={() => actions.laneApply((of) => tapped(of, caret, { string, fret, adds }))}
                    >
                      {isHere ? fret : string === caret.string ? '·' : ''}
                    </button>
                  </td>
                );
              })}
              <td />
            </tr>
          ))}
        </tbody>
      </table>
    </Pad>
  );
}
