import { expect, it, vi } from 'vitest';
import { FIRST_STEPS, FirstPath } from './steps';

it('the first steps are at most five; they go on and back, end after the last, and are left at any moment', () => {
  expect(FIRST_STEPS.length).toBeLessThanOrEqual(5);
  const path = new FirstPath();
  const told = vi.fn();
  path.subscribe(told);
  path.go(1);
  expect(path.getSnapshot()).toBeNull();
  path.begin();
  path.go(-1);
  expect(path.getSnapshot()).toBe(0);
  for (const _ of FIRST_STEPS) path.go(1);
  expect(path.getSnapshot()).toBeNull();
  path.begin();
  path.go(1);
  path.leave();
  expect(path.getSnapshot()).toBeNull();
  expect(told.mock.calls.length).toBe(2 + FIRST_STEPS.length + 2);
});
