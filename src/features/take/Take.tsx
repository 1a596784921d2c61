'use client';
/** The take check: a recording against the plan, note by note. */
import { Ear, Timer } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { benchAt, practiceAt } from '@/addresses';
import { counted, passageHash, PLAIN_CLICK, planOf, sizeText, type Exercise, type TakeRecord } from '@/core';
import { climbOf } from '@/core/drills';
import { passOf } from '@/core/take';
import { database, keptLadder, practiceSettings, readTakes, soundSettings } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { GoLink } from '@/ui/controls/GoLink';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { say } from '@/ui/controls/say';
import { bound, keyHandler, keyList, useKeySheet } from '@/ui/keys/keys';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { colour } from '@/ui/theme/tokens';
import { mendingDrill, NO_SUCH_CHANGE } from '@/work/mendDrill';
import { attempt, once } from '@/work/perform';
import { usualPasses, type TakeAsk } from '@/work/take/desk';
import { recordingBytes } from '@/work/take/recordings';
import { noteText, verdictText } from '@/work/take/words';
import { Earlier } from './Earlier';
import { Findings } from './Findings';
import { TakeLane } from './TakeLane';
import { TakeSetup } from './TakeSetup';
import { NoteTable } from './NoteTable';
import { useListening, useRecordings, useTakeDesk } from './useTake';

