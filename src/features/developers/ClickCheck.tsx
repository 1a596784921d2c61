'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { ClickPattern } from '@/core';
import type { ClickMeasure, TempoAtBeat } from '@/audio';
import { Button } from '@/ui/controls/Button';
import { attempt } from '@/work/perform';

const MINUTES = 10;

/** Slow, fast, odd and in-between tempos, some of them only for a beat or two, then a ladder with steps and ramps. */
const TEMPOS: readonly TempoAtBeat[] = [
  { beat: 0, bpm: 97 },
  { beat: 33, bpm: 120.5 },
  { beat: 34, bpm: 121 },
  { beat: 100, bpm: 61 },
  { beat: 131, bpm: 333 },
  { beat: 400, bpm: 88.8 },
  { beat: 401, bpm: 20 },
  { beat: 403, bpm: 143 },
  { beat: 777, bpm: 111.1 },
  { beat: 800, bpm: 72 },
  { beat: 816, bpm: 76 },
  { beat: 832, bpm: 80, ramps: true },
  { beat: 848, bpm: 96 },
  { beat: 864, bpm: 96, ramps: true },
  { beat: 896, bpm: 60.5 },
];

/** Two bars with a click, two without, from the start. */
const SILENT: ClickPattern = { accents: ['bar'], slots: false, silent: { after: 2, bars: 2 } };

const Part = styled.section`
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  margin: 0.75rem 0;
  p {
    max-width: 60rem;
  }
`;

interface Result extends ClickMeasure {
  readonly tookSeconds: number;
}

function largestError({ planned, found }: ClickMeasure): number {
  if (planned.length !== found.length) return Infinity;
  return planned.reduce((most, frame, at) => Math.max(most, Math.abs(frame - found[at]!)), 0);
}

/** Renders minutes of click in this very browser and finds each click again. */
export function ClickCheck() {
  const [result, setResult] = useState<Result | 'running' | null>(null);
  const measure = async () => {
    setResult('running');
    const { measureClicks } = await import('@/audio');
    const from = performance.now();
    const measured = await measureClicks(MINUTES * 60, 44_100, TEMPOS, SILENT);
    setResult({ ...measured, tookSeconds: (performance.now() - from) / 1000 });
  };
  return (
    <Part aria-label="The click, measured">
      <h2>The click, measured</h2>
      <p>
        {MINUTES} minutes of click through {TEMPOS.length - 1} changes of tempo, two of them ramps, two bars
        in four silent, rendered by this browser as the loudspeaker would get them; then each click is looked
        for in the samples.
      </p>
      <Button isDisabled={result === 'running'} onPress={() => attempt('Measuring', measure)}>
        {result === 'running' ? 'Rendering …' : 'Measure the click'}
      </Button>
      {result === null || result === 'running' ? null : (
        <p
          role="status"
          data-click-check={JSON.stringify({ tempos: TEMPOS, rate: result.sampleRate, found: result.found })}
        >
          {result.found.length} clicks found of {result.planned.length}, largest error {largestError(result)}{' '}
          samples at {result.sampleRate} a second; rendered in {result.tookSeconds.toFixed(1)} s.
        </p>
      )}
    </Part>
  );
}
