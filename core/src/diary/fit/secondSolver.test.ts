import { beforeAll, describe, expect, test } from '@jest/globals';
import glpkFactory, { type GLPK } from 'glpk.js/node';
import highsLoader from 'highs';
import { seededRandom } from '../../random/index.ts';
import { missProgram, nearProgram } from './model.ts';
import { highsSolver } from './highs.ts';
import { type LinearProgram, type Solver } from './program.ts';
import { sampleFit } from './samples.ts';

/** Problems in each of six parts: a few at each commit, 300 altogether with MAUL_LAWS=full. */
const EACH = process.env.MAUL_LAWS === 'full' ? 50 : 12;

let solver: Solver;
let glpk: GLPK;
beforeAll(async () => {
  solver = highsSolver(await highsLoader());
  glpk = await glpkFactory();
});

const solveByGlpk = ({ columns, rows }: LinearProgram) => {
  const bounds = (low: number, high: number) => {
    const [l, h] = [Number.isFinite(low), Number.isFinite(high)];
    const type =
      low === high ? glpk.GLP_FX : l && h ? glpk.GLP_DB : l ? glpk.GLP_LO : h ? glpk.GLP_UP : glpk.GLP_FR;
    return { type, lb: l ? low : 0, ub: h ? high : 0 };
  };
  const name = (i: number): string => `x${i}`;
  const { result } = glpk.solve(
    {
      name: 'fit',
      objective: {
        direction: glpk.GLP_MIN,
        name: 'cost',
        vars: columns.map((c, i) => ({ name: name(i), coef: c.cost })),
      },
      subjectTo: rows.map((r, i) => ({
        name: `r${i}`,
        vars: r.terms.map(([c, coef]) => ({ name: name(c), coef })),
        bnds: bounds(r.low, r.high),
      })),
      bounds: columns.map((c, i) => ({ name: name(i), ...bounds(c.low, c.high) })),
      generals: columns.flatMap((c, i) => (c.integer ? [name(i)] : [])),
    },
    { msglev: glpk.GLP_MSG_OFF, presol: true, tmlim: 20, mipgap: 0 },
  );
  return result.status === glpk.GLP_OPT
    ? { objective: result.z, values: columns.map((_, i) => result.vars[name(i)] ?? 0) }
    : undefined;
};

/**
 * The objective by a second solver of its own making: the GNU Linear Programming Kit. It forgives 1e-5 of a whole number, which would show
 * in the objective: so the whole numbers it found are set and the rest is solved once more.
 */
const byGlpk = (program: LinearProgram): number | undefined => {
  const found = solveByGlpk(program);
  if (!found) return undefined;
  const columns = program.columns.map((c, i) => {
    const at = Math.round(found.values[i] ?? 0);
    return c.integer ? { ...c, low: at, high: at, integer: false } : c;
  });
  return (solveByGlpk({ ...program, columns }) ?? found).objective;
};

describe('against a second solver (GNU Linear Programming Kit), seeded problems', () => {
  test.each(Array.from({ length: 6 }, (_, i) => i))('part %i', (part) => {
    const random = seededRandom(71 + part);
    let missed = 0;
    for (let i = 0; i < EACH; i += 1) {
      const foods = 3 + Math.floor(random() * 4);
      const shape = { foods, pieces: Math.floor(random() * 3), meals: 1 + (i % 2), tight: i % 3 === 0 };
      const problem = sampleFit(random, shape);
      const miss = missProgram(problem).program;
      const [a, b] = [solver(miss, 10), byGlpk(miss)];
      expect(a.status).toBe('optimal');
      expect(Math.abs(a.objective - (b ?? NaN))).toBeLessThan(1e-6 * Math.max(1, a.objective));
      if (a.objective > 1e-3) missed += 1;
      const near = nearProgram(problem, a.objective).program;
      const [c, d] = [solver(near, 10), byGlpk(near)];
      expect(Math.abs(c.objective - (d ?? NaN))).toBeLessThan(1e-6 * Math.max(1, c.objective));
      // Held below what is possible, neither finds anything.
      if (a.objective > 1e-2) {
        const never = nearProgram(problem, a.objective * 0.9).program;
        expect(solver(never, 10).status).toBe('infeasible');
        expect(byGlpk(never)).toBeUndefined();
      }
    }
    expect(missed).toBeGreaterThan(EACH / 10);
  });
});
