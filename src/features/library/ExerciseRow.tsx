'use client';
import { ChevronDown, ChevronRight, Ellipsis } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { memo, useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { benchAt, practiceAt } from '@/addresses';
import { counted, countText, techniqueText } from '@/core';
import { Menu } from '@/ui/controls/Menu';
import { TextField } from '@/ui/controls/TextField';
import { dayText } from '@/ui/dayText';
import { KindIcon } from '@/ui/lane/marks';
import { SmallLane } from '@/ui/lane/SmallLane';
import { useView } from '@/ui/shell/viewSettings';
import { waysOut } from '@/ui/shell/waysOut';
import { colour } from '@/ui/theme/tokens';
import { archive, duplicate, remove, rename } from '@/work/library';
import { goalState, type PlannedItem } from './items';

const LANE_WIDTH = 210;

export const rowColumns = `1.25rem ${LANE_WIDTH}px minmax(12rem, 1fr) 9.5rem 7rem 5.75rem 2.25rem`;

const Row = styled.li`
  display: grid;
  grid-template-columns: ${rowColumns};
  align-items: center;
  gap: 0.25rem 1rem;
  padding: 0.35rem 0.5rem;
  border-bottom: 1px solid ${colour.line};
  content-visibility: auto;
  contain-intrinsic-height: 4rem;
  &.under {
    border-left: 4px solid ${colour.accentSoft};
    padding-left: 1.5rem;
  }
  &:hover {
    background: ${colour.card};
  }
  input[type='checkbox'] {
    width: 1.1rem;
    height: 1.1rem;
    accent-color: ${colour.accent};
  }
  h2 {
    overflow-wrap: anywhere;
    font-size: 1.05rem;
  }
  h2 a {
    color: ${colour.ink};
    text-decoration: none;
  }
  h2 a:hover {
    text-decoration: underline;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
    overflow-wrap: anywhere;
  }
  .figures {
    display: flex;
    align-items: center;
    gap: 0.25rem;
    font-variant-numeric: tabular-nums;
  }
  .tempo {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  @media (max-width: 60rem) {
    grid-template-columns: 1.25rem ${LANE_WIDTH}px minmax(0, 1fr) auto 2.25rem;
    .technique,
    .tempo {
      display: none;
    }
  }
  @media (max-width: 40rem) {
    grid-template-columns: 1.25rem minmax(0, 1fr) auto 2.25rem;
    .lane {
      display: none;
    }
  }
`;

const Fold = styled.button.attrs({ type: 'button' })`
  display: inline-flex;
  align-items: center;
  gap: 0.2rem;
  min-height: 1.6rem;
  padding: 0 0.4rem 0 0;
  border: 0;
  background: none;
  color: ${colour.accent};
  font: inherit;
  cursor: pointer;
`;

/** What moves the focus to the row after one that goes, or before it; with the last one to the view. */
function nextTo(row: HTMLElement | null): () => void {
  const next = row?.nextElementSibling ?? row?.previousElementSibling;
  const place = next?.querySelector<HTMLElement>('h2 a, button') ?? document.getElementById('view');
  return () => place?.focus();
}

/** One exercise of the library. Drawn anew only when something about it changes: a library has many. */
export const ExerciseRow = memo(function ExerciseRow({
  item,
  lastDay,
  cleanRate,
  isChosen,
  drillCount,
  isOpen,
  isUnder,
  onChoose,
  onFold,
}: {
  item: PlannedItem;
  /** When it was practised last; null: never by this student. */
  lastDay: string | null;
  /** The clean tempo in notes a minute; null: the record says none. */
  cleanRate: number | null;
  isChosen: boolean;
  /** Drills folded under it. */
  drillCount: number;
  isOpen: boolean;
  /** Whether it is such a drill, shown under its exercise. */
  isUnder: boolean;
  onChoose: (id: string, isChosen: boolean) => void;
  onFold: (id: string) => void;
}) {
  const { record, exercise, plan, startBpm } = item;
  const view = useView();
  const router = useRouter();
  const [newTitle, setNewTitle] = useState<string | null>(null);
  const { kinds } = plan.analysis.figures;
  const endRenaming = () => {
    if (newTitle !== null && newTitle.trim() !== '' && newTitle !== exercise.title)
      rename(record, newTitle.trim());
    setNewTitle(null);
  };
  const isArchived = record.archivedAt !== null;
  const row = useRef<HTMLLIElement>(null);
  // Ended by a key, the field takes the focus with it; it goes to the title.
  const endedByKey = useRef(false);
  useEffect(() => {
    if (newTitle !== null || !endedByKey.current) return;
    endedByKey.current = false;
    row.current?.querySelector<HTMLElement>('h2 a')?.focus();
  }, [newTitle]);
  return (
    <Row ref={row} className={isUnder ? 'under' : ''}>
      <label className="pick">
        <input
          type="checkbox"
          aria-label={`Choose ${exercise.title}`}
          checked={isChosen}
          onChange={(event) => onChoose(record.id, event.target.checked)}
        />
      </label>
      <div className="lane">
        <SmallLane plan={plan} width={LANE_WIDTH} />
      </div>
      <div>
        {newTitle === null ? (
          <h2>
            <Link href={benchAt(record.id)} prefetch={false}>
              {exercise.title || 'Untitled'}
            </Link>
          </h2>
        ) : (
          <TextField
            label={`New title for ${exercise.title}`}
            hideLabel
            autoFocus
            value={newTitle}
            maxLength={300}
            onChange={setNewTitle}
            onBlur={endRenaming}
            onKeyDown={(key) => {
              endedByKey.current = key === 'Enter' || key === 'Escape';
              if (key === 'Enter') endRenaming();
              if (key === 'Escape') setNewTitle(null);
              return key === 'Enter' || key === 'Escape';
            }}
          />
        )}
        <small>
          {goalState(item)}
          {exercise.goal.words ? ` · ${exercise.goal.words}` : ''}
        </small>
        {drillCount > 0 ? (
          <Fold aria-expanded={isOpen} onClick={() => onFold(record.id)}>
            {isOpen ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
            {counted(drillCount, 'drill')}
            <span className="for-screen-readers"> of {exercise.title}</span>
          </Fold>
        ) : null}
      </div>
      <span className="technique">{techniqueText(item.exercise, view)}</span>
      <span className="figures">
        <KindIcon kind="outside" size={15} />
        <span className="for-screen-readers">outside</span>
        {countText(kinds.outside)} : <KindIcon kind="inside" size={15} />
        <span className="for-screen-readers">inside</span>
        {countText(kinds.inside)}
      </span>
      <span className="tempo">
        {cleanRate === null
          ? `from ${startBpm}`
          : `clean ${Math.round(cleanRate / exercise.passage.subdivision)}`}
        {lastDay ? <small>{dayText(lastDay)}</small> : null}
      </span>
      <Menu
        label={`More for ${exercise.title}`}
        icon={<Ellipsis size={18} aria-hidden />}
        items={[
          { id: 'open', name: 'Open on the Bench', run: () => router.push(benchAt(record.id)) },
          { id: 'practise', name: 'Practise', run: () => router.push(practiceAt(record.id)) },
          { id: 'duplicate', name: 'Duplicate', run: () => duplicate(record) },
          { id: 'rename', name: 'Rename', run: () => setNewTitle(exercise.title) },
          {
            id: 'archive',
            name: isArchived ? 'Bring back from the archive' : 'Archive',
            run: () => archive(record, !isArchived, nextTo(row.current)),
          },
          { id: 'delete', name: 'Delete', run: () => remove(record, nextTo(row.current)) },
          ...waysOut(
            () => ({ id: record.id, exercise }),
            (id) => router.push(`/handout?ids=${id}`),
          ).map((way) => ({ ...way, section: 'Give out' })),
        ]}
      />
    </Row>
  );
});
