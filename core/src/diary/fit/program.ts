/** A number to be found, between two ends; a whole one when `integer`. */
export interface Column {
  cost: number;
  low: number;
  high: number;
  integer: boolean;
}

/** low <= sum of coefficient x column <= high. */
export interface Row {
  low: number;
  high: number;
  terms: readonly (readonly [column: number, coefficient: number])[];
}

/** Minimise the sum of cost x column. What any solver of mixed-integer programmes can take. */
export interface LinearProgram {
  columns: Column[];
  rows: Row[];
}

export interface Solved {
  /** `limit`: the best that was found when the time was up. */
  status: 'optimal' | 'limit' | 'infeasible';
  objective: number;
  values: number[];
  /** How far the objective may still lie from the best one, relative; 0 when it is the best. */
  gap: number;
}

/** Solves a programme within so many seconds. Throws Error when the solver itself fails. */
export type Solver = (program: LinearProgram, seconds: number) => Solved;

/** Collects columns and rows of a programme. */
export class ProgramBuilder {
  readonly columns: Column[] = [];
  readonly rows: Row[] = [];

  column(low: number, high: number, cost = 0, integer = false): number {
    return this.columns.push({ cost, low, high, integer }) - 1;
  }
  row(low: number, high: number, ...terms: (readonly [number, number])[]): void {
    this.rows.push({ low, high, terms });
  }
  /** The programme with costs on some columns alone. */
  minimising(costs: ReadonlyMap<number, number>): LinearProgram {
    return {
      columns: this.columns.map((column, i) => ({ ...column, cost: costs.get(i) ?? 0 })),
      rows: this.rows,
    };
  }
}
