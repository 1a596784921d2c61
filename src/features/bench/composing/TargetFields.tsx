'use client';
import { Plus, X } from 'lucide-react';
import { memo } from 'react';
import styled from 'styled-components';
import { equalOnPairs, targetText, type Brief, type BriefPart } from '@/core/brief';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { FieldRow } from '../TwoColumns';

type Target = Brief['targets'][number];

const ANY = 'any';

const List = styled.ul`
  display: grid;
  gap: 0.4rem;
  margin: 0;
  padding: 0;
  list-style: none;
  li > div > :first-child {
    min-width: 7.2rem;
  }
`;

const KINDS = [
  { id: 'inside', name: 'inside' },
  { id: 'outside', name: 'outside' },
  { id: 'sweep', name: 'sweep' },
  { id: ANY, name: 'any kind' },
];

type Amount = 'exactly' | 'at least' | 'from to' | 'none';
const AMOUNTS: readonly { readonly id: Amount; readonly name: string }[] = [
  { id: 'exactly', name: 'exactly' },
  { id: 'at least', name: 'at least' },
  { id: 'from to', name: 'from … to' },
  { id: 'none', name: 'none' },
];

const amountOf = ({ min, max }: Target): Amount =>
  max === null ? 'at least' : max === 0 ? 'none' : min === max ? 'exactly' : 'from to';

function withAmount(target: Target, amount: Amount): Target {
  const min = Math.max(1, target.min);
  switch (amount) {
    case 'exactly':
      return { ...target, min, max: min };
    case 'at least':
      return { ...target, min, max: null };
    case 'from to':
      return { ...target, min, max: min + 2 };
    case 'none':
      return { ...target, min: 0, max: 0 };
  }
}

/** Every change from one string to another, and all in one way. */
function wheres(count: number): { id: string; name: string }[] {
  const strings = Array.from({ length: count }, (_, at) => count - at);
  const pairs = strings.flatMap((thicker) =>
    strings.filter((thinner) => thinner < thicker).map((thinner) => [thicker, thinner] as const),
  );
  pairs.sort((a, b) => a[0] - a[1] - (b[0] - b[1]) || b[0] - a[0]);
  return [
    { id: ANY, name: 'anywhere' },
    { id: 'any floorward', name: 'all going floorward' },
    { id: 'any ceilingward', name: 'all going ceilingward' },
    ...pairs.flatMap(([thicker, thinner]) => [
      { id: `${thicker}-${thinner}`, name: `between ${thicker} and ${thinner}` },
      { id: `${thicker}-${thinner} floorward`, name: `from ${thicker} to ${thinner}` },
      { id: `${thicker}-${thinner} ceilingward`, name: `from ${thinner} to ${thicker}` },
    ]),
  ];
}

function whereOf({ strings, direction }: Target): string {
  const pair = strings ? strings.join('-') : ANY;
  return direction ? `${pair} ${direction}` : pair;
}

function withWhere(target: Target, where: string): Target {
  const [pair, way] = where.split(' ');
  const strings = pair === ANY ? null : (pair!.split('-').map(Number) as [number, number]);
  const direction = way === 'floorward' || way === 'ceilingward' ? way : null;
  return { ...target, strings, direction };
}

interface TargetFieldsProps {
  readonly brief: Brief;
  readonly set: (part: BriefPart) => void;
}

const FRESH: Target = { kind: 'inside', strings: null, direction: null, skipped: null, min: 2, max: 2 };

/** How many changes of which kind and where. */
export const TargetFields = memo(function TargetFields({ brief, set }: TargetFieldsProps) {
  const { targets, tuning } = brief;
  const change = (at: number, target: Target) =>
    set({ targets: targets.map((one, other) => (other === at ? target : one)) });
  return (
    <>
      <List aria-label="Changes wanted">
        {targets.map((target, at) => (
          <li key={at}>
            <FieldRow role="group" aria-label={targetText(target)}>
              <Select
                label="How many"
                hideLabel={at > 0}
                value={amountOf(target)}
                options={AMOUNTS}
                onChange={(amount) => change(at, withAmount(target, amount))}
              />
              {amountOf(target) === 'none' ? null : (
                <NumberField
                  label="Changes"
                  hideLabel={at > 0}
                  value={target.min}
                  min={1}
                  max={brief.notes}
                  onChange={(min) =>
                    min !== null &&
                    change(at, {
                      ...target,
                      min,
                      max:
                        target.max === null
                          ? null
                          : target.max === target.min
                            ? min
                            : Math.max(min, target.max),
                    })
                  }
                />
              )}
              {amountOf(target) === 'from to' ? (
                <NumberField
                  label="to"
                  hideLabel={at > 0}
                  value={target.max}
                  min={target.min + 1}
                  max={brief.notes}
                  onChange={(max) => max !== null && change(at, { ...target, max })}
                />
              ) : null}
              <Select
                label="Kind"
                hideLabel={at > 0}
                value={target.kind ?? ANY}
                options={KINDS}
                onChange={(kind) =>
                  change(at, { ...target, kind: kind === ANY ? null : (kind as Target['kind']) })
                }
              />
              <Select
                label="Where"
                hideLabel={at > 0}
                value={whereOf(target)}
                options={wheres(tuning.length)}
                onChange={(where) => change(at, withWhere(target, where))}
              />
              <Button
                square
                look="quiet"
                aria-label={`Do without: ${targetText(target)}`}
                onPress={() => set({ targets: targets.filter((_, other) => other !== at) })}
              >
                <X size={16} aria-hidden />
              </Button>
            </FieldRow>
          </li>
        ))}
      </List>
      <FieldRow style={{ alignItems: 'center' }}>
        <Button look="quiet" onPress={() => set({ targets: [...targets, FRESH] })}>
          <Plus size={16} aria-hidden /> Another kind of change
        </Button>
        <Button
          look="quiet"
          isDisabled={brief.strings.length < 2}
          onPress={() => set({ targets: equalOnPairs(brief) })}
        >
          Inside and outside equal on each pair
        </Button>
      </FieldRow>
    </>
  );
});
