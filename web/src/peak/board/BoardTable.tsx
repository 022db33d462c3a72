import type { PeakLog } from '@maul/contract/peak';
import { type Board, type BoardDay, type Column, COLUMN_WORDS, COLUMNS, dayName } from '@maul/core/peak';
import { partsInWords } from '@maul/core/body';
import type { IsoDate } from '@maul/core/units';
import type { Tolerance } from '@maul/core/plan';
import { memo, useEffect, useRef } from 'react';
import { shortDate } from '../../ui/formats/show.ts';
import { bodyFigure, bodyNumber, energyText, useUnits } from '../../ui/formats/units.ts';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { limitOf } from './limitText.ts';
import { cameOf, cellText, cellUnit, departure, windowOf } from '../figures.ts';

export type DatedDay = BoardDay & { date: IsoDate };

const Cell = memo(
  ({
    column,
    value,
    byHand,
    usual,
    came,
    trained,
    atLeast,
    time,
    top,
    tolerance,
    name,
    onPick,
  }: {
    column: Column;
    value: number;
    byHand: boolean;
    usual: number;
    came: number | undefined;
    /** Training that was done, minutes: sets are planned, minutes are logged. */
    trained: number | undefined;
    /** The log knows only part of it. */
    atLeast: boolean;
    time: 'past' | 'today' | 'coming';
    /** The right end of the row's scale. */
    top: number;
    tolerance: Tolerance;
    name: string;
    onPick: ((column: Column) => void) | null;
  }) => {
    const done = time === 'coming' ? undefined : came;
    const unit = cellUnit(column);
    const figure = (
      <>
        {done !== undefined && (
          <b className="n">
            {atLeast ? '≥' : ''}
            {cellText(column, done)}
          </b>
        )}
        {done !== undefined && <span className="second"> of </span>}
        <b className={time === 'past' && done !== undefined ? 'n second' : 'n is-planned'}>
          {cellText(column, value)}
        </b>
        <span className="peak-cell-departure n">{departure(column, value, usual)}</span>
        {trained !== undefined && trained > 0 && <span className="peak-cell-hand">{trained} min done</span>}
        {byHand && time !== 'past' && <span className="peak-cell-hand">set by hand</span>}
      </>
    );
    return (
      <td className={`peak-cell peak-cell-${time}`}>
        {onPick && time !== 'past' ? (
          <button
            type="button"
            className="peak-cell-figure"
            aria-label={`${name}: ${done === undefined ? '' : `${cellText(column, done)} of `}${cellText(column, value)} ${unit}${byHand ? ', set by hand' : ''}. Change it`}
            onClick={() => onPick(column)}
          >
            {figure}
          </button>
        ) : (
          <span className="peak-cell-figure">{figure}</span>
        )}
        <Gauge
          label={COLUMN_WORDS[column].name}
          unit={unit}
          value={done ?? 0}
          planned={Math.max(0, value - (done ?? 0))}
          window={windowOf(column, value, tolerance)}
          size="row"
          lo={0}
          hi={Math.max(top, 1)}
          width={76}
          show={(v) => cellText(column, v)}
        />
      </td>
    );
  },
);
Cell.displayName = 'Cell';

/** What the scale showed on each morning, and what it is expected to show if the board is eaten. */
const MorningRow = ({
  days,
  today,
  log,
}: {
  days: readonly DatedDay[];
  today: IsoDate;
  log: PeakLog | undefined;
}) => {
  const units = useUnits();
  const expected = new Map(log?.expected.map((e) => [e.day, e]));
  const came = new Map(log?.days.map((d) => [d.day, d.kg]));
  return (
    <tr className="peak-board-energy">
      <th scope="row">
        <b>Morning</b> {units.body}
        <span className="second">expected, 90 %</span>
      </th>
      {days.map((day) => {
        const kg = came.get(day.date) ?? null;
        const ahead = expected.get(day.date);
        return (
          <td key={day.date} className="n">
            {day.date <= today ? (
              kg === null ? (
                <span className="second">not weighed</span>
              ) : (
                <b>{bodyFigure(kg, units)}</b>
              )
            ) : ahead ? (
              <>
                <b className="is-planned">{bodyFigure(ahead.kg, units)}</b>{' '}
                <span className="second">± {bodyNumber((ahead.high - ahead.low) / 2, units).toFixed(1)}</span>
                <span className="peak-parts">{partsInWords(ahead, (part) => bodyNumber(part, units))}</span>
              </>
            ) : (
              <span className="second">not known</span>
            )}
          </td>
        );
      })}
      <td className="peak-board-limit">from your log and the signed board; the gut is not known</td>
    </tr>
  );
};

