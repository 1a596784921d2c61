'use client';
/** The parts of a file, to be ticked, with where on the neck those go that have no tab. */
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { counted, planOf, type Setup } from '@/core';
import type { ForeignPart } from '@/core/formats';
import { Button } from '@/ui/controls/Button';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import { NEAR_FRETS, partsOffered, type ChosenParts, type PartsOffered } from '@/work/choosingParts';
import { attempt, once } from '@/work/perform';
import type { Answer } from '@/work/takingIn';
import { Body } from './look';

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

const How = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1.5rem;
  > :first-child {
    width: 16rem;
  }
  small {
    flex-basis: 100%;
  }
`;

const LANE_WIDTH = 220;
const nearName = (fret: number | null) => (fret === null ? 'where it lies best' : `near fret ${fret}`);

const partText = ({ exercise, remarks }: ForeignPart): string => {
  const { notes } = exercise!.passage;
  const frets = notes.map(({ fret }) => fret);
  const [low, high] = [Math.min(...frets), Math.max(...frets)];
  const where = low === high ? `fret ${low}` : `frets ${low} to ${high}`;
  const more = remarks.length > 0 ? `, ${counted(remarks.length, 'remark')}` : '';
  return `${counted(notes.length, 'note')}, ${where}${more}`;
};

function Lane({ part, setup }: { part: ForeignPart; setup: Setup }) {
  const { exercise } = part;
  const plan = useMemo(() => planOf(exercise!.passage, exercise!.policy, setup), [exercise, setup]);
  return <SmallLane plan={plan} width={LANE_WIDTH} />;
}

/** Which parts are taken, and how. */
export function Parts({
  parts: all,
  onAnswer,
}: {
  parts: readonly ForeignPart[];
  onAnswer: (answer: Answer) => void;
}) {
  const { setup } = usePlayer();
  const [chosen, setChosen] = useState<ChosenParts>({ ticked: new Set([0]), near: null, asOne: false });
  const [offered, setOffered] = useState<PartsOffered>({ parts: all, taken: all.slice(0, 1), apart: '' });
  useEffect(() => {
    let isOld = false;
    attempt('Putting it on the neck', async () => {
      const next = await partsOffered(all, chosen);
      if (!isOld) setOffered(next);
    });
    return () => {
      isOld = true;
    };
  }, [all, chosen]);
  const isMany = all.length > 1;
  const isPlaced = all.some((part) => part.isPlaced);
  const joined = chosen.asOne && offered.apart === null ? offered.taken[0] : undefined;
  return (
    <Body>
      <p>
        {isMany
          ? `There are ${counted(all.length, 'part')} in it. ${chosen.asOne ? 'All that you tick together become one exercise' : 'Each that you tick becomes an exercise of its own'}; percussion is left out.`
          : 'There is no tab in it: strings and frets are chosen for you.'}
      </p>
      <ul aria-label="Parts of the file">
        {offered.parts.map((part, at) => (
          <Part key={at}>
            <input
              type="checkbox"
              id={`part-${at}`}
              checked={chosen.ticked.has(at)}
              onChange={() => {
                const ticked = new Set(chosen.ticked);
                if (!ticked.delete(at)) ticked.add(at);
                setChosen({ ...chosen, ticked });
              }}
            />
            <label htmlFor={`part-${at}`}>
              {part.name || `Part ${at + 1}`}
              <small>{partText(part)}</small>
            </label>
            <Lane part={part} setup={setup} />
          </Part>
        ))}
      </ul>
      <How>
        {isPlaced ? (
          <Select
            label="Without tab it is put"
            value={String(chosen.near ?? '')}
            options={NEAR_FRETS.map((fret) => ({ id: String(fret ?? ''), name: nearName(fret) }))}
            onChange={(fret) => setChosen({ ...chosen, near: fret === '' ? null : Number(fret) })}
          />
        ) : null}
        {isMany ? (
          <Switch isOn={chosen.asOne} onChange={(asOne) => setChosen({ ...chosen, asOne })}>
            Join what is ticked: one guitar plays it all
          </Switch>
        ) : null}
        {chosen.asOne && offered.apart ? <small role="status">{offered.apart}</small> : null}
      </How>
      {joined ? (
        <ul aria-label="Joined">
          <Part>
            <span />
            <span>
              <strong>{joined.name}</strong>
              <small>{partText(joined)}</small>
            </span>
            <Lane part={joined} setup={setup} />
          </Part>
        </ul>
      ) : null}
      <div className="acts">
        <Button onPress={() => onAnswer(null)}>Take none</Button>
        <Button
          look="primary"
          isDisabled={chosen.ticked.size === 0 || (chosen.asOne && offered.apart !== null)}
          onPress={() =>
            once('Taking the parts', async () =>
              onAnswer({ kind: 'parts', parts: (await partsOffered(all, chosen)).taken }),
            )
          }
        >
          {joined ? 'Take it as one' : `Take ${counted(chosen.ticked.size, 'part')}`}
        </Button>
      </div>
    </Body>
  );
}
