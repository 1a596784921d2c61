'use client';
import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { MAX_BPM, MAX_TITLE, MIN_BPM, type PlayerRecord } from '@/core';
import { MAX_DAY_MINUTES, MAX_LESSON_DAYS, type Aim } from '@/core/record';
import { database, readExerciseRecords } from '@/storage';
import { Button } from '../controls/Button';
import { NumberField } from '../controls/NumberField';
import { Select } from '../controls/Select';
import { TextField } from '../controls/TextField';
import { colour } from '../theme/tokens';
import { useKept } from './useKept';

const Root = styled.div`
  display: grid;
  gap: 0.9rem;
  ul {
    display: grid;
    gap: 0.5rem;
    margin: 0 0 0.5rem;
    padding: 0;
    list-style: none;
  }
  li,
  .week {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.4rem 0.75rem;
  }
  li {
    padding: 0.5rem 0.6rem;
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
  .words {
    flex: 1 1 12rem;
  }
  fieldset {
    margin: 0;
    padding: 0;
    border: 0;
  }
  legend {
    padding: 0 0 0.25rem;
    font-weight: 600;
  }
`;

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

const ANY = 'any';

const KINDS = [
  { id: ANY, name: 'no kind in particular' },
  { id: 'outside', name: 'outside changes' },
  { id: 'inside', name: 'inside changes' },
  { id: 'sweep', name: 'sweeps' },
] as const;

const NEW_AIM: Aim = { words: '', exerciseId: null, kind: null, bpm: null, by: null };

/** A day is a whole one or none; what is half typed is neither. */
const dayOrNull = (text: string) => (/^\d{4}-\d{2}-\d{2}$/.test(text) ? text : null);

interface StudentWorkProps {
  readonly player: PlayerRecord;
  readonly set: (
    fields: Partial<Pick<PlayerRecord, 'aims' | 'weekMinutes' | 'lessonEvery' | 'nextLesson'>>,
  ) => void;
}

/** What a student works towards, when, and how often there is a lesson. */
export function StudentWork({ player, set }: StudentWorkProps) {
  const { aims, weekMinutes, lessonEvery, nextLesson } = player;
  const records = useKept(() => readExerciseRecords(database())) ?? [];
  const exercises = [
    { id: ANY, name: 'no exercise in particular' },
    ...records
      .filter(({ archivedAt, id }) => archivedAt === null || aims.some(({ exerciseId }) => exerciseId === id))
      .map(({ id, title }) => ({ id, name: title || 'Untitled' }))
      .sort((a, b) => a.name.localeCompare(b.name)),
  ];
  const setAim = (at: number, change: Partial<Aim> | null) =>
    set({
      aims: aims.flatMap((aim, other) => (other !== at ? [aim] : change ? [{ ...aim, ...change }] : [])),
    });
  return (
    <Root>
      <fieldset>
        <legend>Goals with a tempo</legend>
        <ul>
          {aims.map((aim, at) => (
            <li key={at}>
              <div className="words">
                <TextField
                  label="Goal, in words"
                  value={aim.words}
                  maxLength={MAX_TITLE}
                  onChange={(words) => setAim(at, { words })}
                />
              </div>
              <Select
                label="Exercise"
                value={aim.exerciseId ?? ANY}
                options={exercises}
                onChange={(id) => setAim(at, { exerciseId: id === ANY ? null : id })}
              />
              <Select
                label="Changes"
                value={aim.kind ?? ANY}
                options={KINDS}
                onChange={(kind) => setAim(at, { kind: kind === ANY ? null : kind })}
              />
              <NumberField
                label="Tempo"
                value={aim.bpm}
                min={MIN_BPM}
                max={MAX_BPM}
                decimals={1}
                onChange={(bpm) => setAim(at, { bpm })}
              />
              <TextField
                label="By"
                type="date"
                value={aim.by ?? ''}
                onChange={(by) => setAim(at, { by: dayOrNull(by) })}
              />
              <Button
                square
                look="quiet"
                aria-label={`Delete the goal ${aim.words || at + 1}`}
                onPress={() => setAim(at, null)}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </li>
          ))}
        </ul>
        <Button onPress={() => set({ aims: [...aims, NEW_AIM] })}>Add a goal</Button>
      </fieldset>
      <fieldset>
        <legend>Minutes of practice on each day</legend>
        <div className="week">
          {DAYS.map((day, at) => (
            <NumberField
              key={day}
              label={day}
              value={weekMinutes[at]!}
              min={0}
              max={MAX_DAY_MINUTES}
              onChange={(minutes) =>
                set({ weekMinutes: weekMinutes.map((one, other) => (other === at ? (minutes ?? 0) : one)) })
              }
            />
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend>Lessons</legend>
        <div className="week">
          <NumberField
            label="Days from one to the next"
            value={lessonEvery}
            min={1}
            max={MAX_LESSON_DAYS}
            onChange={(days) => set({ lessonEvery: days })}
          />
          <TextField
            label="The next"
            type="date"
            value={nextLesson ?? ''}
            onChange={(day) => set({ nextLesson: dayOrNull(day) })}
          />
        </div>
      </fieldset>
    </Root>
  );
}
