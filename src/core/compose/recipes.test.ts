/** Any recipe: on the neck, in its scale or chord, within reach, or refused with a reason; and what outlives a change of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise } from '../model/exercise';
import { DEFAULT_SETUP, MAX_FRET } from '../instrument/instrument';
import { stretchMm } from '../instrument/neck';
import { setFinger, setFret, setLock, setMark, setSubdivision } from '../passage/edits';
import { emptyPassage } from '../passage/empty';
import { applyRecipe, isDetached } from './apply';
import { compose } from './compose';
import { composeFaultText } from './faults';
import { nearestRecipe } from './nearest';
import { firstRecipe } from './recipe';
import { type Recipe } from '../model/recipe';
import { recipes } from './testing';
import { chordIntervals, pitchClassOf, scaleTones } from './tones';
import { recipeText } from './words';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe('any recipe', () => {
  it('gives notes on the neck, in the scale or chord, and within reach, or none at all', () => {
    let made = 0;
    fc.assert(
      fc.property(recipes, (recipe) => {
        expect(recipeText(recipe).length).toBeGreaterThan(10);
        const composed = compose(recipe, DEFAULT_SETUP);
        if ('fault' in composed) return;
        made++;
        const all = composed.cells.flat();
        expect(all.length).toBeGreaterThan(0);
        expect(all[0]!.technique).toBe('pick');
        const { source, tuning, capo, moves, chain } = recipe;
        const isPlain = !recipe.approach && !recipe.pedal;
        const isDamped = recipe.damped || source.kind === 'strokes' || source.kind === 'restStrokes';
        const isRight = all.map((note, at) => {
          const before = all[at - 1];
          const pulls = note.technique === 'pull';
          return (
            tuning[note.string - 1] !== undefined &&
            note.fret >= (note.finger && !note.dead ? 1 : 0) &&
            note.fret <= MAX_FRET - capo &&
            (!pulls || (before!.string === note.string && before!.fret > note.fret))
          );
        });
        expect(isRight).not.toContain(false);
        const sounding = all.map(({ string, fret: at }) => (tuning[string - 1]! + capo + at) % 12);
        const belong = (tones: readonly number[]) => sounding.every((tone) => tones.includes(tone));
        if (isDamped) {
          expect(all.every(({ dead }) => dead === true)).toBe(true);
          return;
        }
        const moved = moves.kind === 'frets' || moves.kind === 'until';
        if (source.kind === 'scale' && !moved && isPlain) {
          expect(belong(scaleTones(source.tonic, source.scale, source.added))).toBe(true);
        }
        if ((source.kind === 'arpeggio' || source.kind === 'chord') && !moved && isPlain) {
          const tones = chordIntervals(source.chord).map(
            (steps) => (pitchClassOf(source.tonic) + steps) % 12,
          );
          expect(belong(tones)).toBe(true);
        }
        if (
          chain === 'A' &&
          isPlain &&
          recipe.figure.kind === 'run' &&
          recipe.direction === 'there' &&
          source.kind === 'chord' &&
          moves.kind === 'none'
        ) {
          const held = composed.cells[0]!.map(({ fret: at }) => at).filter((at) => at > 0);
          if (held.length > 1)
            expect(stretchMm(Math.min(...held) + capo, Math.max(...held) + capo, 648)).toBeLessThanOrEqual(
              DEFAULT_SETUP.stretchLimitMm,
            );
        }
      }),
      { numRuns: 1000 * THOROUGH },
    );
    // The check is empty unless a good part of them gives notes.
    expect(made).toBeGreaterThan(200);
  });

  it('that gives nothing says why, and what is offered instead gives notes', () => {
    let offered = 0;
    let refused = 0;
    fc.assert(
      fc.property(recipes, (recipe) => {
        const composed = compose(recipe, DEFAULT_SETUP);
        if ('cells' in composed) return;
        refused++;
        expect(composeFaultText(composed.fault, 128)).toMatch(/^[A-Z].*\.$/);
        const near = nearestRecipe(recipe, DEFAULT_SETUP);
        if (!near) return;
        offered++;
        expect(compose(near.recipe, DEFAULT_SETUP)).toHaveProperty('cells');
      }),
      { numRuns: 120 * THOROUGH },
    );
    // Nearly always something comes near.
    expect(offered).toBeGreaterThan(0.9 * refused);
  });
});

describe('a recipe in an exercise', () => {
  const exercise = newExercise('Own', emptyPassage());
  const written = (recipe: Recipe, into = exercise) => {
    const applied = applyRecipe(into, recipe, DEFAULT_SETUP);
    if ('fault' in applied) throw new Error(applied.fault.code);
    return applied.exercise;
  };

  it('keeps locks, fingers and rhythm of the teacher when key, strings or direction change, and all that is not notes', () => {
    const first = firstRecipe('scale');
    let one = written(first, { ...exercise, startBpm: 77, alsoTrains: 'calm' });
    expect(one.passage.notes).toHaveLength(18);
    const [second, third] = [one.passage.notes[1]!.id, one.passage.notes[2]!.id];
    let passage = setLock(setFinger(one.passage, second, 2), [third], { stroke: 'up', reason: 'lands' });
    passage = setMark(setSubdivision(passage, 3), second, 'accent', true);
    one = { ...one, passage, policy: { ...one.policy, loop: true } };
    expect(isDetached(one)).toBe(false);
    for (const next of [
      { ...first, source: { ...first.source, tonic: 'E' } } as Recipe,
      { ...first, direction: 'back' as const },
      { ...first, strings: [5, 4, 3] },
    ]) {
      const changed = written(next, one);
      expect(changed.passage.notes[1]).toMatchObject({ id: second, finger: 2, accent: true });
      expect(changed.passage.notes[2]).toMatchObject({ id: third, lock: { stroke: 'up', reason: 'lands' } });
      expect(changed.passage.subdivision).toBe(3);
      expect(changed).toMatchObject({ startBpm: 77, alsoTrains: 'calm', policy: { loop: true } });
      expect(isDetached(changed)).toBe(false);
    }
  });

  it('is detached by another fret, and stands again when it is written again', () => {
    const one = written(firstRecipe('fingers'));
    const edited = { ...one, passage: setFret(one.passage, one.passage.notes[3]!.id, 3) };
    expect(isDetached(edited)).toBe(true);
    const again = written(edited.recipe!.recipe, edited);
    expect(isDetached(again)).toBe(false);
    expect(again.passage.notes).toEqual(one.passage.notes);
  });

  it('is written so that every note has an id of its own and stands in order in the passage', () => {
    fc.assert(
      fc.property(recipes, (recipe) => {
        const applied = applyRecipe(exercise, recipe, DEFAULT_SETUP);
        if ('fault' in applied) return;
        const { passage, policy } = applied.exercise;
        expect(new Set(passage.notes.map(({ id }) => id)).size).toBe(passage.notes.length);
        expect(policy.loop).toBe(recipe.goesRound);
        const onsets = passage.notes.map(({ onsetTicks }) => onsetTicks);
        expect(onsets).toEqual([...onsets].sort((a, b) => a - b));
        const last = passage.notes.at(-1)!;
        expect(last.onsetTicks + last.durationTicks).toBe(passage.lengthTicks);
      }),
      { numRuns: 120 * THOROUGH },
    );
  });
});
