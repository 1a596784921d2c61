'use client';
import { Plus, X } from 'lucide-react';
import type { Finger } from '@/core';
import { fingerWishes, MAX_FINGER_CHANGES, withFingerWish, type Brief, type BriefPart } from '@/core/brief';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { FieldRow } from '../TwoColumns';

type Change = Brief['fingerChanges'][number];
type Way = NonNullable<Change[2]> | 'either';

const FINGERS = [1, 2, 3, 4].map((finger) => ({ id: String(finger), name: `finger ${finger}` }));
const ANY = 'any';
const WAYS: readonly { readonly id: Way; readonly name: string }[] = [
  { id: 'either', name: 'either way' },
  { id: 'floorward', name: 'floorward' },
  { id: 'ceilingward', name: 'ceilingward' },
];

interface FingerFieldsProps {
  readonly brief: Brief;
  readonly set: (part: BriefPart) => void;
}

/** Changes from one finger to another on a change of string, and how often each. */
export function FingerFields({ brief, set }: FingerFieldsProps) {
  const wishes = fingerWishes(brief);
  const total = brief.fingerChanges.length;
  const keep = (at: number, change: Change, times: number) =>
    set({ fingerChanges: withFingerWish(brief, at, change, times) });
  return (
    <div role="group" aria-label="Finger changes wanted">
      {wishes.map(({ change, times }, at) => {
        const [from, to, way, string] = change;
        const turned = (parts: { from?: number; to?: number; way?: Way; string?: string }): Change => {
          const fingers = [(parts.from ?? from) as Finger, (parts.to ?? to) as Finger] as const;
          const going = parts.way ?? way ?? 'either';
          const onto = parts.string ?? String(string ?? ANY);
          const isEither = going === 'either';
          if (onto !== ANY) return [...fingers, isEither ? null : going, Number(onto)];
          return isEither ? fingers : [...fingers, going];
        };
        return (
          <FieldRow key={at}>
            <NumberField
              label="Finger changes, times"
              hideLabel={at > 0}
              value={times}
              min={1}
              max={MAX_FINGER_CHANGES - total + times}
              onChange={(count) => count !== null && keep(at, change, count)}
            />
            <Select
              label="from"
              hideLabel={at > 0}
              value={String(from)}
              options={FINGERS}
              onChange={(id) => keep(at, turned({ from: Number(id) }), times)}
            />
            <Select
              label="to"
              hideLabel={at > 0}
              value={String(to)}
              options={FINGERS}
              onChange={(id) => keep(at, turned({ to: Number(id) }), times)}
            />
            <Select
              label="going"
              hideLabel={at > 0}
              value={way ?? 'either'}
              options={WAYS}
              onChange={(id) => keep(at, turned({ way: id }), times)}
            />
            <Select
              label="to string"
              hideLabel={at > 0}
              value={String(string ?? ANY)}
              options={[
                { id: ANY, name: 'any' },
                ...brief.tuning.map((_, index) => ({ id: String(index + 1), name: String(index + 1) })),
              ]}
              onChange={(id) => keep(at, turned({ string: id }), times)}
            />
            <Button
              look="quiet"
              square
              aria-label={`Leave out the change from finger ${from} to finger ${to}`}
              onPress={() => keep(at, change, 0)}
            >
              <X size={16} aria-hidden />
            </Button>
          </FieldRow>
        );
      })}
      <Button
        look="quiet"
        isDisabled={total >= MAX_FINGER_CHANGES}
        onPress={() => set({ fingerChanges: [...brief.fingerChanges, [1, 4]] })}
      >
        <Plus size={16} aria-hidden /> A finger change, on a change of string
      </Button>
    </div>
  );
}
