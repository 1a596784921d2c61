'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { studentAt } from '@/addresses';
import { counted, ME } from '@/core';
import { addPlayer, database, newId } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { say } from '@/ui/controls/say';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import { bound, keyHandler, keyList, UNDO_KEYS, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { dayText } from '@/ui/dayText';
import { colour, NARROW } from '@/ui/theme/tokens';
import { useInPieces } from '@/ui/shell/useInPieces';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import { once } from '@/work/perform';
import { attentionCounts, FIRST_ROSTER, listed, type RosterWanted } from '@/work/students/listing';
import { attending, readRoster, rosterOf, withAttention, type ReadRoster } from '@/work/students/roster';
import { undoIn, undoOf } from '@/work/undoing';
import { LIBRARY } from '@/storage';
import { StudentTable } from './StudentTable';

const Root = styled.div`
  display: grid;
  gap: 0.75rem;
  outline: none;
`;

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.75rem;
  h1 {
    margin-right: auto;
    font-size: 1.4rem;
  }
  .search {
    flex: 0 1 14rem;
  }
  .shelf {
    min-width: 9rem;
  }
  .add {
    flex: 0 1 15rem;
  }
  @media ${NARROW} {
    h1 {
      flex: 1 0 100%;
    }
    .search,
    .add {
      flex: 1 1 10rem;
    }
  }
`;

const Counts = styled.p`
  color: ${colour.inkSoft};
`;

const Wide = styled.div`
  overflow-x: auto;
  position: relative;
`;

const MAX_NAME = 80;

const attendingIn = (read: ReadRoster) => attending(read, dayText);

const KEYS = keyList('Students', [[['/'], 'Search']], UNDO_KEYS);
const SHEET = [KEYS];

/** All students: who needs what, most urgent first. */
export function Students() {
  const router = useRouter();
  const read = useKept(() => readRoster(database(), today()));
  const worked = useInPieces(read ?? null, attendingIn);
  // What was told last stays until the new is worked out: the list must not jump to and fro.
  const [attention, setAttention] = useState(worked);
  if (worked && worked !== attention) setAttention(worked);
  const rows = useMemo(
    () => (read ? withAttention(rosterOf(read), attention ?? new Map()) : []),
    [read, attention],
  );
  const [wanted, setWanted] = useState<RosterWanted>(FIRST_ROSTER);
  const [name, setName] = useState('');
  const set = (change: Partial<RosterWanted>) => setWanted((one) => ({ ...one, ...change }));
  const shown = useMemo(() => listed(rows, wanted), [rows, wanted]);
  useKeySheet(SHEET);
  useUndoKeys((way) => undoIn(LIBRARY, way));
  const onKeyDown = keyHandler(
    bound(KEYS, {
      '/': (event) => event.currentTarget.querySelector<HTMLElement>('.search input')?.focus(),
    }),
  );
  const add = () => {
    const said = name.trim();
    if (said === '') return;
    once('Adding a student', async () => {
      const id = newId();
      const entry = await addPlayer(database(), said, id);
      setName('');
      say(`${said} is here, and the student of the moment.`, undoOf(entry));
      router.push(studentAt(id));
    });
  };
  if (!read) return <p aria-busy="true">Opening the students …</p>;
  const others = rows.filter(({ player }) => player.id !== ME);
  const current = rows.filter(({ player }) => player.archivedOn === null);
  const counts = attentionCounts(current);
  const needing = current.filter(({ attention }) => attention.length > 0).length;
  return (
    <Root tabIndex={-1} onKeyDown={onKeyDown}>
      <Bar>
        <h1>Students</h1>
        <div className="search">
          <TextField
            label="Search names, goals, words"
            type="search"
            value={wanted.search}
            onChange={(search) => set({ search })}
          />
        </div>
        <div className="shelf">
          <Select
            label="Shelf"
            value={wanted.shelf}
            options={[
              { id: 'current', name: 'in use' },
              { id: 'archived', name: 'archived' },
            ]}
            onChange={(shelf) => set({ shelf })}
          />
        </div>
        <div className="add">
          <TextField
            label="New student (name or alias)"
            value={name}
            onChange={setName}
            maxLength={MAX_NAME}
            onKeyDown={(key) => {
              if (key === 'Enter') add();
              return key === 'Enter';
            }}
          />
        </div>
        <Button isDisabled={name.trim() === ''} onPress={add}>
          Add student
        </Button>
      </Bar>
      <Counts role="status">
        {attention === null
          ? `${counted(current.length, 'student')}; what needs attention is being worked out …`
          : needing === 0
            ? `${counted(current.length, 'student')}; nothing on record asks for attention.`
            : `${needing} of ${counted(current.length, 'student')} ${needing === 1 ? 'needs' : 'need'} attention: ${counts.map(([kind, count]) => `${kind} ${count}`).join(', ')}.`}
      </Counts>
      {others.length === 0 ? (
        <EmptyState title="No students yet">
          <p>
            A name or an alias is enough. What they practise, where it fails and what was said in lessons
            comes to stand with them; without students the record is your own.
          </p>
        </EmptyState>
      ) : null}
      {shown.length === 0 ? (
        <p>{wanted.shelf === 'archived' ? 'Nobody is archived.' : 'Nobody fits the search.'}</p>
      ) : (
        <Wide>
          <StudentTable
            rows={shown}
            today={read.today}
            order={wanted.order}
            onOrder={(order) => set({ order })}
            titleOf={(id) => read.exercises.get(id)?.title ?? 'an exercise that was deleted'}
          />
        </Wide>
      )}
    </Root>
  );
}
