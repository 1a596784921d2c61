/** A search as it is shown: one at a time, nothing of an ended one is heard, what was found stays. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Search, type Report } from './searching';

/** A search that says and ends what the test wants. */
function byHand() {
  let report!: Report<readonly number[]>;
  let settle!: (result: readonly number[]) => void;
  let fail!: (error: unknown) => void;
  const ended = { stops: 0 };
  const result = new Promise<readonly number[]>((resolve, reject) => {
    settle = resolve;
    fail = reject;
  });
  const start = (tell: Report<readonly number[]>) => {
    report = tell;
    return {
      result,
      stop: () => {
        ended.stops++;
      },
    };
  };
  return { start, say: (one: number) => report((now) => [...now, one]), settle, fail, ended };
}

const asGiven = (_: readonly number[], result: readonly number[]) => result;
/** Until the promises that are settled were heard. */
const heard = () => new Promise((resolve) => setTimeout(resolve));

it('shows what comes, then the result; what the user does is told as urgent', async () => {
  const search = new Search<readonly number[]>();
  const urgent: boolean[] = [];
  search.subscribe((isUrgent) => urgent.push(isUrgent));
  expect(search.getSnapshot()).toEqual({ shown: null, isRunning: false, fault: null });
  const one = byHand();
  search.begin([], one.start, asGiven);
  one.say(3);
  expect(search.getSnapshot()).toEqual({ shown: [3], isRunning: true, fault: null });
  one.settle([3, 4]);
  await heard();
  expect(search.getSnapshot()).toEqual({ shown: [3, 4], isRunning: false, fault: null });
  one.say(5);
  expect(search.getSnapshot().shown).toEqual([3, 4]);
  expect(urgent).toEqual([true, false, false]);
  expect(one.ended.stops).toBe(0);
});

it.each([
  [new Error('The search broke off.'), 'The search broke off.'],
  ['no room', 'no room'],
])('keeps what was found where it breaks off, and says why: %s', async (thrown, words) => {
  const search = new Search<readonly number[]>();
  const one = byHand();
  search.begin([], one.start, asGiven);
  one.say(1);
  one.fail(thrown);
  await heard();
  expect(search.getSnapshot()).toEqual({ shown: [1], isRunning: false, fault: words });
  search.begin([], byHand().start, asGiven);
  expect(search.getSnapshot().fault).toBeNull();
});

it('says so where it cannot even be begun', () => {
  const search = new Search<readonly number[]>();
  const refuse = () => {
    throw new Error('No worker can be started.');
  };
  search.begin([7], refuse, asGiven);
  expect(search.getSnapshot()).toEqual({ shown: [7], isRunning: false, fault: 'No worker can be started.' });
});

/** Whatever is pressed and said in whatever order: what is shown is what the last begun search said before it ended. */
it('hears only the search that runs', async () => {
  const acts = fc.array(
    fc.oneof(
      fc.record({ do: fc.constantFrom('begin', 'stop') }),
      fc.record({ do: fc.constantFrom('say', 'settle', 'fail'), which: fc.nat(3), n: fc.nat(99) }),
    ),
    { maxLength: 20 },
  );
  await fc.assert(
    fc.asyncProperty(acts, async (some) => {
      const search = new Search<readonly number[]>();
      const begun: ReturnType<typeof byHand>[] = [];
      let [shown, live]: [readonly number[] | null, number | null] = [null, null];
      let stops = 0;
      for (const act of some) {
        if (act.do === 'begin') {
          if (live !== null) stops++;
          begun.push(byHand());
          search.begin([], begun.at(-1)!.start, asGiven);
          [shown, live] = [[], begun.length - 1];
        } else if (act.do === 'stop') {
          if (live !== null) stops++;
          search.stop();
          live = null;
        } else if ('which' in act && begun[act.which]) {
          const one = begun[act.which]!;
          const isLive = live === act.which;
          if (act.do === 'say') one.say(act.n);
          if (act.do === 'settle') one.settle([act.n]);
          if (act.do === 'fail') one.fail(new Error('broke off'));
          await heard();
          if (isLive && act.do === 'say') shown = [...shown!, act.n];
          if (isLive && act.do === 'settle') [shown, live] = [[act.n], null];
          if (isLive && act.do === 'fail') live = null;
        }
        expect(search.getSnapshot()).toMatchObject({ shown, isRunning: live !== null });
      }
      expect(begun.reduce((sum, { ended }) => sum + ended.stops, 0)).toBe(stops);
    }),
    { numRuns: 40 },
  );
});
