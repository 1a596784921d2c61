'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { loopSpan, poseAt, slantAt, strikeLine, strikesOf, type Plan, type PlayPlace } from '@/core';
import { PickDrawing, type PickActions } from '@/ui/pick/PickDrawing';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';

/** The pick over the strings in time with the sound. */
export function PickFollower({ plan, place }: { plan: Plan; place: () => PlayPlace | null }) {
  const { passage } = plan;
  const view = useView();
  const player = usePlayer();
  const actions = useRef<PickActions>(null);
  const [struck, setStruck] = useState<ReadonlyMap<number, string>>(new Map());
  const lines = useMemo(() => {
    const { startTicks, endTicks } = loopSpan(passage);
    const passes = strikesOf(plan);
    return passes.map((_, at) => strikeLine(passes, at, plan.analysis.loop ? endTicks - startTicks : null));
  }, [plan, passage]);
  useEffect(() => {
    let frame = 0;
    let last = '';
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = place();
      const at = now ? now.pass % lines.length : 0;
      const pose = now ? poseAt(lines[at]!, now.ticks) : null;
      if (!pose) return;
      actions.current?.show(pose, slantAt(lines[at]!, pose.strike, view));
      const key = `${at} ${pose.strike}`;
      if (key === last) return;
      last = key;
      const { noteIds } = lines[at]!.strikes[pose.strike]!;
      const notes = passage.notes.filter(({ id }) => noteIds.includes(id));
      setStruck(new Map(notes.map(({ string, dead, fret }) => [string, dead ? '×' : String(fret)])));
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [place, lines, view, passage]);
  return (
    <PickDrawing
      strings={passage.tuning.length}
      thickOnTop={view.thickOnTop}
      isLeftHanded={player.setup.handedness === 'left'}
      struck={struck}
      actions={actions}
    />
  );
}
