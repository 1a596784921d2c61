'use client';
import { useMemo } from 'react';
import styled from 'styled-components';
import {
  counted,
  handFor,
  MAX_STRETCH_MM,
  MIN_STRETCH_MM,
  noteAt,
  setDamper,
  setFinger,
  spokenNote,
  type Exercise,
  type Passage,
  type Plan,
  type PreferredDamper,
  type Setup,
  type Place,
} from '@/core';
import {
  dampingPlan,
  dampingText,
  fingerChanges,
  fingerPassage,
  fingersWritten,
  missingChanges,
  noiseText,
  romanFret,
} from '@/core/fretting';
import * as fretting from '@/core/fretting';
import { changePlayer, database, keepViewSettings } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Switch } from '@/ui/controls/Switch';
import { DAMPER_NAMES } from '@/ui/shell/HandChoices';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { attempt } from '@/work/perform';
import type { EditExercise } from '@/work/bench/acting';
import { FieldRow, TwoColumns } from '../TwoColumns';
import { FingerMatrix } from './FingerMatrix';
import { HandsAlone } from '../HandsAlone';
import { Supplies } from './Supplies';
import { useFingeringOptions } from './useFingering';

const Places = styled.ul`
  display: grid;
  gap: 0.2rem;
  max-height: 15rem;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
  button {
    justify-content: start;
    width: 100%;
    text-align: left;
    white-space: normal;
  }
`;

const DAMPERS_HERE = [
  { id: 'hand', name: 'as the hand is set up' },
  ...Object.entries(DAMPER_NAMES).map(([id, name]) => ({ id: id as PreferredDamper, name })),
] as const;

interface FingersPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly caret: Place;
  readonly edit: EditExercise;
  readonly onGo: (place: Place) => void;
}

function without(passage: Passage): Passage {
  return passage.notes.reduce((one, { id, finger }) => (finger ? setFinger(one, id, null) : one), passage);
}

