/** What is said of a take: sides, signs and counts as the figures have them, and of a kept one no more than of the take itself. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TakeReport } from '@/core/take';
import {
  behindText,
  driftText,
  faultsText,
  keptText,
  latenessText,
  movementText,
  ringingText,
  msText,
  spreadText,
  untold,
  verdictText,
  worstText,
} from './words';

const kind = (meanMs: number, p: number) => ({
  ...({ change: 'outside', n: 12, low: meanMs - 2, high: meanMs + 2 } as const),
  ...{ meanMs, p },
});
const report = (parts: Partial<TakeReport>): TakeReport =>
  ({
    ...{ state: 'judged', why: null, kinds: [], groups: [], notes: [], extras: [], breaks: [] },
    ...{ driven: false, slower: 0, spreadMs: null, behindClicksMs: 3 },
    ringing: { told: 12, on: 0 },
    ...parts,
  }) as unknown as TakeReport;
const notes = (...states: string[]) =>
  states.map((state) => ({ state, bunched: state === 'bunched' })) as unknown as TakeReport['notes'];

describe('a take in words', () => {
  it('has milliseconds as figures that are near them', () => {
    fc.assert(
      fc.property(fc.double({ min: -400, max: 400, noNaN: true }), (ms) => {
        const said = Number(msText(ms));
        expect(Math.abs(said - Math.abs(ms))).toBeLessThanOrEqual(said < 10 ? 0.0501 : 0.5001);
      }),
    );
    expect([msText(9.94), msText(9.95), msText(-6), msText(0.04)]).toEqual(['9.9', '10', '6', '0']);
  });

  it('says late or early, from the less to the more', () => {
    expect(latenessText({ ...kind(6, 0.01), low: 4, high: 8 })).toBe('6 ms late, between 4 and 8');
    expect(latenessText({ ...kind(-6, 0.01), low: -8, high: -4 })).toBe('6 ms early, between 4 and 8');
    expect(latenessText({ ...kind(1, 0.4), low: -2, high: 4 })).toBe('1 ms late, between 2 early and 4');
    expect(latenessText({ ...kind(-1, 0.4), low: -4, high: 2 })).toBe('1 ms early, between 2 late and 4');
  });

  it('counts what is not as it should be, each by itself', () => {
    expect(faultsText(report({ notes: notes('played', 'played') }))).toBe('');
    const many = report({
      notes: notes('missing', 'wrong', 'missing', 'bunched'),
      extras: [{}, {}] as unknown as TakeReport['extras'],
    });
    expect(faultsText(many)).toBe('2 notes missing, 1 wrong, 1 bunched, 2 too many');
    expect(verdictText(report({ notes: notes('missing') }))).toBe(
      'Too few string changes to say whether a kind comes late; 1 note missing.',
    );
    expect(verdictText(report({ kinds: [kind(6, 0.01)], notes: notes('played') }))).toBe(
      'Outside changes come 6 ms late, between 4 and 8 (12 of them); every note is there and right.',
    );
  });

  it('says of the tempo whether it was held, and how often it was broken off', () => {
    const breaks = (count: number) => Array.from({ length: count }, () => ({})) as never;
    expect(driftText({ slower: 0.002, breaks: breaks(0) })).toBe('The tempo was held.');
    expect(driftText({ slower: 0.031, breaks: breaks(1) })).toBe(
      'It was played 3.1 % slower than the plan; broken off once.',
    );
    expect(driftText({ slower: -0.031, breaks: breaks(2) })).toMatch(/faster than the plan; .* 2 times\.$/);
  });

  it('says how even it was, down and up apart where both are known, and where it lies beside the click', () => {
    expect(spreadText({ spreadMs: null })).toMatch(/^Too few notes/);
    expect(spreadText({ spreadMs: { all: 5, down: 4, up: 6 } })).toContain('(downstrokes 4, upstrokes 6)');
    expect(spreadText({ spreadMs: { all: 5, down: 4, up: null } })).not.toContain('downstrokes');
    expect([null, 1.9, 2, -12].map((behindClicksMs) => behindText({ behindClicksMs }))).toEqual([
      null,
      'It lies on the click.',
      'It lies 2 ms behind the click.',
      'It lies 12 ms before the click.',
    ]);
  });

  it('says how many notes ring on, of those it could tell of', () => {
    const ringing = (on: number) => ringingText({ ringing: { told: 12, on } });
    expect([ringing(0), ringing(1), ringing(2)].map((text) => text!.split(':')[0])).toEqual([
      'No note rings on into the next string, of 12 where it can be told.',
      '1 note rings on into the next string, of 12 where it can be told',
      '2 notes ring on into the next string, of 12 where it can be told',
    ]);
    expect(ringingText({ ringing: null })).toBeNull();
  });

  it('names what it cannot tell, by what was known of the sound', () => {
    expect(untold(report({}))).toHaveLength(2);
    expect(untold(report({ behindClicksMs: null })).join()).toContain('the delay was not measured');
    expect(untold(report({ driven: true })).join()).toContain('the sound is driven');
    expect(untold(report({ ringing: null })).join()).toContain('whether strings ring on');
  });

  it('says what moved, and whether that may be nothing', () => {
    const moved = { change: 'outside', fromMs: 12, toMs: 3, low: -14, high: -4 } as const;
    expect(movementText(moved)).toBe('+12 to +3 ms, moved by −9 (95 %: −14 to −4)');
    expect(movementText({ ...moved, high: 1 })).toMatch(/which may be nothing$/);
    expect(movementText({ ...moved, toMs: 0 })).toMatch(/^\+12 to \+0 ms/);
    expect(movementText({ ...moved, high: 0 })).toMatch(/which may be nothing$/);
    expect(movementText({ ...moved, low: 2, high: 9 })).not.toMatch(/nothing/);
  });

  it('says of a change that is worth a drill how late, or how often it failed', () => {
    const worst = { meanMs: 8, faults: 0, times: 6 } as Parameters<typeof worstText>[0];
    expect(worstText(worst)).toBe('8 ms late in the mean of 6 times');
    expect(worstText({ ...worst, meanMs: 0.4, times: 1 })).toBe('in time in the mean of 1 time');
    expect(worstText({ ...worst, meanMs: -1, faults: 1 })).toMatch(/, else 1 ms early$/);
    expect(worstText({ ...worst, faults: 2, meanMs: -3 })).toBe(
      'not as it should be 2 of 6 times, else 3 ms early',
    );
    expect(worstText({ ...worst, faults: 2, meanMs: 0.4 })).toBe('not as it should be 2 of 6 times');
  });
});

describe('a kept take', () => {
  const kept = (parts: Partial<TakeReport>) => {
    const { kinds, notes: of, driven } = report(parts);
    return keptText({ ...{ notJudged: null, kinds, notes: of, driven }, extras: 0 } as never);
  };

  it('names the kinds that come late or early for sure, and counts the faults', () => {
    const kinds = [kind(6, 0.01), { ...kind(-4, 0.2), change: 'inside' as const }];
    expect(kept({ kinds })).toBe('outside changes +6 ms');
    expect(kept({ kinds: [], notes: notes('missing', 'played') })).toBe('no kind late or early, 1 fault');
    expect(kept({ kinds: [], notes: notes('missing', 'wrong') })).toBe('no kind late or early, 2 faults');
  });

  it('claims no difference that the verdict does not: below 3 ms a driven sound tells none', () => {
    const small = { kinds: [kind(2, 0.001)], driven: true };
    expect(verdictText(report(small))).toMatch(/^No kind of change comes early or late/);
    expect(kept(small)).toBe('no kind late or early');
    expect(kept({ ...small, driven: false })).toBe('outside changes +2 ms');
  });
});
