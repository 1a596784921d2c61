'use client';
import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { bpmText, counted, DEFAULT_SETUP, ME, MAX_BPM, MIN_BPM, planOf, STANDARD_TUNING } from '@/core';
import {
  drillExercises,
  drillName,
  drillsOf,
  fittedTo,
  problemExercise,
  temposFor,
  type TeachingProblem,
} from '@/core/drills';
import { addExercises, choosePlayer, database, newId, readPlayers, setLadder } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Dialog } from '@/ui/controls/Dialog';
import { NumberField } from '@/ui/controls/NumberField';
import { SelectBox } from '@/ui/controls/SelectBox';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { once } from '@/work/perform';
import { Form, useOpening } from './startParts';
import { useKept } from '@/ui/shell/useKept';

const KINDS = [
  { id: 'inside', name: 'inside' },
  { id: 'outside', name: 'outside' },
  { id: 'sweep', name: 'a sweep' },
] as const;

const STRINGS = STANDARD_TUNING.map((_, at) => ({ id: String(at + 1), name: `string ${at + 1}` })).reverse();

/** The drills for a change that will not go, where there is no exercise to cut it out of. */
export function ProblemDialog({ onClose }: { onClose: () => void }) {
  const open = useOpening();
  const [problem, setProblem] = useState<TeachingProblem>({ kind: 'inside', from: 3, to: 2 });
  const [minutes, setMinutes] = useState(8);
  const [breaksAt, setBreaksAt] = useState<number | null>(null);
  const player = usePlayer();
  const players = useKept(() => readPlayers(database())) ?? [player];
  const [chosen, setChosen] = useState<string | null>(null);
  const playerId = chosen ?? player.id;
  const whom = players.find((one) => one.id === playerId) ?? player;
  const sheetFor = whom.id === ME ? 'me' : whom.name;
  const isSame = problem.from === problem.to;
  const { figure, plan, change, drills } = useMemo(() => {
    const made = problemExercise(
      isSame ? { ...problem, to: problem.to === 1 ? 2 : problem.to - 1 } : problem,
    );
    const its = planOf(made.passage, made.policy, DEFAULT_SETUP);
    const first = its.analysis.transitions.find(
      ({ stringFrom, stringTo }) => stringFrom === problem.from && stringTo !== problem.from,
    )!;
    return { figure: made, plan: its, change: first, drills: drillsOf(made, its, first, DEFAULT_SETUP) };
  }, [problem, isSame]);
  const cards = fittedTo(drills, minutes);
  const tempos = breaksAt === null ? null : temposFor(breaksAt);
  const make = async (then: 'bench' | 'sheet') => {
    const id = newId();
    const made = drillExercises(figure, cards, change, ['both'], id, 0);
    const exercises = [{ id, exercise: figure }, ...made.map((exercise) => ({ exercise }))];
    await addExercises(database(), exercises, `Drills: ${figure.title}`);
    if (whom.id !== player.id) await choosePlayer(database(), whom.id);
    if (tempos) await setLadder(database(), id, whom.id, tempos.startBpm, tempos);
    await open(then, id, figure, whom);
  };
  return (
    <Dialog title="Start from a problem" isOpen onClose={onClose}>
      <Form>
        <p>Which change will not go? It becomes a short figure with its drills folded under it.</p>
        <div className="row">
          <Choice
            label="Kind of change"
            value={problem.kind}
            options={KINDS}
            onChange={(kind) => setProblem({ ...problem, kind })}
          />
          <SelectBox
            label="From"
            value={String(problem.from)}
            options={STRINGS}
            onChange={(id) => setProblem({ ...problem, from: Number(id) })}
          />
          <SelectBox
            label="To"
            value={String(problem.to)}
            options={STRINGS}
            onChange={(id) => setProblem({ ...problem, to: Number(id) })}
          />
          <NumberField
            label="Minutes of practice for it"
            value={minutes}
            min={1}
            max={60}
            onChange={(value) => value !== null && setMinutes(value)}
          />
        </div>
        <div className="row">
          <SelectBox
            label="For"
            value={playerId}
            options={players.map(({ id, name }) => ({ id, name }))}
            onChange={setChosen}
          />
          <NumberField
            label={`Falls apart at, bpm (${figure.passage.subdivision} notes a beat)`}
            value={breaksAt}
            min={MIN_BPM}
            max={MAX_BPM}
            onChange={setBreaksAt}
          />
          <p>
            {tempos
              ? `The ladder goes from ${bpmText(tempos.startBpm)} to ${bpmText(tempos.goalBpm)}.`
              : 'Left empty, the ladder begins where every new one does.'}
          </p>
        </div>
        {isSame ? (
          <p role="alert">A change goes from one string to another: choose two different strings.</p>
        ) : (
          <>
            <div className="lane">
              <SmallLane plan={plan} width={300} />
            </div>
            <p>
              {figure.title}, with {counted(cards.length, 'drill')}: {cards.map(drillName).join('; ')}.
            </p>
          </>
        )}
        <div className="row">
          <Button
            look="primary"
            isDisabled={isSame}
            onPress={() => once('Making the drills', () => make('bench'))}
          >
            Make the drills
          </Button>
          <Button isDisabled={isSame} onPress={() => once('Making the sheet', () => make('sheet'))}>
            <Printer size={15} aria-hidden /> Sheet for {sheetFor}
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </div>
      </Form>
    </Dialog>
  );
}