/** What the fretting hand does: fingers, shifts and stretches, finger changes, and what keeps strings silent. */
export function FingersPanel({ exercise, plan, setup, caret, edit, onGo }: FingersPanelProps) {
  const view = useView();
  const player = usePlayer();
  const options = useFingeringOptions(exercise, fretting);
  const { passage } = plan;
  const fingering = useMemo(() => fingerPassage(passage, setup, options), [passage, setup, options]);
  const cells = useMemo(() => fingerChanges(fingering), [fingering]);
  const missing = useMemo(() => missingChanges(cells).map(({ from, to }) => [from, to] as const), [cells]);
  const hand = useMemo(() => handFor(exercise.hand, player.hand), [exercise.hand, player.hand]);
  const damping = useMemo(
    () => dampingPlan(passage, fingering, exercise.policy.loop === true, plan.assignment.passes[0], hand),
    [passage, fingering, exercise.policy.loop, plan.assignment, hand],
  );
  const set = (change: Partial<typeof view>) =>
    attempt('Keeping the setting', () => keepViewSettings(database(), change));
  const goTo = (noteId: string) => {
    const note = passage.notes.find(({ id }) => id === noteId);
    if (note) onGo({ ticks: note.onsetTicks, string: note.string });
  };
  const placeOf = (noteId: string) => {
    const at = passage.notes.findIndex(({ id }) => id === noteId);
    const note = passage.notes[at]!;
    return `Note ${at + 1}, string ${note.string}, fret ${note.fret}`;
  };

  const of = (kind: string) => fingering.moves.filter((move) => move.kind === kind).length;
  const shifts = fingering.moves.filter(({ shiftMm }) => shiftMm > 0);
  const shiftedMm = shifts.reduce((sum, { shiftMm }) => sum + shiftMm, 0);
  const did = [
    shifts.length > 0 ? `${counted(shifts.length, 'shift')} (${Math.round(shiftedMm)} mm in all)` : '',
    of('roll') > 0 ? counted(of('roll'), 'roll') : '',
    of('hop') > 0 ? counted(of('hop'), 'hop') : '',
    of('slide along') > 0 ? counted(of('slide along'), 'slide along', 'slides along') : '',
    fingering.barres.length > 0 ? `${counted(fingering.barres.length, 'note')} under a barre` : '',
  ]
    .filter((part) => part !== '')
    .join(', ');
  const positions = [...new Set(fingering.positions.values())].map(romanFret);
  const standing = passage.notes.some(({ held }) => held !== undefined)
    ? 'The fingers stay down: none follows another over the strings.'
    : 'No finger follows another over the strings.';
  const alreadySet = passage.notes.filter(({ finger }) => finger).length;
  const open = fingering.fingers.size - alreadySet;
  const noisy = damping.filter(({ noise }) => noise !== null);
  const here = noteAt(passage, caret.ticks, caret.string);
  const held = damping.find(({ noteId }) => noteId === here?.id);
  return (
    <TwoColumns>
      <section aria-label="Fingers">
        <h2>Fingers</h2>
        <FieldRow>
          <Choice
            label="The hand would rather"
            value={view.handSchool}
            options={[
              { id: 'rolls', name: 'roll one finger' },
              { id: 'separate fingers', name: 'use separate fingers' },
            ]}
            onChange={(handSchool) => set({ handSchool })}
          />
          <NumberField
            label={`Stretch limit of ${player.name}, mm`}
            value={Math.round(setup.stretchLimitMm)}
            min={MIN_STRETCH_MM}
            max={MAX_STRETCH_MM}
            onChange={(stretchLimitMm) =>
              stretchLimitMm !== null &&
              attempt('Changing the limit', () =>
                changePlayer(database(), player.id, { setup: { ...player.setup, stretchLimitMm } }),
              )
            }
          />
        </FieldRow>
        <p data-hand>
          {fingering.fingers.size === 0
            ? 'No note is stopped by a finger: open and damped strings need none.'
            : `${did === '' ? 'The hand stays where it is' : did}; widest position ${Math.round(fingering.widestMm)} mm of ${Math.round(setup.stretchLimitMm)}. ${positions.length === 1 ? `In position ${positions[0]}.` : ''}`}
        </p>
        <FieldRow>
          <Switch isOn={view.workedFingers} onChange={(workedFingers) => set({ workedFingers })}>
            show worked-out fingers in the lane
          </Switch>
        </FieldRow>
        {view.workedFingers ? (
          <small>
            Under the lane: fingers set by you are dark, worked-out ones light. VII: the first finger comes to
            lie at fret 7; r a roll, h a hop, s a slide along, B a barre.
          </small>
        ) : null}
        <FieldRow>
          <Button
            isDisabled={open <= 0}
            onPress={() =>
              edit('Write fingers', (one) => ({ ...one, passage: fingersWritten(one.passage, fingering) }))
            }
          >
            {open > 0 ? `Write ${counted(open, 'finger')} into the notes` : 'Every finger is written'}
          </Button>
          <Button
            isDisabled={alreadySet === 0}
            onPress={() => edit('Clear fingers', (one) => ({ ...one, passage: without(one.passage) }))}
          >
            Clear {counted(alreadySet, 'finger')}
          </Button>
          <HandsAlone exercise={exercise} setup={setup} hands={['fretting']} />
        </FieldRow>
        {fingering.differing.map((firstNotes) => (
          <p key={firstNotes[0]}>
            {firstNotes.map(placeOf).join('; ')}: what begins there is alike, and cannot be fingered alike
            with this stretch limit.
          </p>
        ))}
        {fingering.beyond.length > 0 ? (
          <Places aria-label="Beyond the reach of this hand">
            {[...new Set(fingering.beyond)].map((id) => (
              <li key={id}>
                <Button onPress={() => goTo(id)}>{placeOf(id)}: beyond the reach of this hand</Button>
              </li>
            ))}
          </Places>
        ) : null}
        {fingering.moves.length > 0 ? <FingerMatrix cells={cells} /> : <p>{standing}</p>}
        {fingering.moves.length > 0 && missing.length > 0 ? (
          <>
            <p>Missing: {missing.map(([from, to]) => `${from} to ${to}`).join(', ')}.</p>
            <Supplies
              exercise={exercise}
              missing={missing}
              setup={setup}
              school={view.handSchool}
              edit={edit}
            />
          </>
        ) : null}
      </section>
      <section aria-label="Damping">
        <h2>Damping</h2>
        {held && here ? (
          <>
            <p>
              {spokenNote(passage, plan, here)}: {dampingText(held)}.
            </p>
            <FieldRow>
              <Choice
                label="Here damps first"
                value={here.damper ?? 'hand'}
                options={DAMPERS_HERE}
                onChange={(damper) =>
                  edit('Damp a note', (one) => ({
                    ...one,
                    passage: setDamper(one.passage, here.id, damper === 'hand' ? null : damper),
                  }))
                }
              />
            </FieldRow>
          </>
        ) : (
          <p>Put the caret on a note to read what keeps the other strings silent there.</p>
        )}
        {noisy.length === 0 ? (
          <p data-noise>No place where a string that sounded is left bare.</p>
        ) : (
          <>
            <p data-noise>
              {counted(noisy.length, 'place')} where driven sound will show noise; press one to go there.
            </p>
            <Places aria-label="Noisy places">
              {noisy.map(({ noteId, noise }) => (
                <li key={noteId}>
                  <Button onPress={() => goTo(noteId)}>
                    {placeOf(noteId)}: {noiseText(noise!)}
                  </Button>
                </li>
              ))}
            </Places>
          </>
        )}
      </section>
    </TwoColumns>
  );
}
