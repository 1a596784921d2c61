/** A run that was played and not judged is not lost, whatever is pressed after it. */
import { expect, it } from 'vitest';
import { atMs as at, givenOf, place, PRESSES, runner } from './testing';

it('a run that waits for its verdict still does after “it hurts” and after the end, until it is judged', () => {
  for (const press of [PRESSES.pain, PRESSES.end]) {
    const one = runner(givenOf('ladder'));
    PRESSES.start(one);
    one.does({ is: 'stop', place: place(2) });
    const { played } = one.state;
    expect(played).toMatchObject({ passes: 2 });
    press(one);
    expect(['pain', 'done']).toContain(one.state.phase);
    // The page may be left now.
    const again = runner(givenOf('ladder'), one.state.sitting!);
    expect(again.state).toMatchObject({ phase: 'judge', played });
    // Or it goes on here.
    one.does(press === PRESSES.pain ? { is: 'take back' } : { is: 'again' });
    expect(one.state).toMatchObject({ phase: 'judge', played });
    one.does({ is: 'judge', verdict: 'clean', id: one.id(), now: at(2), place: null });
    expect(one.state.played).toBeNull();
    expect(runner(givenOf('ladder'), one.state.sitting!).state.phase).toBe('ready');
  }
});

it('says so where a verdict is taken back over a run that waits', () => {
  const one = runner(givenOf('ladder'));
  for (const name of ['start', 'finished', 'clean', 'rested', 'start', 'finished'] as const)
    PRESSES[name](one);
  const { played } = one.state;
  PRESSES.tight(one);
  PRESSES.back(one);
  expect(one.state).toMatchObject({ phase: 'judge', played });
  expect(one.state.words!.text).not.toContain('let go');
  PRESSES.back(one);
  expect(one.state.words!.text).toContain('is let go');
});
