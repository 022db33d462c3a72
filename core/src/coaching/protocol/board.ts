import { basisOn } from '../../body/index.ts';
import {
  type Board,
  boardDays,
  type Column,
  COLUMN_WORDS,
  COLUMNS,
  dayName,
  reuseBoard,
} from '../../peak/index.ts';
import {
  changePhase,
  countdown,
  insertPhase,
  type LoggedUsual,
  phasesInOrder,
  phaseTemplate,
  type PlanInForce,
  type Routine,
  usualBefore,
} from '../../plan/index.ts';
import { addDays, daysBetween, type IsoDate } from '../../units/index.ts';
import { type Laid, peakRuns } from './laid.ts';

/** What is usual is not known further ahead, days. common practice, no source. */
const AHEAD_DAYS = 42;
const PEAK_DAYS = 7;
const TOLD: readonly Column[] = ['carbs', 'protein', 'fat', 'sodium', 'water'];
/** What a coach prescribes and no log tells: taken as the protocol has it. */
export const PRESCRIBED_COLUMNS: readonly Column[] = ['training', 'cardio', 'posing', 'sleep'];

/**
 * The season with a peak week by this board: the same schools, for what is usual with this athlete. Cells set by hand move with what is usual.
 * Into the peak week that is planned, or before a show that has none.
 */
export const boardOfProtocol = (
  board: Board,
  plan: PlanInForce,
  from: IsoDate,
  { routine, logged }: { routine: Routine; logged: LoggedUsual },
  newId: () => string,
): Laid => {
  const basis = basisOn(plan.bases, from);
  if (!basis) return { fault: 'No body mass is known.' };
  if (peakRuns(plan.season, from)) return { fault: 'Their peak week runs: change it on their board.' };
  const show = countdown(plan.season, from)?.event;
  const planned = phasesInOrder(plan.season).find((p) => p.kind === 'peak-week' && p.from >= from);
  if (!planned && !show) return { fault: 'No show or shoot is planned.' };
  let { season } = plan;
  let phase = planned;
  if (!phase && show) {
    const start = addDays(show.date, 1 - PEAK_DAYS);
    if (start < from) return { fault: `Less than a week is left to ${show.name}.` };
    phase = phaseTemplate('peak-week', start, show.date, newId(), { hangsOn: show.id });
    season = insertPhase(season, phase, from, newId);
  }
  if (!phase) return { fault: 'No show or shoot is planned.' };
  const ahead = daysBetween(from, phase.from);
  if (ahead > AHEAD_DAYS)
    return { fault: `Their peak week begins in ${ahead} days: what is usual then is not known yet.` };
  const known = phase.board?.usual ?? usualBefore({ ...plan, routine }, season, phase, logged).start;
  const taken = PRESCRIBED_COLUMNS.filter((column) => known[column] === null);
  const missing = COLUMNS.filter((column) => known[column] === null && !PRESCRIBED_COLUMNS.includes(column));
  if (missing.length > 0)
    return {
      fault: `Not known of them: what is usual in ${missing.map((c) => COLUMN_WORDS[c].name.toLowerCase()).join(', ')}. Lay it on their own board.`,
    };
  const usual = Object.fromEntries(
    COLUMNS.map((column) => [column, known[column] ?? board.usual[column]]),
  ) as Record<Column, number>;
  const event = season.events.find((e) => e.id === phase.hangsOn);
  const next = reuseBoard(board, {
    usual,
    weightKg: Math.round(basis.weightKg * 10) / 10,
    after: event && event.date < phase.to ? 1 : 0,
  });
  const laid = phase.board ? { ...next, show: phase.board.show } : next;
  return {
    season: changePhase(season, phase.id, { board: laid }),
    lines: boardDays({ from: phase.from, to: phase.to, board: laid }).map(
      ({ date, offset, cells }) =>
        `${dayName(offset)}, ${date}: ${TOLD.map((c) => `${COLUMN_WORDS[c].name.toLowerCase()} ${cells[c].value} ${COLUMN_WORDS[c].unit}`).join(', ')}`,
    ),
    from: phase.from,
    notes: [
      ...(phase.board ? ['It takes the place of the board that is laid; its times stay.'] : []),
      ...(taken.length > 0
        ? [
            `As the protocol has it: ${taken.map((c) => `${COLUMN_WORDS[c].name.toLowerCase()} ${board.usual[c]} ${COLUMN_WORDS[c].unit}`).join(', ')}.`,
          ]
        : []),
    ],
  };
};
