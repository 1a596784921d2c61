'use client';
import { useEffect, useMemo, useState } from 'react';
import type { Exercise, Finger, Setup } from '@/core';
import type { Fingering, FingeringOptions } from '@/core/fretting';
import { database, readPassages } from '@/storage';
import type { LaneHand } from '@/ui/lane/drawing';
import { useView } from '@/ui/shell/viewSettings';
import { attempt } from '@/work/perform';

type Tools = typeof import('@/core/fretting');

/** What works fingers out, once it is there. */
export function useFingerTools(isWanted: boolean): Tools | null {
  const [tools, setTools] = useState<Tools | null>(null);
  useEffect(() => {
    if (isWanted && !tools)
      attempt('Working out fingers', async () => setTools(await import('@/core/fretting')));
  }, [isWanted, tools]);
  return tools;
}

/** Shapes that have fingers set by hand anywhere in the library: what is known already. */
function useKnownShapes(tools: Tools | null): ReadonlyMap<string, readonly Finger[]> | null {
  const [known, setKnown] = useState<ReadonlyMap<string, readonly Finger[]> | null>(null);
  useEffect(() => {
    if (!tools) return;
    let isGone = false;
    attempt('Reading the shapes that are known', async () => {
      const passages = (await readPassages(database())).filter((passage) => passage !== undefined);
      if (!isGone) setKnown(tools.knownPatterns(passages));
    });
    return () => {
      isGone = true;
    };
  }, [tools]);
  return known;
}

/** How the fingers of an exercise are to be worked out: where its goal lies in the picking hand, by shapes that are known. */
export function useFingeringOptions(exercise: Exercise, tools: Tools | null): FingeringOptions {
  const { handSchool: school } = useView();
  const known = useKnownShapes(tools);
  const { goal, policy } = exercise;
  const isForThePick = goal.kind !== null || goal.technique !== null;
  return useMemo(
    () => ({ school, loop: policy.loop === true, ...(isForThePick && known ? { known } : {}) }),
    [school, policy.loop, isForThePick, known],
  );
}

/** The fingers of an exercise as the lane shows them beside those that are set; null where they are not asked for. */
export function useLaneHand(exercise: Exercise, setup: Setup): LaneHand | null {
  const { workedFingers } = useView();
  const tools = useFingerTools(workedFingers);
  const options = useFingeringOptions(exercise, tools);
  const { passage } = exercise;
  return useMemo(() => {
    if (!tools || !workedFingers) return null;
    const fingering: Fingering = tools.fingerPassage(passage, setup, options);
    return { fingers: fingering.fingers, signs: tools.handSigns(fingering) };
  }, [tools, workedFingers, passage, setup, options]);
}
