'use client';
/** A file for a student, or the record back to the teacher: what is in it stands there before it is given. */
import { Share } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { ME, sizeText, type PlayerRecord } from '@/core';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { TextField } from '@/ui/controls/TextField';
import { dayText } from '@/ui/dayText';
import { colour } from '@/ui/theme/tokens';
import {
  forStudent,
  forTeacher,
  givable,
  give,
  nameMe,
  parcelLines,
  previewForStudent,
  type Givable,
} from '@/work/parcels/giving';
import { isOwn } from '@/work/parcels/own';
import { recordingsLine, sendable, soundsOf, tooMuch, type Sendable } from '@/work/parcels/recordings';
import { attempt, once } from '@/work/perform';
import { download } from './download';
import { useKept } from './useKept';
import { today } from './useRecord';

const Form = styled.div`
  display: grid;
  gap: 0.9rem;
  fieldset {
    display: grid;
    gap: 0.35rem;
    margin: 0;
    padding: 0;
    border: 0;
  }
  legend {
    padding: 0;
    font-weight: 600;
  }
  .ticks {
    display: grid;
    gap: 0.1rem;
    max-height: 14rem;
    overflow: auto;
    padding: 0.4rem 0.6rem;
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
  .ticks label {
    display: flex;
    gap: 0.5rem;
    align-items: baseline;
    margin: 0;
    padding: 0.15rem 0;
    overflow-wrap: anywhere;
  }
  h3 {
    font-size: 1rem;
  }
  small {
    color: ${colour.inkSoft};
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
    list-style: disc;
  }
`;

const MAX_WORDS = 4000;
const MAX_NAME = 80;

/** What is in the file, line by line. */
function Contents({ lines }: { lines: readonly string[] | undefined }) {
  return (
    <section aria-label="In the file">
      <h3>In the file</h3>
      {lines ? (
        <ul>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : (
        <p aria-busy="true">Looking it through …</p>
      )}
    </section>
  );
}

interface TicksProps {
  options: readonly { readonly id: string; readonly name: string; readonly more: string }[];
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
}

/** Things to be ticked, one below the other. */
function Ticks({ options, chosen, onChoose }: TicksProps) {
  return (
    <div className="ticks">
      {options.map(({ id, name, more }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.has(id)}
            onChange={() => {
              const next = new Set(chosen);
              if (!next.delete(id)) next.add(id);
              onChoose(next);
            }}
          />
          <span>
            {name} {more === '' ? null : <small>{more}</small>}
          </span>
        </label>
      ))}
      {options.length === 0 ? <small>No exercise fits.</small> : null}
    </div>
  );
}

function Exercises({
  all,
  chosen,
  onChoose,
}: {
  all: readonly Givable[];
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
}) {
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLocaleLowerCase();
  const shown = all.filter(
    ({ id, title }) => wanted === '' || chosen.has(id) || title.toLocaleLowerCase().includes(wanted),
  );
  return (
    <fieldset>
      <legend>Exercises, with their drills and ladders</legend>
      <TextField
        label="Search"
        hideLabel
        placeholder="Search"
        value={search}
        onChange={setSearch}
        type="search"
      />
      <Ticks
        options={shown.map(({ id, title, isTheirs }) => ({
          ...{ id, name: title, more: isTheirs ? 'set, or in the week' : '' },
        }))}
        chosen={chosen}
        onChoose={onChoose}
      />
    </fieldset>
  );
}

function ForStudent({ player, onClose }: { player: PlayerRecord; onClose: () => void }) {
  const all = useKept(() => givable(player, today()), [player.id]);
  const [own, setOwn] = useState<ReadonlySet<string> | null>(null);
  const [words, setWords] = useState('');
  const theirs = useMemo(
    () => new Set((all ?? []).filter(({ isTheirs }) => isTheirs).map(({ id }) => id)),
    [all],
  );
  const chosen = own ?? theirs;
  const ids = [...chosen];
  const preview = useKept(() => previewForStudent(player, ids, today()), [player.id, ids.join()]);
  if (!all) return <p aria-busy="true">Looking what there is …</p>;
  return (
    <Form>
      <Exercises all={all} chosen={chosen} onChoose={setOwn} />
      <TextField
        label={`Words to ${player.name}`}
        rows={3}
        value={words}
        onChange={setWords}
        maxLength={MAX_WORDS}
      />
      <Contents lines={preview && parcelLines(preview.project, words, preview.weeks)} />
      <div>
        <Button
          look="primary"
          onPress={() =>
            once('Giving it out', async () => {
              await give(await forStudent(player, ids, words, today()), { download });
              onClose();
            })
          }
        >
          <Share size={15} aria-hidden /> Save the file for {player.name}
        </Button>
      </div>
    </Form>
  );
}

function ForTeacher({ player, onClose }: { player: PlayerRecord; onClose: () => void }) {
  const [words, setWords] = useState('');
  const [name, setName] = useState('');
  const project = useKept(() => forTeacher(player, ''), [player.id]);
  const [kept, setKept] = useState<readonly Sendable[]>([]);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  useEffect(
    () => attempt('Looking for recordings', async () => setKept(await sendable(player.id))),
    [player.id],
  );
  const sounds = kept.filter(({ takeId }) => chosen.has(takeId));
  const fault = tooMuch(sounds);
  const isNameless = player.id === ME;
  return (
    <Form>
      {isNameless ? (
        <TextField
          label="Your name or alias"
          hint="The record is kept under it from now on, so that your teacher knows whose it is."
          value={name}
          onChange={setName}
          maxLength={MAX_NAME}
        />
      ) : null}
      <TextField
        label="Words to your teacher"
        rows={3}
        value={words}
        onChange={setWords}
        maxLength={MAX_WORDS}
      />
      {kept.length > 0 ? (
        <fieldset>
          <legend>Recordings of takes</legend>
          <small>None goes with the record unless you tick it.</small>
          <Ticks
            options={kept.map(({ takeId, title, day, bytes }) => ({
              ...{ id: takeId, name: title, more: `${dayText(day)}, ${sizeText(bytes)}` },
            }))}
            chosen={chosen}
            onChoose={setChosen}
          />
        </fieldset>
      ) : null}
      {fault !== null ? <p role="alert">{fault}</p> : null}
      <Contents
        lines={
          project && [
            ...parcelLines(isNameless ? named(project, name.trim() || '…') : project, words),
            recordingsLine(sounds),
          ]
        }
      />
      <div>
        <Button
          look="primary"
          isDisabled={(isNameless && name.trim() === '') || fault !== null}
          onPress={() =>
            once('Giving it back', async () => {
              const id = isNameless ? await nameMe(player, name.trim()) : player.id;
              await give(await forTeacher({ ...player, id }, words), { download }, await soundsOf(sounds));
              onClose();
            })
          }
        >
          <Share size={15} aria-hidden /> Save the record
        </Button>
      </div>
    </Form>
  );
}

const named = (project: Parameters<typeof parcelLines>[0], name: string): typeof project => ({
  ...project,
  players: project.players.map((player) => ({ ...player, name })),
});

/** The file that goes to a student, or, in a student's own browser, the record that goes back. */
export function ParcelDialog({ player, onClose }: { player: PlayerRecord; onClose: () => void }) {
  const own = useKept(() => isOwn(player.id), [player.id]);
  if (own === undefined) return null;
  return (
    <Dialog title={own ? 'Give the record back' : `For ${player.name}`} isOpen onClose={onClose}>
      {own ? (
        <ForTeacher player={player} onClose={onClose} />
      ) : (
        <ForStudent player={player} onClose={onClose} />
      )}
    </Dialog>
  );
}
