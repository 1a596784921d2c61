/** How long composing to the fixed briefs takes: first line, ten different ones, the proof; and how the first three lines of each read. */
import { DEFAULT_SETUP, pitchOf, planOf, smallTab } from '@/core';
import { briefName, partsText, reachText, searching, type Brief, type Candidate } from '@/core/brief';
import { LESSON_BRIEFS, PUBLISHED_BRIEFS } from '@/core/brief/published/testing';
import { report } from './report';

/** Goals of the issue, in milliseconds: by the number of the brief, from 0. */
const PROOF_GOALS: Readonly<Record<number, number>> = { 0: 1000, 1: 3000, 4: 100, 9: 100 };
const FIRST_GOAL = 300;
const TEN_GOAL = 5000;

/** Prints the composer's figures. */
export function benchBriefs(): void {
  // One run to warm up, as in a worker that has composed before.
  const warm = searching(PUBLISHED_BRIEFS[4]!.brief, DEFAULT_SETUP);
  while (!warm.next().done);
  [...PUBLISHED_BRIEFS, ...LESSON_BRIEFS].forEach(({ name, brief }, number) => {
    const start = performance.now();
    const search = searching(brief, DEFAULT_SETUP);
    const found: number[] = [];
    let settled: number | null = null;
    for (;;) {
      const next = search.next();
      const ms = performance.now() - start;
      if (!next.done) {
        if (next.value.kind === 'candidate') found.push(ms);
        if (next.value.kind === 'settled') settled = ms;
        continue;
      }
      const { state, candidates, bound } = next.value;
      const costs = candidates.map(({ cost }) => cost).join(' ');
      const gap =
        state === 'best found' && bound !== null ? `, at most ${candidates[0]!.cost - bound} above` : '';
      const faults = candidates.slice(0, 3).flatMap((one) => faultsOf(one, brief));
      console.log(`${number + 1}. ${name}: ${state}${gap}${costs ? ` (costs ${costs})` : ''}`);
      if (found[0] !== undefined) report('   first line', found[0], 'ms', FIRST_GOAL);
      if (found[9] !== undefined) report('   ten different lines', found[9], 'ms', TEN_GOAL);
      report('   proven', settled ?? ms, 'ms', PROOF_GOALS[number] ?? null);
      if (faults.length > 0) console.log(`   of the first three lines: ${faults.join(', ')}`);
      if (settled !== null) report('   with further lines near the best', ms, 'ms', null);
      break;
    }
  });
}

/** What a teacher would not give out: leaps beyond an octave, an end off the beat where the length was left open, to and fro on two notes. */
function faultsOf({ passage }: Candidate, brief: Brief): string[] {
  const pitches = passage.notes.map((note) => pitchOf(passage, note));
  const leap = Math.max(...pitches.slice(1).map((pitch, at) => Math.abs(pitch - pitches[at]!)));
  const inPlace = pitches.map((pitch, at) => at > 1 && pitch === pitches[at - 2]);
  const isOff = brief.lands && !brief.loop && (pitches.length - 1) % brief.subdivision !== 0;
  return [
    ...(leap > (brief.largestLeap ?? 12) ? [`a leap of ${leap} semitones`] : []),
    ...(isOff ? ['an end off the beat'] : []),
    ...(inPlace.some((turns, at) => turns && inPlace[at - 1] && inPlace[at - 2])
      ? ['three turns in place in a row']
      : []),
  ];
}

/** Prints the first three lines of each lesson brief, to be read. */
export function printLines(): void {
  for (const { name, brief } of LESSON_BRIEFS) {
    console.log(`### ${name[0]!.toUpperCase()}${name.slice(1)}\n\n${briefName(brief)}.\n`);
    const search = searching(brief, DEFAULT_SETUP);
    for (let next = search.next(); ; next = search.next()) {
      if (!next.done) continue;
      for (const { passage, policy, cost, parts } of next.value.candidates.slice(0, 3)) {
        const tab = smallTab(planOf(passage, policy, DEFAULT_SETUP), 100);
        console.log(
          `${cost} steps (${partsText(parts)}); ${reachText(passage, brief.loop)}.\n\n\`\`\`\n${tab.trimEnd()}\n\`\`\`\n`,
        );
      }
      break;
    }
  }
}
