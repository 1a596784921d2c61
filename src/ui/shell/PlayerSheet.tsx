'use client';
import { useState, type RefObject } from 'react';
import { Dialog } from 'react-aria-components';
import styled from 'styled-components';
import { ME } from '@/core';
import { addPlayer, currentPlayer, database, readPlayers } from '@/storage';
import { attempt, once } from '@/work/perform';
import { exercisesShown, offerLadders, switchStudent } from '@/work/takingAlong';
import { undoOf } from '@/work/undoing';
import { Button } from '../controls/Button';
import { SelectBox } from '../controls/SelectBox';
import { say } from '../controls/say';
import { Sheet } from '../controls/Sheet';
import { TextField } from '../controls/TextField';
import { usePlayer } from './player';
import { useKept } from './useKept';

const Form = styled(Dialog)`
  display: grid;
  gap: 0.75rem;
  width: 17rem;
  padding: 0.75rem;
  outline: none;
`;

function PlayerForm({ onDone, onMore }: { onDone: () => void; onMore: () => void }) {
  const player = usePlayer();
  const players = useKept(() => readPlayers(database())) ?? [player];
  const [name, setName] = useState('');
  const db = database();
  const others = [...players].sort(
    (a, b) => Number(b.id === ME) - Number(a.id === ME) || a.name.localeCompare(b.name),
  );
  return (
    <>
      <SelectBox
        label="Student of the moment"
        value={player.id}
        onChange={(id) => {
          const to = others.find((one) => one.id === id) ?? player;
          attempt('Choosing', () => switchStudent(player, to, location.search));
        }}
        options={others.map((one) => ({ id: one.id, name: one.name }))}
      />
      <Button onPress={onMore}>{player.name}: hand, instrument, goals, limits</Button>
      <div>
        <TextField
          label="New student (name or alias)"
          value={name}
          onChange={setName}
          maxLength={80}
          onKeyDown={(key) => {
            if (key === 'Enter') add();
            return key === 'Enter';
          }}
        />
        <Button isDisabled={name.trim() === ''} onPress={add} style={{ marginTop: '0.5rem' }}>
          Add student
        </Button>
      </div>
    </>
  );

  function add() {
    if (name.trim() === '') return;
    once('Adding a student', async () => {
      const entry = await addPlayer(db, name.trim());
      say(`${name.trim()} is the student of the moment.`, undoOf(entry));
      const added = (await currentPlayer(db)) ?? player;
      await offerLadders(await exercisesShown(location.search), player, added);
      onDone();
    });
  }
}

/** Chooses, sets up and adds students; loaded when it is first asked for. */
export function PlayerSheet({
  trigger,
  onClose,
  onMore,
}: {
  trigger: RefObject<HTMLElement | null>;
  onClose: () => void;
  onMore: () => void;
}) {
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="bottom end">
      <Form aria-label="Student">
        <PlayerForm onDone={onClose} onMore={onMore} />
      </Form>
    </Sheet>
  );
}
