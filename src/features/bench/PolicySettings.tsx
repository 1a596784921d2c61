'use client';
import styled from 'styled-components';
import {
  POLICY_MEANINGS,
  slantText,
  TURN_MEANINGS,
  type PickingPolicy,
  type Schools,
  type Slant,
} from '@/core';
import { Choice } from '@/ui/controls/Choice';
import { Switch } from '@/ui/controls/Switch';
import { colour } from '@/ui/theme/tokens';

const Meaning = styled.p`
  flex: 1 1 100%;
  color: ${colour.inkSoft};
  font-size: 0.875rem;
`;

interface PolicySettingsProps {
  readonly policy: PickingPolicy;
  /** One slant: the slant that was taken. */
  readonly taken: Slant | null;
  readonly view: Schools;
  readonly set: (label: string, change: Partial<PickingPolicy>) => void;
}

/** What else a policy can be told; only what it listens to. */
export function PolicySettings({ policy, taken, view, set }: PolicySettingsProps) {
  const { kind } = policy;
  const turn = policy.turn ?? 'onward';
  return (
    <>
      <Meaning>{POLICY_MEANINGS[kind]}</Meaning>
      {kind === 'alternateByPulse' ? (
        <Choice
          label="The swing begins anew"
          value={policy.restart ?? 'never'}
          options={[
            { id: 'never', name: 'never' },
            { id: 'beat', name: 'each beat' },
            { id: 'bar', name: 'each bar' },
          ]}
          onChange={(restart) => set('Where the swing begins anew', { restart })}
        />
      ) : null}
      {kind === 'oneSlant' ? (
        <Choice
          label="Slant"
          value={policy.slant ?? 'either'}
          options={[
            {
              id: 'either',
              name: taken ? `whichever fits (now ${slantText(taken, view)})` : 'whichever fits',
            },
            { id: 'downward', name: slantText('downward', view) },
            { id: 'upward', name: slantText('upward', view) },
          ]}
          onChange={(slant) => set('Slant', { slant })}
        />
      ) : null}
      {kind === 'sweep' ? (
        <>
          <Choice
            label="Where the sweep turns"
            value={turn}
            options={[
              { id: 'onward', name: 'swept on' },
              { id: 'back', name: 'struck back' },
              { id: 'pulled', name: 'pulled' },
            ]}
            onChange={(way) => set('Where the sweep turns', { turn: way })}
          />
          <Meaning>{TURN_MEANINGS[turn]}</Meaning>
        </>
      ) : null}
      {kind === 'economy' || kind === 'sweep' ? (
        <Switch
          isOn={policy.travelOverSkips === true}
          onChange={(travelOverSkips) => set('Over skipped strings', { travelOverSkips })}
        >
          keep sweeping where a string is skipped
        </Switch>
      ) : null}
      {kind === 'oneSlant' ? (
        <Switch isOn={policy.maySweep !== false} onChange={(maySweep) => set('Sweeps allowed', { maySweep })}>
          sweeps allowed
        </Switch>
      ) : null}
      {kind === 'sweep' || kind === 'oneSlant' ? (
        <Switch isOn={policy.maySlur === true} onChange={(maySlur) => set('Slurs allowed', { maySlur })}>
          slurs allowed
        </Switch>
      ) : null}
    </>
  );
}
