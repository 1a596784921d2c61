/** Whole-number programs by the solver HiGHS (Huangfu & Hall 2018). It is loaded elsewhere and handed in. */
import type { Highs, Model } from 'highs';
import type { Aim, Program, Solve, Solved } from './program';

/** A bound nearer than a step proves a value; a little less, because bounds are not exact. */
const NEARLY = 0.99;

function load(highs: Highs, program: Program, { sense, terms }: Aim): Model {
  const { constants } = highs;
  const starts: number[] = [];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { terms: some } of program.rows) {
    starts.push(indices.length);
    for (const [at, factor] of some) {
      indices.push(at);
      values.push(factor);
    }
  }
  starts.push(indices.length);
  const cost = program.lower.map(() => 0);
  for (const [at, factor] of terms) cost[at]! += factor;
  const [numCols, numRows] = [program.lower.length, program.rows.length];
  return highs.createModel({
    numCols,
    numRows,
    sense: constants.objectiveSense[sense === 'least' ? 'minimize' : 'maximize'],
    colCost: cost,
    colLower: program.lower,
    colUpper: program.upper,
    rowLower: program.rows.map(({ lower }) => lower),
    rowUpper: program.rows.map(({ upper }) => upper),
    integrality: program.isWhole.map((whole) => constants.variableType[whole ? 'integer' : 'continuous']),
    matrix: { format: 'csr', numCols, numRows, starts, indices, values },
  });
}

/** A solver of programs; the same program always ends the same way. */
export const solveWith =
  (highs: Highs): Solve =>
  (program, aim, start, nodes): Solved => {
    const model = load(highs, program, aim);
    try {
      model.options.set({
        output_flag: false,
        mip_rel_gap: 0,
        mip_abs_gap: Math.max(1e-6, aim.step * NEARLY),
        mip_max_nodes: nodes,
        random_seed: 1,
      });
      if (start) {
        const known = start.flatMap((_, at) => at);
        model.setSolution({ indices: known, values: known.map((at) => start[at]!) });
      }
      model.run();
      const { modelStatus } = highs.constants;
      const status = model.getModelStatus();
      if (status === modelStatus.infeasible) return { state: 'none', values: [], value: NaN, bound: NaN };
      const value = model.getObjectiveValue();
      const values = [...(model.getSolution().colValue ?? [])];
      if (values.length === 0 || !Number.isFinite(value))
        return { state: 'open', values: [], value: NaN, bound: NaN };
      return {
        state: status === modelStatus.optimal ? 'best' : 'found',
        values: values.map((one, at) => (program.isWhole[at] ? Math.round(one) + 0 : one)),
        value,
        bound: Number(model.info.get('mip_dual_bound')),
      };
    } finally {
      model.dispose();
    }
  };
