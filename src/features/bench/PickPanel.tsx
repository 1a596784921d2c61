'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  exitText,
  KIND_NAMES,
  loopSpan,
  poseAt,
  slantAt,
  standingPose,
  standingTicks,
  standsText,
  strikeLine,
  strikesOf,
  type PickPose,
  type Plan,
  type Strike,
  type StrikeLine,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { bound, keyHandler } from '@/ui/keys/keys';
import { PICK_KEYS } from './benchKeys';
import { KindIcon, StrokeIcon } from '@/ui/lane/marks';
import { PickDrawing, type PickActions } from '@/ui/pick/PickDrawing';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { SPEED_NAMES, SPEEDS, type Playing } from './usePlaying';

const Panel = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(15rem, 1fr);
  gap: 0.5rem 1.5rem;
  padding: 0.5rem;
  border-radius: 0.5rem;
  scroll-margin: 4rem;
  &:focus-visible {
    outline: 3px solid ${colour.focus};
    outline-offset: 1px;
  }
  .stroke {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    font-size: 2.6rem;
    font-weight: 750;
    line-height: 1.1;
    svg {
      width: 2.6rem;
      height: 3.2rem;
    }
  }
  .kind {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 1.6rem;
    font-size: 1.15rem;
    font-weight: 650;
  }
  .stands {
    min-height: 3em;
  }
  .hands {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.5rem 1rem;
    margin-top: 0.5rem;
  }
  small {
    color: ${colour.inkSoft};
  }
  @media (max-width: 45rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const STEP_MS = 450;
/** … of which this part is the stroke itself. */
const STROKE_PART = 0.7;

interface PickPanelProps {
  readonly plan: Plan;
  readonly pass: number;
  readonly caret: Place;
  readonly playing: Playing;
  readonly onGo: (place: Place) => void;
  readonly onPass: (pass: number) => void;
}

/** The stroke that is shown while nothing plays: the one at the caret or the last before it. */
function strikeAtCaret({ strikes }: StrikeLine, caret: Place): number {
  return Math.max(
    0,
    strikes.findLastIndex((one) => one.ticks <= caret.ticks),
  );
}

function nextText({ leaves }: Strike): string {
  if (!leaves) return 'the line ends here';
  if (leaves.travel === null) return `then ${KIND_NAMES[leaves.kind]}`;
  return `${leaves.seam ? 'coming round: ' : 'then '}${KIND_NAMES[leaves.kind]} to string ${leaves.stringTo}`;
}

/** The pick in motion: in time with the sound, or stroke by stroke; where it stands when the player stops. */
export function PickPanel({ plan, pass, caret, playing, onGo, onPass }: PickPanelProps) {
  const { passage } = plan;
  const view = useView();
  const player = usePlayer();
  const panel = useRef<HTMLElement>(null);
  const actions = useRef<PickActions>(null);
  const lines = useMemo(() => {
    const { startTicks, endTicks } = loopSpan(passage);
    const passes = strikesOf(plan);
    return passes.map((_, at) => strikeLine(passes, at, plan.analysis.loop ? endTicks - startTicks : null));
  }, [plan, passage]);
  const [heard, setHeard] = useState<{ pass: number; strike: number } | null>(null);
  const { isPlaying, control } = playing.sound;
  const { place } = control;
  const chosen = { pass, strike: strikeAtCaret(lines[pass]!, caret) };
  const shown = isPlaying && heard && lines[heard.pass]?.strikes[heard.strike] ? heard : chosen;
  const line = lines[shown.pass]!;
  const strike = line.strikes[shown.strike];

  useEffect(() => {
    // Gives a promise in newer browsers, which is no way to clean up.
    panel.current?.scrollIntoView({ block: 'nearest' });
  }, []);

  // In time with the sound.
  useEffect(() => {
    if (!isPlaying) return;
    let frame = 0;
    let last = '';
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = place();
      if (!now) return;
      const at = now.pass % lines.length;
      const pose = poseAt(lines[at]!, now.ticks);
      if (!pose) return;
      actions.current?.show(pose, slantAt(lines[at]!, pose.strike, view));
      const key = `${at} ${pose.strike}`;
      if (key === last) return;
      last = key;
      setHeard({ pass: at, strike: pose.strike });
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, place, lines, view]);

  // Stroke by stroke: along its path to where it stands, or there at once where motion is not wanted.
  const stood = useRef<number | null>(null);
  const standsAt = strike && !isPlaying ? standingTicks(line, shown.strike) : null;
  useEffect(() => {
    if (standsAt === null) return;
    const from = stood.current;
    stood.current = standsAt;
    const stop = standingPose(line, shown.strike);
    const draw = (pose: PickPose | null) =>
      pose && actions.current?.show(pose, slantAt(line, pose.strike, view));
    const isStill = matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (from === null || from >= standsAt || isStill) {
      draw(stop);
      return;
    }
    const began = performance.now();
    const onTheWay = poseAt(line, standsAt) ?? stop;
    let frame = requestAnimationFrame(function next(now) {
      const part = Math.min(1, (now - began) / STEP_MS);
      const done = (part - STROKE_PART) / (1 - STROKE_PART);
      // Through the stroke, then out to where it stands.
      if (done < 0) draw(poseAt(line, from + (part / STROKE_PART) * (standsAt - from)));
      else {
        const across = onTheWay.across + done * (stop.across - onTheWay.across);
        draw({ ...stop, across, lift: onTheWay.lift + done * (stop.lift - onTheWay.lift) });
      }
      if (part < 1) frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  }, [standsAt, shown.strike, line, view]);

  const go = (to: Strike) => {
    const note = passage.notes.find((one) => to.noteIds.includes(one.id));
    if (note) onGo({ ticks: note.onsetTicks, string: note.string });
  };
  const step = (by: 1 | -1) => {
    const near = line.strikes[shown.strike + by];
    if (near) return go(near);
    const over = by === 1 ? line.after : line.before;
    if (!over) return;
    stood.current = null;
    onPass(over.strike.pass);
    go(over.strike);
  };
  if (!strike) return <p>There is no stroke yet: type some notes first.</p>;
  const struck = new Map(
    passage.notes
      .filter((note) => strike.noteIds.includes(note.id))
      .map((note) => [note.string, note.dead ? '×' : String(note.fret)] as const),
  );
  const asks = strike.leaves ? exitText(strike.leaves, view) : '';
  return (
    <Panel
      ref={panel}
      role="group"
      aria-label="The pick in motion: arrow keys go from stroke to stroke"
      tabIndex={0}
      data-pick={shown.strike}
      onKeyDown={(event) =>
        keyHandler(bound(PICK_KEYS, { ArrowRight: () => step(1), ArrowLeft: () => step(-1) }))(event)
      }
    >
      <PickDrawing
        strings={passage.tuning.length}
        thickOnTop={view.thickOnTop}
        isLeftHanded={player.setup.handedness === 'left'}
        struck={struck}
        actions={actions}
      />
      <div>
        <div role="status" aria-live={isPlaying ? 'off' : 'polite'}>
          <p className="stroke">
            <StrokeIcon stroke={strike.stroke} /> {strike.stroke === 'down' ? 'Down' : 'Up'}
          </p>
          <p className="kind">
            {strike.leaves ? <KindIcon kind={strike.leaves.kind} /> : null}
            {nextText(strike)}
          </p>
          <p className="stands">
            {isPlaying
              ? asks
              : `Stop here, and the pick stands ${standsText(strike)}${strike.leaves?.contact === 'rest' ? '' : ` ${asks}`}`}
          </p>
          <small>
            Stroke {shown.strike + 1} of {line.strikes.length}
            {lines.length > 1 ? `, pass ${shown.pass + 1} of ${lines.length}` : ''}
          </small>
        </div>
        <div className="hands">
          <Choice
            label={`Speed, of ${playing.bpm} bpm`}
            value={String(playing.speed) as `${(typeof SPEEDS)[number]}`}
            options={SPEEDS.map((speed) => ({ id: `${speed}` as const, name: SPEED_NAMES[speed] }))}
            onChange={(speed) => playing.setSpeed(Number(speed) as (typeof SPEEDS)[number])}
          />
        </div>
        <div className="hands">
          <Button isDisabled={isPlaying} onPress={() => step(-1)}>
            Stroke before <kbd aria-hidden>←</kbd>
          </Button>
          <Button isDisabled={isPlaying} onPress={() => step(1)}>
            Next stroke <kbd aria-hidden>→</kbd>
          </Button>
        </div>
      </div>
    </Panel>
  );
}
