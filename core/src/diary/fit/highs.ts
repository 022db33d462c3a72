import type { LinearProgram, Solved, Solver } from './program.ts';

/** As much of the solver package as is used; it is handed in, so the core depends on nothing. */
interface HighsModel {
  options: { set: (name: string, value: number | boolean | string) => unknown };
  info: { get: (name: string) => unknown };
  /** Takes the package’s own model data. */
  passModel: (model: never) => unknown;
  run: () => unknown;
  getModelStatus: () => number;
  getObjectiveValue: () => number;
  getSolution: () => { colValue: ArrayLike<number> };
}
export interface HighsRuntime {
  infinity: number;
  withModel: <R>(work: (model: HighsModel) => R) => R;
}

const OPTIMAL = 7;
const INFEASIBLE = new Set([8, 9]);

const modelOf = ({ columns, rows }: LinearProgram, infinity: number) => {
  const end = (value: number): number => (Number.isFinite(value) ? value : value > 0 ? infinity : -infinity);
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { terms } of rows) {
    for (const [column, coefficient] of terms) {
      indices.push(column);
      values.push(coefficient);
    }
    starts.push(indices.length);
  }
  return {
    numCols: columns.length,
    numRows: rows.length,
    colCost: columns.map((c) => c.cost),
    colLower: columns.map((c) => end(c.low)),
    colUpper: columns.map((c) => end(c.high)),
    rowLower: rows.map((r) => end(r.low)),
    rowUpper: rows.map((r) => end(r.high)),
    integrality: columns.map((c) => (c.integer ? 1 : 0)),
    matrix: { format: 'csr', numRows: rows.length, numCols: columns.length, starts, indices, values },
  };
};

/** Makes a solver of the HiGHS package (mixed-integer programming, compiled to wasm); the same in a worker, on a server and in tests. */
export const highsSolver =
  (highs: HighsRuntime): Solver =>
  (program, seconds): Solved =>
    highs.withModel((model) => {
      model.options.set('output_flag', false);
      model.options.set('time_limit', seconds);
      model.options.set('mip_rel_gap', 1e-7);
      model.options.set('mip_abs_gap', 1e-6);
      model.options.set('primal_feasibility_tolerance', 1e-9);
      model.options.set('mip_feasibility_tolerance', 1e-9);
      // These programmes are small: looking for shortcuts costs more than it saves. Measured: a third of the time, the same optimum.
      model.options.set('presolve', 'off');
      for (const shortcut of ['rins', 'rens', 'root_reduced_cost'])
        model.options.set(`mip_heuristic_run_${shortcut}`, false);
      model.passModel(modelOf(program, highs.infinity) as never);
      model.run();
      const status = model.getModelStatus();
      if (INFEASIBLE.has(status)) return { status: 'infeasible', objective: NaN, values: [], gap: Infinity };
      const values = Array.from(model.getSolution().colValue);
      const objective = program.columns.reduce((sum, c, i) => sum + c.cost * (values[i] ?? 0), 0);
      if (status === OPTIMAL) return { status: 'optimal', objective, values, gap: 0 };
      // Time was up: 2 means that a feasible point is held.
      if (model.info.get('primal_solution_status') !== 2)
        return { status: 'infeasible', objective: NaN, values: [], gap: Infinity };
      const gap = model.info.get('mip_gap');
      return { status: 'limit', objective, values, gap: typeof gap === 'number' ? gap : Infinity };
    });
