'use client';
/** What is in a project file, and what becomes of it, before anything is kept. */
import { useState } from 'react';
import {
  counted,
  isUnchanging,
  sizeText,
  type ChangeableTable,
  type Difference,
  type Project,
  type TableName,
  type UnchangingTable,
} from '@/core';
import { standing } from '@/core/record';
import type { ImportChoice } from '@/storage';
import { choiceKey, isCountedAsOne, usualChoice } from '@/storage/importing';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import type { Answer, Question } from '@/work/takingIn';
import { differenceTitle, ORDERS } from './differences';
import { FieldTable } from './FieldTable';
import { Body, One } from './look';
import { Whom } from './Whom';

/** What a project file holds, in a line each. */
function Contents({
  project,
  plan,
  recordings,
}: Pick<Extract<Question, { kind: 'project' }>, 'project' | 'plan' | 'recordings'>) {
  const { added, same } = plan;
  const differ = (table: Difference['table']) => plan.differences.filter((one) => one.table === table).length;
  // A run that was put right is one run, however many records it took.
  const fresh = (of: TableName) => (of === 'runs' ? standing(added.runs) : added[of]).length;
  const line = (of: ChangeableTable | UnchangingTable, noun: string) => {
    const all = project[of].length;
    if (all === 0) return null;
    const apart = isUnchanging(of) ? 0 : differ(of);
    const deleted = isUnchanging(of) ? plan.deletedHere[of].length : 0;
    const parts = [
      fresh(of) > 0 ? `${fresh(of)} new` : '',
      same[of] > 0 ? `${same[of]} already here` : '',
      apart > 0 ? `${apart} different here` : '',
      deleted > 0 ? `${deleted} that you deleted, kept on the shelf` : '',
    ].filter((part) => part !== '');
    return (
      <>
        <dt>{noun}</dt>
        <dd>{parts.length === 1 ? parts[0] : `${all}: ${parts.join(', ')}`}</dd>
      </>
    );
  };
  return (
    <dl>
      <dt>Written</dt>
      <dd>{project.exportedAt.slice(0, 16).replace('T', ' ')}</dd>
      {line('exercises', 'Exercises')}
      {line('players', 'Students')}
      {line('ladders', 'Ladders')}
      {line('runs', 'Runs')}
      {line('signs', 'Signs of the hand')}
      {line('lessons', 'Lessons')}
      {line('weeks', 'Weeks')}
      {line('takes', 'Takes')}
      {recordings.length > 0 ? (
        <>
          <dt>Recordings</dt>
          <dd>
            {recordings.length}, {sizeText(recordings.reduce((sum, { sound }) => sum + sound.length, 0))}
          </dd>
        </>
      ) : null}
      {project.backup ? (
        <>
          <dt>Besides</dt>
          <dd>
            settings, {counted(project.backup.log.length, 'step')} that can be undone,{' '}
            {counted(project.backup.shelf.length, 'record')} on the shelf of what was deleted
          </dd>
        </>
      ) : null}
    </dl>
  );
}

function DifferenceCard({
  difference,
  project,
  choice,
  onChoose,
}: {
  difference: Difference;
  project: Project;
  choice: ImportChoice;
  onChoose: (choice: ImportChoice) => void;
}) {
  const title = differenceTitle(difference, project);
  const { here, there } = difference;
  return (
    <One>
      <h3>
        {title} <small>{ORDERS[difference.order]}</small>
      </h3>
      {here && there ? <FieldTable difference={difference} around={project} other="In the file" /> : null}
      <Choice
        label={`What becomes of ${title}`}
        hideLabel
        value={choice}
        onChange={onChoose}
        options={[
          { id: 'mine', name: here ? 'Keep what is here' : 'It stays deleted' },
          { id: 'theirs', name: there ? (here ? 'Take the file’s' : 'Bring it back') : 'Delete it here too' },
          ...(difference.order === 'apart' && !isCountedAsOne(difference)
            ? [{ id: 'later' as const, name: 'Settle it later' }]
            : []),
          ...(difference.table === 'exercises' && here && there
            ? [{ id: 'copy' as const, name: 'Keep both, the file’s as a copy' }]
            : []),
        ]}
      />
    </One>
  );
}

/** What is in a project file, and the answers that are asked for. */
export function ProjectQuestion({
  question: { project, plan, isEmpty, arrival, recordings },
  onAnswer,
}: {
  question: Extract<Question, { kind: 'project' }>;
  onAnswer: (answer: Answer) => void;
}) {
  const open = plan.differences.filter(({ order }) => order !== 'newer' && order !== 'goes');
  const newer = plan.differences.filter(({ order }) => order === 'newer').length;
  const goes = plan.differences.filter(({ order }) => order === 'goes');
  const [choices, setChoices] = useState<ReadonlyMap<string, ImportChoice>>(
    () => new Map(open.map((one) => [choiceKey(one), usualChoice(one)])),
  );
  const [withSettings, setWithSettings] = useState(false);
  const isBackup = project.backup !== null;
  const [becomes, setBecomes] = useState(arrival !== null && arrival.mayBecome && arrival.isLikely);
  return (
    <Body>
      {arrival ? <Whom arrival={arrival} becomes={becomes} onBecome={setBecomes} /> : null}
      <Contents project={project} plan={plan} recordings={recordings} />
      {isBackup && isEmpty ? (
        <p>This library is empty, so everything comes back just as it was, settings and undo included.</p>
      ) : null}
      {newer > 0 ? (
        <p>
          {counted(newer, 'record')} in the file {newer === 1 ? 'is' : 'are'} newer than here and{' '}
          {newer === 1 ? 'is' : 'are'} taken.
        </p>
      ) : null}
      {goes.length > 0 ? (
        <p>
          Deleted where the file comes from, and so here:{' '}
          {goes.map((one) => differenceTitle(one, project)).join(', ')}. It lies on the shelf “deleted” for 30
          days.
        </p>
      ) : null}
      {open.length > 0 ? (
        <>
          <p>
            {counted(open.length, 'record')} {open.length === 1 ? 'differs' : 'differ'}. What is settled later
            stays in both versions, under “Files”; of what is settled here, the version that is not taken lies
            on the shelf “deleted” in the Library for 30 days.
          </p>
          <ul aria-label="What differs">
            {open.map((difference) => (
              <DifferenceCard
                key={choiceKey(difference)}
                difference={difference}
                project={project}
                choice={choices.get(choiceKey(difference)) ?? 'mine'}
                onChoose={(choice) => setChoices(new Map(choices).set(choiceKey(difference), choice))}
              />
            ))}
          </ul>
        </>
      ) : null}
      <div className="acts">
        {isBackup && !isEmpty ? (
          <label>
            <input
              type="checkbox"
              checked={withSettings}
              onChange={(event) => setWithSettings(event.target.checked)}
            />{' '}
            its settings too (sound, view, handout, practice)
          </label>
        ) : null}
        <Button onPress={() => onAnswer(null)}>Take nothing</Button>
        <Button look="primary" onPress={() => onAnswer({ kind: 'project', choices, withSettings, becomes })}>
          {isBackup && isEmpty ? 'Restore' : 'Take it in'}
        </Button>
      </div>
    </Body>
  );
}
