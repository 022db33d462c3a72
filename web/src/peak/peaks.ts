import { type Board, keepPast, offsetOn } from '@maul/core/peak';
import { changePhase, type Phase, phasesInOrder, type Season } from '@maul/core/plan';
import { daysBetween, type IsoDate } from '@maul/core/units';

/** A peak week with its board. */
export type BoardedPeak = Phase & { board: Board };

/** The peak weeks of a season, from first to last. */
export const peaksOf = (season: Season): Phase[] =>
  phasesInOrder(season).filter((p) => p.kind === 'peak-week');

/** The peak week that is meant where none is chosen: the present one, the next one, the last one. */
export const nearest = (peaks: readonly Phase[], today: IsoDate): Phase | undefined =>
  peaks.find((p) => p.to >= today) ?? peaks.at(-1);

/** So long after a show its weeks are told about, days. */
const AFTER_DAYS = 70;

/** The last show, once it is over and none is to come. */
export const lastShow = ({ events }: Season, today: IsoDate) => {
  const last = events
    .filter((e) => e.kind === 'show')
    .sort((a, b) => a.date.localeCompare(b.date))
    .at(-1);
  return last && last.date < today && daysBetween(last.date, today) <= AFTER_DAYS ? last : undefined;
};

/** Whether the phase still holds the day after its show. */
export const daysAfterShow = (phase: Phase, season: Season): 0 | 1 => {
  const show = season.events.find((e) => e.id === phase.hangsOn)?.date;
  return show !== undefined && show < phase.to ? 1 : 0;
};

/** What a peak week leads to: its event, else its own name. */
export const eventOf = (phase: Phase, season: Season): string =>
  season.events.find((e) => e.id === phase.hangsOn)?.name ?? phase.name ?? 'the show';

/** Whether a peak week is planned day by day. */
export const hasBoard = (phase: Phase): phase is BoardedPeak => phase.board !== undefined;

/** Peak weeks with a board that began before this one, the last one first. */
export const earlierPeaks = (season: Season, phase: Phase): BoardedPeak[] =>
  peaksOf(season)
    .filter(hasBoard)
    .filter((p) => p.from < phase.from)
    .reverse();

/** The season with another board in a peak week, or without one; days before `today` stay as they were planned. */
export const withBoard = (season: Season, phase: Phase, next: Board | undefined, today: IsoDate): Season => {
  const { board } = phase;
  if (!board || !next) return changePhase(season, phase.id, { board: next });
  const span = { to: phase.to, board };
  const kept = keepPast(board, next, offsetOn(span, phase.from), offsetOn(span, today));
  return changePhase(season, phase.id, { board: kept });
};
