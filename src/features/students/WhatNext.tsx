'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { benchAt } from '@/addresses';
import { counted, KIND_NAMES, type LessonRecord } from '@/core';
import { readExercise, database } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Panel } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { startComposing } from '@/workers';
import type { Book } from '@/work/book';
import { once } from '@/work/perform';
import { changeToTrain } from '@/work/students/tasks';

const SEED = 1;

const lines = () => import('@/work/students/nextLine');

/** What could come next: a line against the change that fails most, made and set in one press. */
export function WhatNext({
  book,
  lessons,
  today,
}: {
  book: Book;
  lessons: readonly LessonRecord[];
  today: string;
}) {
  const [isMaking, setIsMaking] = useState(false);
  const [made, setMade] = useState<{ id: string; title: string } | null>(null);
  const change = useMemo(() => changeToTrain(book), [book]);
  if (!change) return null;
  const { kind, stringFrom, stringTo, runs, played, exerciseId } = change;
  const what = `${KIND_NAMES[kind]} from string ${stringFrom} to ${stringTo}`;
  const where = `${runs} of ${counted(played, 'pass', 'passes')} of ${book.titleOf(exerciseId)}`;
  const make = () => {
    once('Making a line against it', async () => {
      setIsMaking(true);
      try {
        const [{ nextLine, setNextLine }, found] = await Promise.all([
          lines(),
          readExercise(database(), exerciseId),
        ]);
        const line =
          found &&
          (await nextLine(
            book,
            found.exercise,
            change,
            (brief, setup) => startComposing(brief, setup, SEED, () => undefined).result,
          ));
        if (!line) {
          say('The exercise in which it fails is not here any more.');
          return;
        }
        const words = `Against ${what}, which failed in ${where}.`;
        const id = await setNextLine(line, book.player, lessons, { today, words });
        setMade({ id, title: line.exercise.title });
        say(
          `${line.isComposed ? '' : 'No line was found with it so often; a plain figure was made. '}“${line.exercise.title}”${line.twin ? ' and its twin' : ''} ${line.twin ? 'are' : 'is'} in the Library, with a ladder from ${line.startBpm} to ${line.goalBpm}, and set in the lesson of today, beside what was set before.`,
        );
      } finally {
        setIsMaking(false);
      }
    });
  };
  return (
    <Panel aria-label="What could come next">
      <h2>What could come next</h2>
      <p>
        What fails most is {what}: in {where}. A line with that change is composed in the same tones, strings
        and frets, within the stretch of {book.player.name}, with its twin of the other kind and a ladder that
        begins a tenth below the clean tempo.
      </p>
      <div>
        <Button look="primary" isDisabled={isMaking} onPress={make}>
          {isMaking ? 'Composing …' : 'Compose a line and set it'}
        </Button>
      </div>
      {made ? (
        <p>
          Set:{' '}
          <Link href={benchAt(made.id)} prefetch={false}>
            {made.title}
          </Link>
        </p>
      ) : null}
    </Panel>
  );
}
