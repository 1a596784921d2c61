'use client';
import styled from 'styled-components';
import {
  counted,
  deleteSlot,
  fitOf,
  holdLast,
  lastAgain,
  loopSpan,
  restAtEnd,
  setSubdivision,
  slotAt,
  slotsInPass,
  type Exercise,
  type Passage,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import type { EditExercise } from '@/work/bench/acting';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.6rem;
`;

function returnText(slots: number, perBeat: number, barBeats: number): string {
  const fit = fitOf(slots, perBeat, barBeats);
  const beat =
    fit.passes === 1
      ? 'every pass begins on the beat'
      : `back on the beat after ${counted(fit.passes, 'pass', 'passes')} (${counted(fit.beats, 'beat')})`;
  const bar =
    fit.barPasses === 1
      ? 'and on the bar line'
      : `on the bar line after ${counted(fit.barPasses, 'pass', 'passes')} (${counted(fit.bars, 'bar')})`;
  return `${beat}, ${bar}`;
}

/** Whether the figure comes back on the beat, with which divisions it would, and what one note more or less would do. */
export function FitLines({ exercise, edit }: { exercise: Exercise; edit: EditExercise }) {
  const { passage, policy } = exercise;
  const { meter, subdivision } = passage;
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = policy.loop ? loopSpan(passage) : whole;
  const slots = slotsInPass(passage, startTicks, endTicks);
  if (passage.notes.length === 0) return <p>No notes yet.</p>;
  if (slots === null)
    return <p>Beats are divided in different ways here; the fit is told for one division throughout.</p>;
  const fit = fitOf(slots, subdivision, meter.beats);
  const isWhole = endTicks === passage.lengthTicks;
  const apply = (label: string, how: (passage: Passage) => Passage) =>
    edit(label, (one) => ({ ...one, passage: how(one.passage) }));
  const oddText = (count: number) =>
    policy.loop && policy.kind === 'alternateByNote' && count % 2 === 1
      ? '; odd: every second pass turns'
      : '';
  const { ticks: lastSlot } = slotAt(passage, endTicks - 1);
  return (
    <>
      <p data-fit>
        <strong>
          {counted(slots, 'slot')}, {subdivision} a beat:
        </strong>{' '}
        {returnText(slots, subdivision, meter.beats)}.
      </p>
      <Choice
        label="Slots a beat with which every pass ends on the beat"
        value={String(subdivision)}
        options={fit.fitting.map((count) => ({ id: String(count), name: count }))}
        onChange={(count) => apply('Slots a beat', (of) => setSubdivision(of, Number(count)))}
      />
      {isWhole ? (
        <>
          <Row>
            <Button onPress={() => apply('Last note again', lastAgain)}>The last note once more</Button>
            <Button onPress={() => apply('Rest at the end', restAtEnd)}>A rest at the end</Button>
            <span>
              {counted(slots + 1, 'slot')}: {returnText(slots + 1, subdivision, meter.beats)}
              {oddText(passage.notes.length + 1)}.
            </span>
          </Row>
          {fit.passes > 1 || fit.barPasses > 1 ? (
            <Row>
              {fit.passes > 1 ? (
                <Button onPress={() => apply('Last note held to the beat', (of) => holdLast(of, 'beat'))}>
                  Hold the last note to the beat
                </Button>
              ) : null}
              {fit.barPasses > 1 ? (
                <Button onPress={() => apply('Last note held to the bar', (of) => holdLast(of, 'bar'))}>
                  Hold the last note to the bar
                </Button>
              ) : null}
              <span>No note more; every pass begins there.</span>
            </Row>
          ) : null}
          {slots > 1 ? (
            <Row>
              <Button onPress={() => apply('Last slot dropped', (of) => deleteSlot(of, lastSlot))}>
                Drop the last slot
              </Button>
              <span>
                {counted(slots - 1, 'slot')}: {returnText(slots - 1, subdivision, meter.beats)}
                {oddText(passage.notes.length - 1)}.
              </span>
            </Row>
          ) : null}
        </>
      ) : null}
    </>
  );
}
