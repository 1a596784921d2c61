'use client';
import styled from 'styled-components';
import type { LevelStore } from '@/work/take/microphone';
import { useStore } from '../shell/useStore';
import { colour } from '../theme/tokens';

const Meter = styled.label`
  display: inline-grid;
  gap: 0.15rem;
  min-width: 8rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
  meter {
    width: 100%;
  }
`;

/** A level as it is shown: 60 decibels on a line. */
const shown = (peak: number) => Math.max(0, 1 + Math.log10(Math.max(peak, 1e-3)) / 3);

/** How loud it is at the microphone, and whether it is too loud; nothing while the microphone is closed. */
export function LevelMeter({ level }: { level: LevelStore }) {
  const now = useStore(level);
  if (!now) return null;
  return (
    <Meter>
      Level{now.clipped > 0 ? ': too loud, it is clipped' : ''}
      <meter min={0} max={1} low={0.25} high={0.97} optimum={0.7} value={shown(now.peak)} />
    </Meter>
  );
}
