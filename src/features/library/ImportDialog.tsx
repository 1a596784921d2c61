'use client';
/** What is in a file, and what becomes of it, before anything is kept. */
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import {
  counted,
  isUnchanging,
  planOf,
  type ChangeableTable,
  type Difference,
  type ImportPlan,
  type Project,
  type UnchangingTable,
} from '@/core';
import type { ForeignPart } from '@/core/formats';
import type { ImportChoice } from '@/storage';
import { choiceKey, usualChoice } from '@/storage/exchange';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Dialog } from '@/ui/controls/Dialog';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import type { Answer, Question } from '@/work/takingIn';
import { differenceTitle, nameOf, ORDERS, valueText } from './differences';

const Body = styled.div`
  display: grid;
  gap: 0.75rem;
  ul {
    display: grid;
    gap: 0.5rem;
  }
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 0.1rem 1rem;
  }
  dd,
  td {
    overflow-wrap: anywhere;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    align-items: center;
    justify-content: end;
    position: sticky;
    bottom: 0;
    margin: 0 -1.25rem -1.25rem;
    padding: 0.75rem 1.25rem;
    border-top: 1px solid ${colour.line};
    background: ${colour.card};
  }
  small {
    color: ${colour.inkSoft};
  }
`;

const Part = styled.li`
  display: grid;
  grid-template-columns: 1.25rem minmax(0, 1fr) 14rem;
  align-items: center;
  gap: 0.25rem 0.75rem;
  padding: 0.4rem 0.6rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  label {
    margin: 0;
    font-weight: 600;
  }
  small {
    display: block;
    font-weight: 400;
  }
  @media (max-width: 40rem) {
    grid-template-columns: 1.25rem minmax(0, 1fr);
  }
`;

const One = styled.li`
  display: grid;
  gap: 0.4rem;
  padding: 0.6rem 0.75rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  h3 {
    font-size: 1rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    table-layout: fixed;
  }
  th,
  td {
    padding: 0.15rem 0.5rem 0.15rem 0;
    text-align: left;
    vertical-align: top;
    font-size: 0.875rem;
  }
  th:first-child {
    width: 8.5rem;
    font-weight: 500;
    color: ${colour.inkSoft};
  }
`;

const LANE_WIDTH = 220;

function Parts({ parts, onAnswer }: { parts: readonly ForeignPart[]; onAnswer: (answer: Answer) => void }) {
  const { setup } = usePlayer();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set([0]));
  const plans = useMemo(
    () => parts.map(({ exercise }) => planOf(exercise!.passage, exercise!.policy, setup)),
    [parts, setup],
  );
  return (
    <Body>
      <p>
        There are {counted(parts.length, 'part')} in it. Each that you tick becomes an exercise of its own;
        percussion is left out.
      </p>
      <ul aria-label="Parts of the file">
        {parts.map((part, at) => (
          <Part key={at}>
            <input
              type="checkbox"
              id={`part-${at}`}
              checked={chosen.has(at)}
              onChange={() => {
                const next = new Set(chosen);
                if (!next.delete(at)) next.add(at);
                setChosen(next);
              }}
            />
            <label htmlFor={`part-${at}`}>
              {part.name || `Part ${at + 1}`}
              <small>
                {counted(part.exercise!.passage.notes.length, 'note')}
                {part.remarks.length > 0 ? `, ${counted(part.remarks.length, 'remark')}` : ''}
              </small>
            </label>
            <SmallLane plan={plans[at]!} width={LANE_WIDTH} />
          </Part>
        ))}
      </ul>
      <div className="acts">
        <Button onPress={() => onAnswer(null)}>Take none</Button>
        <Button
          look="primary"
          isDisabled={chosen.size === 0}
          onPress={() => onAnswer({ kind: 'parts', parts: parts.filter((_, at) => chosen.has(at)) })}
        >
          Take {counted(chosen.size, 'part')}
        </Button>
      </div>
    </Body>
  );
}

/** What a project file holds, in a line each. */
function Contents({ project, plan }: { project: Project; plan: ImportPlan }) {
  const { added, same } = plan;
  const differ = (table: Difference['table']) => plan.differences.filter((one) => one.table === table).length;
  const line = (of: ChangeableTable | UnchangingTable, noun: string) => {
    const apart = isUnchanging(of) ? 0 : differ(of);
    const parts = [
      added[of].length > 0 ? `${added[of].length} new` : '',
      same[of] > 0 ? `${same[of]} already here` : '',
      apart > 0 ? `${apart} different here` : '',
    ];
    return (
      <>
        <dt>{noun}</dt>
        <dd>
          {project[of].length === 0
            ? 'none'
            : `${project[of].length}: ${parts.filter((part) => part !== '').join(', ')}`}
        </dd>
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
  return (
    <One>
      <h3>
        {title} <small>{ORDERS[difference.order]}</small>
      </h3>
      <table>
        <thead>
          <tr>
            <th scope="col">What differs</th>
            <th scope="col">Here</th>
            <th scope="col">In the file</th>
          </tr>
        </thead>
        <tbody>
          {difference.fields.map(({ field, here, there }) => (
            <tr key={field}>
              <th scope="row">{nameOf(field)}</th>
              <td>{valueText(field, here, project)}</td>
              <td>{valueText(field, there, project)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Choice
        label={`What becomes of ${title}`}
        hideLabel
        value={choice}
        onChange={onChoose}
        options={[
          { id: 'mine', name: 'Keep what is here' },
          { id: 'theirs', name: 'Take the file’s' },
          ...(difference.table === 'exercises'
            ? [{ id: 'copy' as const, name: 'Keep both, the file’s as a copy' }]
            : []),
        ]}
      />
    </One>
  );
}

function ProjectQuestion({
  question: { project, plan, isEmpty },
  onAnswer,
}: {
  question: Extract<Question, { kind: 'project' }>;
  onAnswer: (answer: Answer) => void;
}) {
  const open = plan.differences.filter(({ order }) => order !== 'newer');
  const newer = plan.differences.length - open.length;
  const [choices, setChoices] = useState<ReadonlyMap<string, ImportChoice>>(
    () => new Map(open.map((one) => [choiceKey(one), usualChoice(one)])),
  );
  const [withSettings, setWithSettings] = useState(false);
  const isBackup = project.backup !== null;
  return (
    <Body>
      <Contents project={project} plan={plan} />
      {isBackup && isEmpty ? (
        <p>This library is empty, so everything comes back just as it was, settings and undo included.</p>
      ) : null}
      {newer > 0 ? (
        <p>
          {counted(newer, 'record')} in the file {newer === 1 ? 'is' : 'are'} newer than here and{' '}
          {newer === 1 ? 'is' : 'are'} taken.
        </p>
      ) : null}
      {open.length > 0 ? (
        <>
          <p>
            {counted(open.length, 'record')} differ. Whatever you choose, the version that is not taken lies
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
        <Button look="primary" onPress={() => onAnswer({ kind: 'project', choices, withSettings })}>
          {isBackup && isEmpty ? 'Restore' : 'Take it in'}
        </Button>
      </div>
    </Body>
  );
}

/** Asks about a file; closing it takes nothing. */
export function ImportDialog({
  question,
  onAnswer,
}: {
  question: Question;
  onAnswer: (answer: Answer) => void;
}) {
  return (
    <Dialog title={`In “${question.name}”`} isOpen onClose={() => onAnswer(null)}>
      {question.kind === 'parts' ? (
        <Parts parts={question.parts} onAnswer={onAnswer} />
      ) : (
        <ProjectQuestion question={question} onAnswer={onAnswer} />
      )}
    </Dialog>
  );
}