const Root = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.8rem;
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.4rem 1.25rem;
    h1 {
      font-size: 1.45rem;
      overflow-wrap: anywhere;
    }
    p {
      color: ${colour.inkSoft};
    }
    .end {
      margin-left: auto;
    }
  }
  .verdict {
    font-size: 1.15rem;
    font-weight: 650;
    text-wrap: pretty;
  }
  .soft {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  .fault {
    color: ${colour.bad};
    font-weight: 600;
  }
  .under {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.4rem 0.9rem;
  }
`;

const KEYS = keyList('Notes of the take', [
  [['ArrowLeft'], 'The note before'],
  [['ArrowRight'], 'The next note'],
  [['Enter', ' '], 'Hear the take from two beats before, or stop'],
  [['p'], 'Hear the plan from there, or stop'],
  [['h'], 'Half speed, or full'],
]);
const SHEET = [KEYS];
const LANE_WIDTH = 260;

/** The take check of an exercise that is there. */
export function Take({ exerciseId, exercise }: { exerciseId: string; exercise: Exercise }) {
  const player = usePlayer();
  const router = useRouter();
  const plan = useMemo(
    () => planOf(exercise.passage, exercise.policy, player.setup),
    [exercise, player.setup],
  );
  const given = useKept(async () => {
    const [ladder, practice, sounds] = await Promise.all([
      keptLadder(database(), exerciseId, player.id),
      practiceSettings(database()),
      soundSettings(database()),
    ]);
    return { ladder, clicks: practice.clicks ?? PLAIN_CLICK, countInBars: sounds.countInBars };
  }, [exerciseId, player.id]);
  const takes = useKept(() => readTakes(database(), player.id, exerciseId), [exerciseId, player.id]);
  const [changed, setChanged] = useState<{ bpm?: number; passes?: number }>({});
  const { desk, state } = useTakeDesk();
  const { recordings, kept } = useRecordings();
  const { checked, keptId } = state;
  const [wantedNote, setWantedNote] = useState<number | null>(null);
  const [wantedPass, setWantedPass] = useState(0);
  const listening = useListening(checked);
  useKeySheet(SHEET);
  const hash = useMemo(() => passageHash(exercise.passage), [exercise.passage]);
  if (!given) return <p aria-busy="true">Opening the take check …</p>;

  const firstBpm = given.ladder
    ? climbOf(exercise, given.ladder, player.setup).steps[0]!.bpm
    : exercise.startBpm;
  const { beats } = exercise.passage.meter;
  const asked = {
    exerciseId,
    exercise,
    plan,
    playerId: player.id,
    bpm: changed.bpm ?? firstBpm,
    countInBeats: Math.max(1, given.countInBars) * beats,
    clicks: given.clicks,
  };
  const ask: TakeAsk = { ...asked, passes: changed.passes ?? usualPasses(asked) };
  const count = checked?.plan.notes.length ?? 0;
  const chosen = checked && wantedNote !== null ? Math.min(wantedNote, count - 1) : null;
  const passes = checked ? checked.ask.passes : 1;
  const pass =
    chosen !== null && checked ? passOf(checked.plan.notes[chosen]!.id) : Math.min(wantedPass, passes - 1);
  const choose = (index: number) => setWantedNote(Math.max(0, Math.min(count - 1, index)));
  const firstOfPass = (of: number) => checked!.plan.notes.findIndex(({ id }) => passOf(id) === of);
  const hear = (what: 'take' | 'plan') =>
    listening.heard ? listening.stop() : listening.hear(what, chosen ?? Math.max(0, firstOfPass(pass)));
  const onKeyDown = keyHandler(
    bound(KEYS, {
      ArrowLeft: () => choose((chosen ?? firstOfPass(pass) + 1) - 1),
      ArrowRight: () => choose((chosen ?? firstOfPass(pass) - 1) + 1),
      Enter: () => hear('take'),
      ' ': () => hear('take'),
      p: () => hear('plan'),
      h: () => listening.setIsHalf(!listening.isHalf),
    }),
  );
  const spoken = checked && chosen !== null ? noteText(checked, chosen) : '';
  const drill = (of: { fromNote: string; toNote: string }) =>
    once('Making the drill', async () => {
      const spot = { fromNote: of.fromNote, toNote: of.toNote, reasons: {} };
      const id = await mendingDrill(exerciseId, exercise, exercise.passage, spot, player.setup);
      if (id) router.push(practiceAt(id));
      else say(NO_SUCH_CHANGE);
    });
  const keepRecording = async () => {
    const id = await desk.keep();
    if (id !== null && checked) await recordings.keep(id, checked);
  };
  const reopen = ({ id, bpm, passes: round, source, day }: TakeRecord) =>
    attempt('Opening the recording', async () => {
      const again = { ...ask, bpm, passes: round };
      await desk.reopen(again, await recordings.file(id), { takeId: id, source, name: `${source}, ${day}` });
    });
  const isShown = checked !== null && checked.report.due.length > 0;
  return (
    <Root data-take={state.phase}>
      <header className="head">
        <h1>
          Take check: <Link href={benchAt(exerciseId)}>{exercise.title || 'Untitled'}</Link>
        </h1>
        <p>for {player.name}</p>
        <div aria-hidden>
          <SmallLane plan={plan} width={LANE_WIDTH} />
        </div>
        <div className="end">
          <GoLink href={practiceAt(exerciseId)} prefetch={false}>
            <Timer size={16} aria-hidden /> Practise
          </GoLink>
        </div>
      </header>
      <TakeSetup
        desk={desk}
        state={state}
        ask={ask}
        onAsk={(change) => setChanged((now) => ({ ...now, ...change }))}
      />
      {state.fault ? (
        <p className="fault" role="alert" data-take-fault>
          {state.fault}
        </p>
      ) : null}
      {checked ? (
        <>
          <p className="verdict" role="status" data-take-verdict>
            {verdictText(checked.report)}
          </p>
          {checked.warnings.map((text) => (
            <p className="fault" key={text}>
              {text}
            </p>
          ))}
          <div className="under">
            <p className="soft">
              {checked.name}, {checked.ask.passes === 1 ? 'one pass' : `${checked.ask.passes} passes`} at{' '}
              {checked.ask.bpm} bpm, {counted(count, 'note')}
            </p>
            {keptId === null && (checked.source === 'simulated player' || state.fault) ? (
              <Button onPress={() => attempt('Keeping the report', () => desk.keep())}>
                Keep this report
              </Button>
            ) : null}
            {keptId === null || !kept.has(keptId) ? (
              <Button onPress={() => attempt('Keeping the recording', keepRecording, 'The report stays.')}>
                Keep the recording too ({sizeText(recordingBytes(checked))})
              </Button>
            ) : null}
            {isShown && passes > 1 ? (
              <Select
                label="Pass"
                value={String(pass)}
                onChange={(id) => {
                  setWantedNote(null);
                  setWantedPass(Number(id));
                }}
                options={Array.from({ length: passes }, (_, at) => ({
                  id: String(at),
                  name: `Pass ${at + 1} of ${passes}`,
                }))}
                hideLabel
              />
            ) : null}
          </div>
        </>
      ) : state.phase === 'idle' ? (
        <p className="soft">
          Play the exercise to its click, or open a recording of it. It is held against the plan note by note:
          which kind of change comes early or late, by how much and how surely, what is missing, wrong or
          bunched. Nothing leaves this browser; use headphones, or a loudspeaker that the microphone hears.
        </p>
      ) : null}
      {isShown ? (
        <>
          <TakeLane
            take={checked}
            shown={plan}
            pass={pass}
            chosen={chosen}
            onChoose={choose}
            onKeyDown={onKeyDown}
            spoken={spoken}
          />
          <div className="under">
            <Button onPress={() => hear('take')}>
              <Ear size={15} aria-hidden /> {listening.heard === 'take' ? 'Stop' : 'Hear the take'}
            </Button>
            <Button onPress={() => hear('plan')}>
              {listening.heard === 'plan' ? 'Stop' : 'Hear the plan'}
            </Button>
            <Switch isOn={listening.isHalf} onChange={listening.setIsHalf}>
              Half speed
            </Switch>
            <p className="soft" aria-hidden>
              {spoken ||
                'Each dot stands where the note was played: right of its dotted line is late. Hollow: missing. Diamond: another pitch. Cross: one too many. Two bars: bunched. A wave: rings on into the next string.'}
            </p>
          </div>
          {checked.report.state === 'judged' ? (
            <Findings take={checked} plan={plan} onDrill={({ change }) => drill(change)} />
          ) : null}
          <NoteTable take={checked} pass={pass} />
        </>
      ) : null}
      {takes && takes.length > 0 ? (
        <Earlier takes={takes} recordings={recordings} kept={kept} hash={hash} onOpen={reopen} />
      ) : null}
    </Root>
  );
}
