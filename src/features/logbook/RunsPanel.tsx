'use client';
import { Download } from 'lucide-react';
import dynamic from 'next/dynamic';
import { memo, useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { bpmText, counted, KIND_NAMES, PART_NAMES, type ExerciseRecord, type RunRecord } from '@/core';
import { coldRuns, REASON_MENDINGS } from '@/core/record';
import { addRuns, correctRun, database, readRuns, removeRuns } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { RowButton } from '@/ui/controls/RowButton';
import { say } from '@/ui/controls/say';
import { download } from '@/ui/shell/download';
import { usePlayer } from '@/ui/shell/player';
import { figured, type TypedRun } from '@/work/figured';
import { runRows } from '@/work/runsFile';
import { attempt, once } from '@/work/perform';
import { undoOf } from '@/work/undoing';
import { Panel, Table } from '@/ui/controls/panel';
import { dayText, momentText } from '@/ui/dayText';
import { useKept } from '@/ui/shell/useKept';

const Ways = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
`;

const RunForm = dynamic(() => import('./RunForm').then((module) => module.RunForm), { ssr: false });

const STRETCH = 25;

interface RunsPanelProps {
  /** An exercise's id, or `all`. */
  readonly exerciseId: string;
  readonly from: string;
  /** Of these exercises only. */
  readonly among: ReadonlySet<string> | null;
  readonly today: string;
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  readonly titleOf: (id: string) => string;
  /** Slots a beat that an exercise is written in. */
  readonly subdivisionOf: (id: string) => number;
}

const NO_EXERCISE = 'That exercise is not there any more, so nothing was changed.';

async function remove(run: RunRecord): Promise<void> {
  const entry = await removeRuns(database(), [run]);
  say(`The run at ${bpmText(run.bpm)} of ${dayText(run.day)} was deleted.`, undoOf(entry));
}

interface RowProps {
  readonly run: RunRecord;
  /** The first of its exercise on its day. */
  readonly isCold: boolean;
  /** Of its exercise; null where all are of one. */
  readonly title: string | null;
  readonly onChange: (id: string) => void;
  readonly onDelete: (run: RunRecord) => void;
}

const Row = memo(function Row({ run, isCold, title, onChange, onDelete }: RowProps) {
  const moment = run.at.slice(0, 16);
  const name = `the run at ${bpmText(run.bpm)} of ${moment.replace('T', ', ')}`;
  const { place, reason, part, seen, stoppedIn } = run;
  const why = [
    isCold ? 'cold' : '',
    reason ? REASON_MENDINGS[reason].name : '',
    place ? `${KIND_NAMES[place.kind]} ${place.stringFrom} → ${place.stringTo}` : '',
    part ? `${PART_NAMES[part]} only` : '',
    seen,
  ];
  return (
    <tr>
      <th scope="row">{run.byHand ? `${dayText(run.day)}, by hand` : momentText(moment)}</th>
      {title === null ? null : <td className="long">{title}</td>}
      <td className="number">{bpmText(run.bpm)}</td>
      <td className="number">{run.passes}</td>
      <td>{run.verdict === 'stopped' && stoppedIn ? `stopped in pass ${stoppedIn}` : run.verdict}</td>
      <td className="long">{why.filter(Boolean).join(' · ')}</td>
      <td>
        <RowButton isQuiet aria-label={`Change ${name}`} onClick={() => onChange(run.id)}>
          Change
        </RowButton>
        <RowButton isQuiet aria-label={`Delete ${name}`} onClick={() => onDelete(run)}>
          Delete
        </RowButton>
      </td>
    </tr>
  );
});

/** The runs one by one, newest first: to be put right, deleted, or added from paper. */
export const RunsPanel = memo(function RunsPanel(props: RunsPanelProps) {
  const { exerciseId, from, among, today, exercises, titleOf, subdivisionOf } = props;
  const player = usePlayer();
  const db = database();
  const [shown, setShown] = useState(STRETCH);
  const [open, setOpen] = useState<string | null>(null);
  const found = useKept(async () => {
    const newest = await readRuns(db, player.id, { exerciseId, from, among, newest: shown + 1 });
    return { newest, isOfAll: exerciseId === 'all' };
  }, [player.id, exerciseId, from, among, shown]);
  // Until others are read, those before stay as they were.
  const isOfAll = found?.isOfAll ?? exerciseId === 'all';
  const runs = found?.newest.slice(0, shown) ?? [];
  const cold = useMemo(
    () => coldRuns(found?.newest ?? [], (found?.newest.length ?? 0) <= shown),
    [found, shown],
  );

  const panel = useRef<HTMLElement>(null);
  const onDelete = useCallback((run: RunRecord) => {
    panel.current?.focus({ preventScroll: true });
    attempt('Deleting', () => remove(run));
  }, []);
  /** The form goes, and the keys with it if nothing else takes them. */
  const close = () => {
    setOpen(null);
    panel.current?.focus({ preventScroll: true });
  };
  const add = async (typed: TypedRun) => {
    const run = await figured(typed, player);
    if (!run) return say(NO_EXERCISE);
    const entry = await addRuns(db, run, typed.count);
    close();
    say(`${counted(typed.count, 'run')} of ${dayText(typed.day)} logged.`, undoOf(entry));
  };
  const save = async () => {
    const [{ csvFormatRows }, rows] = await Promise.all([
      import('d3-dsv'),
      runRows(player.id, { exerciseId, from, among }, titleOf),
    ]);
    download(`${player.name}-runs-one-by-one.csv`, csvFormatRows(rows), 'text/csv');
  };
  const correct = async (old: RunRecord, typed: TypedRun) => {
    const run = await figured(typed, player, old);
    if (!run) return say(NO_EXERCISE);
    const { at: _a, ...fields } = run;
    const at = typed.day === old.day ? old.at : `${typed.day}${old.at.slice(10)}`;
    const { entry } = await correctRun(db, old, {
      ...fields,
      at,
      sessionId: old.sessionId,
      stoppedIn: typed.verdict === 'stopped' && typed.passes === old.passes ? old.stoppedIn : null,
      sound: old.sound,
      seen: old.seen,
      byHand: old.byHand,
      judgedBy: old.judgedBy,
    });
    close();
    say('The run was changed.', undoOf(entry));
  };
  const all = [...exercises.values()].filter(({ archivedAt }) => archivedAt === null);
  const first = exercises.get(exerciseId) ?? all[0];
  return (
    <Panel aria-label="Runs one by one" ref={panel} tabIndex={-1}>
      <h2>Runs one by one</h2>
      {cold.size > 0 ? (
        <small>Cold: the first run of an exercise on its day; where it had come back, it is the check.</small>
      ) : null}
      {open === 'new' && first ? (
        <RunForm
          exercises={all}
          first={{
            exerciseId: first.id,
            day: today,
            bpm: first.startBpm,
            subdivision: subdivisionOf(first.id),
          }}
          today={today}
          subdivisionOf={subdivisionOf}
          onSave={(typed) => once('Logging', () => add(typed), 'What you typed is still in the form.')}
          onCancel={close}
        />
      ) : (
        <Ways>
          <Button isDisabled={!first} onPress={() => setOpen('new')}>
            Log runs by hand
          </Button>
          <Button isDisabled={runs.length === 0} onPress={() => attempt('Saving the runs', save)}>
            <Download size={15} aria-hidden /> All of them as CSV
          </Button>
        </Ways>
      )}
      {runs.length === 0 ? <p>No runs in this time.</p> : null}
      {runs.length > 0 ? (
        <Table>
          <thead>
            <tr>
              <th scope="col">When</th>
              {isOfAll ? <th scope="col">Exercise</th> : null}
              <th scope="col" className="number">
                bpm
              </th>
              <th scope="col" className="number">
                Passes
              </th>
              <th scope="col">Verdict</th>
              <th scope="col">Why and where</th>
              <th scope="col">
                <span className="for-screen-readers">Change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {runs.map((run) => {
              return open === run.id ? (
                <tr key={run.id}>
                  <td colSpan={7}>
                    <RunForm
                      run={run}
                      exercises={all}
                      first={{
                        exerciseId: run.exerciseId,
                        day: run.day,
                        bpm: run.bpm,
                        subdivision: run.subdivision,
                      }}
                      subdivisionOf={subdivisionOf}
                      today={today > run.day ? today : run.day}
                      onSave={(typed) =>
                        attempt(
                          'Changing the run',
                          () => correct(run, typed),
                          'What you typed is still in the form.',
                        )
                      }
                      onCancel={close}
                    />
                  </td>
                </tr>
              ) : (
                <Row
                  key={run.id}
                  run={run}
                  isCold={cold.has(run.id)}
                  title={isOfAll ? titleOf(run.exerciseId) : null}
                  onChange={setOpen}
                  onDelete={onDelete}
                />
              );
            })}
          </tbody>
        </Table>
      ) : null}
      {(found?.newest.length ?? 0) > shown ? (
        <div>
          <Button onPress={() => setShown(shown + STRETCH)}>Show older runs</Button>
        </div>
      ) : null}
    </Panel>
  );
});
