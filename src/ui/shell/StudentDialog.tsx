'use client';
import styled from 'styled-components';
import { MAX_STRETCH_MM, ME, MIN_STRETCH_MM, type PlayerRecord, type Setup } from '@/core';
import { changePlayer, database, readPlayer } from '@/storage';
import { inWords } from '@/work/perform';
import { Choice } from '../controls/Choice';
import { Dialog } from '../controls/Dialog';
import { NumberField } from '../controls/NumberField';
import { say } from '../controls/say';
import { TextField } from '../controls/TextField';
import { colour } from '../theme/tokens';
import { HandChoices } from './HandChoices';
import { StudentWork } from './StudentWork';
import { useTyped } from './useTyped';

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
  align-items: end;
  gap: 0.75rem 1.25rem;
  h3,
  .wide,
  p {
    grid-column: 1 / -1;
  }
  h3 {
    margin-top: 0.5rem;
    font-size: 1rem;
  }
  p {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
`;

const MIN_SCALE_MM = 300;
const MAX_SCALE_MM = 1000;
const MIN_SPACING_MM = 5;
const MAX_SPACING_MM = 20;
const MAX_LIMIT_MINUTES = 600;

/** All that is known of a student; each change is kept at once. */
export function StudentDialog({ player: opened, onClose }: { player: PlayerRecord; onClose: () => void }) {
  const [player, set] = useTyped<PlayerRecord>(opened, async (fields) => {
    try {
      await changePlayer(database(), opened.id, fields);
      return (await readPlayer(database(), opened.id))?.revision ?? null;
    } catch (error) {
      say(`What was said of ${opened.name} could not be kept: ${inWords(error)}`);
      return null;
    }
  });
  const { setup, limits } = player;
  const setSetup = (change: Partial<Setup>) => set({ setup: { ...setup, ...change } });
  const mm = (label: string, key: Exclude<keyof Setup, 'handedness'>, min: number, max: number) => (
    <NumberField
      label={label}
      value={Math.round(setup[key] * 10) / 10}
      min={min}
      max={max}
      decimals={1}
      onChange={(value) => value !== null && setSetup({ [key]: value })}
    />
  );
  const minutes = (label: string, key: keyof typeof limits) => (
    <NumberField
      label={label}
      value={limits[key]}
      min={1}
      max={MAX_LIMIT_MINUTES}
      onChange={(value) => value !== null && set({ limits: { ...limits, [key]: value } })}
    />
  );
  const words = (label: string, key: 'instrument' | 'shapesKnown' | 'goals' | 'cautions') => (
    <div className="wide">
      <TextField
        label={label}
        value={player[key]}
        rows={2}
        maxLength={2000}
        onChange={(value) => set({ [key]: value })}
      />
    </div>
  );
  return (
    <Dialog title={`Student: ${player.name}`} isOpen onClose={onClose}>
      <Fields>
        {player.id === ME ? null : (
          <TextField
            label="Name or alias"
            value={player.name}
            maxLength={80}
            onChange={(name) => set({ name })}
          />
        )}
        <Choice
          label="Plays"
          value={setup.handedness}
          onChange={(handedness) => setSetup({ handedness })}
          options={[
            { id: 'right', name: 'Right-handed' },
            { id: 'left', name: 'Left-handed' },
          ]}
        />
        <h3>Instrument and hand</h3>
        {words('Instrument, in words', 'instrument')}
        {mm('Scale length, mm', 'scaleLengthMm', MIN_SCALE_MM, MAX_SCALE_MM)}
        {mm('Strings apart at the pick, mm', 'stringSpacingMm', MIN_SPACING_MM, MAX_SPACING_MM)}
        {mm('Widest stretch, mm', 'stretchLimitMm', MIN_STRETCH_MM, MAX_STRETCH_MM)}
        <div className="wide">
          <HandChoices
            hand={player.hand}
            onChange={(change) => set({ hand: { ...player.hand, ...change } })}
          />
        </div>
        <h3>Work</h3>
        {words('Goals', 'goals')}
        <div className="wide">
          <StudentWork player={player} set={set} />
        </div>
        {words('Shapes known', 'shapesKnown')}
        {words('To watch (shown before the first run)', 'cautions')}
        <h3>Limits of load</h3>
        {minutes('On one exercise without a rest, min', 'exerciseMinutes')}
        {minutes('Of picking without a break, min', 'pickingMinutes')}
        {minutes('What counts as a break, min', 'breakMinutes')}
        {minutes('At or above the clean tempo in a day, min', 'fastMinutes')}
        <p>The program counts and says when it is more; it never diagnoses.</p>
      </Fields>
    </Dialog>
  );
}
