'use client';
import { slantText, type PickingPolicy, type Schools } from '@/core';
import { Choice } from '@/ui/controls/Choice';
import { Switch } from '@/ui/controls/Switch';

interface PolicySettingsProps {
  readonly policy: PickingPolicy;
  readonly view: Schools;
  readonly set: (label: string, change: Partial<PickingPolicy>) => void;
}

/** What else a policy can be told; only what it listens to. */
export function PolicySettings({ policy, view, set }: PolicySettingsProps) {
  const { kind } = policy;
  return (
    <>
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
          value={policy.slant ?? 'downward'}
          options={[
            { id: 'downward', name: slantText('downward', view) },
            { id: 'upward', name: slantText('upward', view) },
          ]}
          onChange={(slant) => set('Slant', { slant })}
        />
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
