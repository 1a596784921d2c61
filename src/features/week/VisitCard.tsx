'use client';
import { Check, GripVertical, Lock, LockOpen, X } from 'lucide-react';
import { Button as AriaButton, GridListItem } from 'react-aria-components';
import styled from 'styled-components';
import { bpmText } from '@/core';
import type { DayRecord } from '@/core/record';
import { MAX_VISIT_MINUTES, type Visit, type WeekProblem, type WeekSession } from '@/core/routine';
import { Button } from '@/ui/controls/Button';
import { NumberBox } from '@/ui/controls/NumberBox';
import { Select } from '@/ui/controls/Select';
import { colour } from '@/ui/theme/tokens';
import { addVisit, removeVisit, setVisit, type WeekChange } from '@/work/week/acts';
import type { WeekContent } from '@/work/week/draft';
import type { OpenWeek } from '@/work/week/problem';
import { WEEKDAYS } from '@/work/week/telling';

const Card = styled(GridListItem)`
  padding: 0.35rem 0.4rem;
  border: 1px solid ${colour.line};
  border-radius: 0.3rem;
  background: ${colour.paper};
  font-size: 0.875rem;
  &[data-dragging] {
    opacity: 0.5;
  }
  &[data-focus-visible] {
    outline: 2px solid ${colour.focus};
  }
  .name {
    display: flex;
    align-items: start;
    gap: 0.1rem;
    font-weight: 600;
    line-height: 1.2;
    overflow-wrap: anywhere;
  }
  .name svg {
    flex: none;
    color: ${colour.inkSoft};
  }
  .facts {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  .hand {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.1rem;
    margin-top: 0.2rem;
  }
  .name span {
    flex: 1;
  }
  .hand button {
    min-width: 1.5rem;
    min-height: 1.75rem;
    padding: 0;
  }
  .name button {
    min-width: 1rem;
    min-height: 1.5rem;
    padding: 0;
  }
`;

const Handle = styled(AriaButton)<{ $isShown: boolean }>`
  visibility: ${({ $isShown }) => ($isShown ? 'visible' : 'hidden')};
  flex: none;
  padding: 0;
  border: 0;
  background: none;
  cursor: grab;
  &[data-disabled] {
    cursor: default;
  }
`;

const NONE = '';

/** A day of the week as it is shown. */
export interface DayProps {
  readonly open: OpenWeek;
  readonly problem: WeekProblem;
  readonly day: number;
  /** The day of the week that today is. */
  readonly today: number;
  /** As it stands, or as the plan that is being worked out has it. */
  readonly session: WeekSession;
  readonly played: readonly DayRecord[];
  /** While a plan is worked out nothing is moved. */
  readonly isBusy: boolean;
  readonly onChange: (label: string, change: (week: WeekContent) => WeekChange, mergeKey?: string) => void;
  readonly onPractise: (day: number) => void;
}

/** An exercise that comes on a day, to be moved, lengthened, locked and taken off. */
export function VisitCard({
  visit,
  isDone,
  ...props
}: DayProps & { visit: Visit; isDone: DayRecord | undefined }) {
  const { open, day, today, isBusy, onChange } = props;
  const { exerciseId, minutes, isLocked } = visit;
  const facts = open.facts.get(exerciseId);
  const title = open.book.exercises.get(exerciseId)?.title ?? visit.title;
  const isFixed = isDone !== undefined || day < today || isBusy;
  return (
    <Card id={exerciseId} textValue={title}>
      <div className="name">
        <Handle
          slot="drag"
          aria-label={isDone ? `Played: ${title}` : `Move ${title}`}
          isDisabled={isFixed}
          $isShown={isDone !== undefined || !isFixed}
        >
          {isDone ? <Check size={15} aria-hidden /> : <GripVertical size={15} aria-hidden />}
        </Handle>
        <span>{title}</span>
        {isFixed ? null : (
          <Button
            look="quiet"
            square
            aria-label={`Take ${title} off ${WEEKDAYS[day]}`}
            onPress={() => onChange(`Take “${title}” off`, (week) => removeVisit(week, day, exerciseId))}
          >
            <X size={15} aria-hidden />
          </Button>
        )}
      </div>
      <div className="facts">
        {isDone
          ? `${Math.max(1, Math.round(isDone.seconds / 60))} of ${minutes} min played`
          : day < today
            ? `${minutes} min, not played`
            : facts
              ? `from ${bpmText(facts.bpm)} bpm`
              : open.book.exercises.has(exerciseId)
                ? '…'
                : 'deleted in the Library'}
      </div>
      {isFixed ? null : (
        <div className="hand">
          <NumberBox
            label={`Minutes of ${title}`}
            hideLabel
            value={minutes}
            min={1}
            max={MAX_VISIT_MINUTES}
            onChange={(next) =>
              next === null
                ? undefined
                : onChange(
                    'Minutes',
                    (week) => setVisit(week, day, exerciseId, { minutes: next }),
                    `${day}-${exerciseId}`,
                  )
            }
          />
          <Button
            look="quiet"
            square
            aria-label={isLocked ? `Unlock ${title}` : `Lock ${title} on ${WEEKDAYS[day]}`}
            onPress={() =>
              onChange(
                isLocked ? 'Unlock' : 'Lock',
                (week) => setVisit(week, day, exerciseId, { isLocked: !isLocked }),
                `lock-${day}-${exerciseId}`,
              )
            }
          >
            {isLocked ? <Lock size={15} aria-hidden /> : <LockOpen size={15} aria-hidden />}
          </Button>
        </div>
      )}
    </Card>
  );
}

/** What was played on a day without being planned on it. */
export function Besides({ played, session, open }: Pick<DayProps, 'played' | 'session' | 'open'>) {
  const more = played.filter(({ exerciseId }) =>
    session.visits.every((visit) => visit.exerciseId !== exerciseId),
  );
  return more.map(({ exerciseId, seconds }) => (
    <p key={exerciseId} className="free">
      <Check size={13} aria-hidden /> {open.book.titleOf(exerciseId)}, {Math.max(1, Math.round(seconds / 60))}{' '}
      min, not planned
    </p>
  ));
}

/** Puts an exercise of the week on a day by hand. */
export function AddVisit({ open, day, session, onChange }: DayProps) {
  const there = new Set(session.visits.map(({ exerciseId }) => exerciseId));
  const others = open.content.wishes.filter(({ exerciseId }) => !there.has(exerciseId));
  if (others.length === 0) return null;
  const add = (exerciseId: string) => {
    const wish = others.find((one) => one.exerciseId === exerciseId);
    if (!wish) return;
    const { title, leastMinutes: minutes } = wish;
    onChange(`Put “${title}” on ${WEEKDAYS[day]}`, (week) =>
      addVisit(week, day, { exerciseId, title, minutes, isLocked: false }),
    );
  };
  return (
    <div className="add">
      <Select
        label={`Add to ${WEEKDAYS[day]}`}
        hideLabel
        value={NONE as string}
        options={[
          { id: NONE, name: '+ exercise' },
          ...others.map(({ exerciseId, title }) => ({ id: exerciseId, name: title || 'Untitled' })),
        ]}
        onChange={add}
      />
    </div>
  );
}