/** A peak week by days: each lever a row, each day against its usual and its limits. */
export const BoardTable = ({
  days,
  board,
  today,
  log,
  kcal,
  tolerance,
  expenditure,
  hide,
  onPick,
}: {
  days: readonly DatedDay[];
  /** The energy that each day's targets aim at, in step with the days. */
  kcal: readonly (number | undefined)[];
  /** How far the phase lets a macro lie from its aim. */
  tolerance: Tolerance;
  /** What is spent on a day, kcal. */
  expenditure: number | undefined;
  /** What this reader does not want to see. */
  hide: { weight: boolean; energy: boolean };
  board: Board;
  today: IsoDate;
  log: PeakLog | undefined;
  onPick: ((day: DatedDay, column: Column) => void) | null;
}) => {
  const units = useUnits();
  const logged = new Map(log?.days.map((d) => [d.day, d]));
  const box = useRef<HTMLDivElement>(null);
  const present = useRef<HTMLTableCellElement>(null);
  // On a phone the board opens at today.
  useEffect(() => {
    if (box.current && present.current)
      box.current.scrollLeft = present.current.offsetLeft - box.current.clientWidth / 2;
  }, []);
  return (
    <div ref={box} className="peak-board-scroll" tabIndex={0} role="region" aria-label="The board, by days">
      <table className="peak-board">
        <caption className="hidden">Peak week by days</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="hidden">Lever</span>
            </th>
            {days.map((day) => (
              <th
                key={day.date}
                ref={day.date === today ? present : undefined}
                scope="col"
                className={day.date === today ? 'peak-board-today' : ''}
              >
                <b>{dayName(day.offset)}</b> {shortDate(day.date)}
              </th>
            ))}
            <th scope="col">Limits</th>
          </tr>
        </thead>
        <tbody>
          {COLUMNS.map((column) => {
            const usual = board.usual[column];
            const top =
              1.15 *
              Math.max(
                usual,
                ...days.map((d) => Math.max(d.cells[column].value, cameOf(column, logged.get(d.date)) ?? 0)),
              );
            return (
              <tr key={column}>
                <th scope="row">
                  <b>{COLUMN_WORDS[column].name}</b> {cellUnit(column)}
                  <span className="second">usual {cellText(column, usual)}</span>
                </th>
                {days.map((day) => (
                  <Cell
                    key={day.date}
                    column={column}
                    {...day.cells[column]}
                    usual={usual}
                    came={cameOf(column, logged.get(day.date))}
                    trained={column === 'training' ? logged.get(day.date)?.training : undefined}
                    atLeast={column === 'sodium' && (logged.get(day.date)?.sodiumAtLeast ?? false)}
                    time={day.date < today ? 'past' : day.date === today ? 'today' : 'coming'}
                    top={top}
                    tolerance={tolerance}
                    name={`${COLUMN_WORDS[column].name} on ${dayName(day.offset)}`}
                    onPick={onPick && ((c) => onPick(day, c))}
                  />
                ))}
                <td className="peak-board-limit">{limitOf(column, board.weightKg, hide.weight)}</td>
              </tr>
            );
          })}
          {board.show && (
            <tr className="peak-board-energy">
              <th scope="row">
                <b>Travel</b> min
              </th>
              {days.map((day) => (
                <td key={day.date} className="n">
                  {(day.offset === 0 && board.show?.travel?.minutes) || '–'}
                </td>
              ))}
              <td className="peak-board-limit">from the times of the show</td>
            </tr>
          )}
          {!hide.weight && <MorningRow days={days} today={today} log={log} />}
          {!hide.energy && (
            <tr className="peak-board-energy">
              <th scope="row">
                <b>Energy</b> <span className="second">of the macros</span>
              </th>
              {days.map((day, i) => (
                <td key={day.date} className="n">
                  {kcal[i] === undefined ? 'not known' : energyText(kcal[i], units)}
                </td>
              ))}
              <td className="peak-board-limit">
                {expenditure === undefined
                  ? 'of what is planned'
                  : `expenditure about ${energyText(expenditure, units)}`}
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
};
