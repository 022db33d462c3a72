import { basisOn, type BodyBasis } from '../../body/index.ts';
import { boardFaults, offsetOn } from '../../peak/index.ts';
import type { IsoDate } from '../../units/index.ts';
import { phasesInOrder, type Season } from '../season/season.ts';
import { type Caution, inGravity } from './types.ts';

/**
 * What may hurt on the boards of a season, on days from `today` on; a day that is over is not judged anew. Limits go by the body mass of the basis in
 * force, not by the one that a board was made from.
 */
export const boardCautions = (
  season: Season,
  bases: readonly BodyBasis[],
  today: IsoDate,
  hasCoach: boolean,
): Caution[] =>
  inGravity(
    phasesInOrder(season).flatMap((phase) => {
      const { board } = phase;
      if (!board || phase.to < today) return [];
      const span = { to: phase.to, board };
      const from = offsetOn(span, phase.from < today ? today : phase.from);
      const weightKg = basisOn(bases, today)?.weightKg ?? board.weightKg;
      return boardFaults(board, { from, to: board.after }, { hasCoach, weightKg }).map(
        ({ offset: _offset, column: _column, ...fault }): Caution => ({ ...fault, needs: null }),
      );
    }),
  );
