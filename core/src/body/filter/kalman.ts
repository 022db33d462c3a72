/** A linear model with normal noise, and what is known of its state. Matrices are rows of numbers. */
export type Vector = readonly number[];
export type Matrix = readonly Vector[];

export interface State {
  mean: Vector;
  /** Covariance, symmetric. */
  cov: Matrix;
}

/** How the state goes on: `F x + input`, with noise of covariance `noise`. */
export interface Transition {
  F: Matrix;
  input: Vector;
  noise: Matrix;
}

/** One number that was read: `H x`, with noise of variance `variance`. */
export interface Reading {
  H: Vector;
  value: number;
  variance: number;
}

const times = (a: Matrix, b: Matrix): number[][] =>
  a.map((row) =>
    (b[0] as Vector).map((_, j) => row.reduce((sum, x, k) => sum + x * (b[k]?.[j] as number), 0)),
  );
const timesVector = (a: Matrix, v: Vector): number[] =>
  a.map((row) => row.reduce((sum, x, k) => sum + x * (v[k] as number), 0));
const transposed = (a: Matrix): number[][] =>
  (a[0] as Vector).map((_, j) => a.map((row) => row[j] as number));
const plus = (a: Matrix, b: Matrix): number[][] =>
  a.map((row, i) => row.map((x, j) => x + (b[i]?.[j] as number)));
const minus = (a: Matrix, b: Matrix): number[][] =>
  a.map((row, i) => row.map((x, j) => x - (b[i]?.[j] as number)));
const dot = (a: Vector, b: Vector): number => a.reduce((sum, x, i) => sum + x * (b[i] as number), 0);

/** The state one step on, before anything is read. Source: Kalman 1960. */
export const predict = ({ mean, cov }: State, { F, input, noise }: Transition): State => ({
  mean: timesVector(F, mean).map((x, i) => x + (input[i] as number)),
  cov: plus(times(times(F, cov), transposed(F)), noise),
});

/**
 * What a reading tells of the state, with the difference between it and what was expected, and the variance of that difference. Joseph's form:
 * the covariance stays one. Source: Bucy & Joseph 1968, from memory.
 *
 * @example
 * // A local level, known to 1, and a reading as good: half way.
 * update({ mean: [0], cov: [[1]] }, { H: [1], value: 1, variance: 1 }).state; // => { mean: [0.5], cov: [[0.5]] }
 */
export const update = (
  { mean, cov }: State,
  { H, value, variance }: Reading,
): { state: State; innovation: number; innovationVariance: number } => {
  const PH = timesVector(cov, H);
  const innovationVariance = dot(H, PH) + variance;
  const innovation = value - dot(H, mean);
  const K = PH.map((x) => x / innovationVariance);
  const A = K.map((k, i) => H.map((h, j) => (i === j ? 1 : 0) - k * h));
  return {
    innovation,
    innovationVariance,
    state: {
      mean: mean.map((x, i) => x + (K[i] as number) * innovation),
      cov: plus(
        times(times(A, cov), transposed(A)),
        K.map((ki) => K.map((kj) => ki * variance * kj)),
      ),
    },
  };
};

/** The solution X of A X = B for a symmetric positive definite A, by its triangle. Throws RangeError when A is none. Source: Cholesky 1924. */
export const solveSymmetric = (A: Matrix, B: Matrix): number[][] => {
  const n = A.length;
  const L: number[][] = A.map(() => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j <= i; j += 1) {
      const [row, other] = [L[i] as number[], L[j] as number[]];
      let rest = A[i]?.[j] as number;
      for (let k = 0; k < j; k += 1) rest -= (row[k] as number) * (other[k] as number);
      if (i === j) {
        if (!(rest > 0)) throw new RangeError('The matrix is not positive definite.');
        row[i] = Math.sqrt(rest);
      } else row[j] = rest / (other[j] as number);
    }
  const at = (i: number, j: number): number => L[i]?.[j] as number;
  const X = B.map((row) => [...row]);
  for (let c = 0; c < (B[0] as Vector).length; c += 1) {
    for (let i = 0; i < n; i += 1) {
      let rest = X[i]?.[c] as number;
      for (let k = 0; k < i; k += 1) rest -= at(i, k) * (X[k]?.[c] as number);
      (X[i] as number[])[c] = rest / at(i, i);
    }
    for (let i = n - 1; i >= 0; i -= 1) {
      let rest = X[i]?.[c] as number;
      for (let k = i + 1; k < n; k += 1) rest -= at(k, i) * (X[k]?.[c] as number);
      (X[i] as number[])[c] = rest / at(i, i);
    }
  }
  return X;
};

/**
 * What all readings together tell of each step: from the last step back, each filtered state is drawn towards what the next one turned out
 * to be. `filtered[i]` after its reading, `predicted[i]` the state of step i before it, `F` from each to the next.
 * Source: Rauch, Tung & Striebel 1965.
 */
export const smooth = (filtered: readonly State[], predicted: readonly State[], F: Matrix): State[] => {
  const out = [...filtered];
  for (let i = filtered.length - 2; i >= 0; i -= 1) {
    const here = filtered[i] as State;
    const next = predicted[i + 1] as State;
    const later = out[i + 1] as State;
    // The gain P F' (F P F' + Q)^-1, solved rather than inverted.
    const C = transposed(solveSymmetric(next.cov, times(F, here.cov)));
    out[i] = {
      mean: here.mean.map(
        (x, k) =>
          x +
          dot(
            C[k] as Vector,
            later.mean.map((y, j) => y - (next.mean[j] as number)),
          ),
      ),
      cov: plus(here.cov, times(times(C, minus(later.cov, next.cov)), transposed(C))),
    };
  }
  return out;
};
