import type { Packet } from '@maul/contract/coaching';
import type { Units } from '@maul/contract/people';
import {
  type Correction,
  figureText,
  meanWindow,
  type PacketDay,
  type PacketRow,
  type Remark,
  ROW_WORDS,
  rowMean,
  rowsShown,
  rowState,
  rowUnit,
  type RowWindow,
  rowWindowText,
} from '@maul/core/coaching';
import { rateBetween } from '@maul/core/body';
import { signedText } from '@maul/core/units';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { bodyFigure } from '../../ui/formats/units.ts';
import { dayOfWeek, shortDate } from '../../ui/formats/show.ts';
import type { BesideWeek } from './Beside.tsx';
import './week.css';

/** Rows of figures alone: what is told in five steps or in hours needs no gauge, and the sheet stays on one screen. */
const BARE: readonly PacketRow[] = [
  'weight',
  'steps',
  'cardio',
  'training',
  'sleep',
  'hunger',
  'vigour',
  'digestion',
];

/** a, b, c for what stands out. */
export const letterOf = (i: number): string => String.fromCharCode(97 + i);

const Figure = ({
  row,
  value,
  window,
  atLeast,
  lo,
  hi,
  units,
  letter,
  corrected,
}: {
  row: PacketRow;
  value: number | undefined;
  window: RowWindow | undefined;
  atLeast: boolean;
  lo: number;
  hi: number;
  units: Units;
  letter: string | undefined;
  corrected: Correction | undefined;
}) => {
  if (value === undefined) return <span className="second">–</span>;
  const state = window && rowState(value, window, atLeast);
  return (
    <>
      <span
        className={`n sheet-figure ${state === 'over' ? 'is-over' : state === 'short' ? 'is-short' : ''}`}
      >
        {atLeast ? '≥' : ''}
        {figureText(row, value, units)}
        {letter !== undefined && <b className="sheet-letter">{letter}</b>}
      </span>
      {corrected && (
        <span className="sheet-corrected">
          now {corrected.now === undefined ? '–' : figureText(row, corrected.now, units)}
        </span>
      )}
      {window && !BARE.includes(row) && (
        <Gauge
          label={ROW_WORDS[row].name}
          unit={rowUnit(row, units)}
          value={Math.max(0, value - lo)}
          window={{ low: window.low - lo, high: window.high === null ? Infinity : window.high - lo }}
          size="row"
          hi={Math.max(hi - lo, 1e-6)}
          width={62}
          show={(v) => figureText(row, v + lo, units)}
        />
      )}
    </>
  );
};

const meanText = (mean: ReturnType<typeof rowMean>, row: PacketRow, units: Units): string =>
  mean ? figureText(row, mean.mean, units) : '–';

/** The ends of a row's scale: from nothing for marks and shares, else just below what the week holds. */
const endsOf = (days: readonly PacketDay[], row: PacketRow): { lo: number; hi: number } => {
  const values = days.flatMap((d) => [
    ...(d.figures[row] === undefined ? [] : [d.figures[row]]),
    ...(d.windows[row] ? [d.windows[row].low, d.windows[row].high ?? d.windows[row].low * 1.15] : []),
  ]);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = Math.max((high - low) * 0.25, Math.abs(high) * 0.02);
  return { lo: Math.max(0, low - 1.6 * room), hi: high + room };
};

/** "Wed 18: Carbs 12 g over." */
const textOf = (r: Remark): string => `${dayOfWeek(r.day)}: ${r.sentence}`;

/** A week as rules by days: each row against its window, what stands out lettered, what was corrected since it was sent beside it. */
export const WeekSheet = ({
  packet,
  remarks,
  corrections,
  units,
  hide,
  beside,
  onPick,
}: {
  packet: Packet;
  remarks: readonly Remark[];
  corrections: readonly Correction[];
  units: Units;
  hide: { weight: boolean; energy: boolean };
  /** Another week, of which the means stand in a column of their own. */
  beside?: BesideWeek | undefined;
  /** What stands out, level with its row in a margin; a press hands it on. */
  onPick?: (text: string) => void;
}) => {
  const { days } = packet;
  const rows = rowsShown(days, hide);
  return (
    <div
      className="sheet-scroll"
      tabIndex={0}
      role="region"
      aria-label={`${shortDate(packet.from)} to ${shortDate(packet.to)}, day by day`}
    >
      <table className="sheet">
        <caption className="hidden">
          {shortDate(packet.from)} to {shortDate(packet.to)}, day by day
        </caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="hidden">What</span>
            </th>
            {days.map((d) => (
              <th key={d.day} scope="col">
                <b>{dayOfWeek(d.day)}</b>
                <span className="second">{d.dayType ?? 'no phase'}</span>
              </th>
            ))}
            <th scope="col" className="sheet-mean">
              <b>Mean</b>
              <span className="second">window</span>
            </th>
            {beside && (
              <th scope="col" className="sheet-beside">
                <b>Beside</b>
                <span className="second" title={beside.name}>
                  to {shortDate(beside.packet.to)}
                </span>
              </th>
            )}
            {onPick && (
              <th scope="col" className="sheet-margin">
                <b>{remarks.length === 0 ? 'Nothing stands out' : 'Stands out'}</b>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const { lo, hi } = endsOf(days, row);
            const mean = rowMean(days, row);
            const window = meanWindow(days, row);
            return (
              <tr key={row}>
                <th scope="row">
                  <b>{ROW_WORDS[row].name}</b> <span className="second">{rowUnit(row, units)}</span>
                </th>
                {days.map((d) => {
                  const at = remarks.findIndex((r) => r.day === d.day && r.row === row);
                  return (
                    <td key={d.day}>
                      <Figure
                        row={row}
                        value={d.figures[row]}
                        window={d.windows[row]}
                        atLeast={d.atLeast.includes(row)}
                        lo={lo}
                        hi={hi}
                        units={units}
                        letter={at < 0 ? undefined : letterOf(at)}
                        corrected={corrections.find((c) => c.day === d.day && c.row === row)}
                      />
                    </td>
                  );
                })}
                <td className="sheet-mean">
                  <b className="n" title={mean && `of ${mean.days} days`}>
                    {meanText(mean, row, units)}
                  </b>
                  <span className="second n sheet-window">
                    {window ? rowWindowText(row, window, units) : ''}
                  </span>
                </td>
                {beside && (
                  <td className="sheet-beside n">{meanText(rowMean(beside.packet.days, row), row, units)}</td>
                )}
                {onPick && (
                  <td className="sheet-margin">
                    {remarks.map(
                      (r, i) =>
                        r.row === row && (
                          <button
                            key={r.day}
                            type="button"
                            className="linklike"
                            aria-label={textOf(r)}
                            onClick={() => onPick(textOf(r))}
                          >
                            <b className="sheet-letter">{letterOf(i)}</b> {r.short}
                          </button>
                        ),
                    )}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
};

/** What stands out, in words, each with its letter; one press takes it into the answer. */
export const Remarks = ({
  remarks,
  onPick,
}: {
  remarks: readonly Remark[];
  onPick?: (text: string) => void;
}) =>
  remarks.length === 0 ? (
    <p className="second">Nothing lies outside its window.</p>
  ) : (
    <ul className="sheet-remarks" aria-label="What stands out">
      {remarks.map((r, i) => {
        const text = textOf(r);
        return (
          <li key={`${r.day} ${r.row}`}>
            <b className="sheet-letter">{letterOf(i)}</b>{' '}
            {onPick ? (
              <button type="button" className="linklike" onClick={() => onPick(text)}>
                {text}
              </button>
            ) : (
              text
            )}
          </li>
        );
      })}
    </ul>
  );

/** Weight, pace and the rest of the week in a few lines. */
export const WeekHead = ({
  packet,
  units,
  hideWeight,
}: {
  packet: Packet;
  units: Units;
  hideWeight: boolean;
}) => {
  const { week, before, wanted, cycleDay, looks } = packet;
  const rate = rateBetween(before ?? undefined, week ?? undefined);
  const last = looks.at(-1);
  return (
    <dl className="week-head">
      {!hideWeight && (
        <div>
          <dt>Weight, 7-day mean</dt>
          <dd>
            {week ? (
              <>
                <b className="n">
                  {bodyFigure(week.kg, units)} {units.body}
                </b>{' '}
                <span className="second">
                  of {week.mornings} mornings
                  {before ? `; ${bodyFigure(before.kg, units)} the week before` : ''}
                </span>
              </>
            ) : (
              'no mornings'
            )}
          </dd>
        </div>
      )}
      {!hideWeight && (
        <div>
          <dt>Change</dt>
          <dd>
            {rate === undefined ? (
              <span className="second">too few mornings to say</span>
            ) : (
              <b className="n">{signedText(rate, 2)} % a week</b>
            )}{' '}
            {wanted && (
              <span className="second">
                wanted {signedText(wanted.low, 2)} to {signedText(wanted.high, 2)}
              </span>
            )}
          </dd>
        </div>
      )}
      {cycleDay !== null && (
        <div>
          <dt>Cycle</dt>
          <dd>
            <b className="n">day {cycleDay}</b>
          </dd>
        </div>
      )}
      {last && (
        <div>
          <dt>Last look</dt>
          <dd>
            <b className="n">
              {last.fullness ?? '–'} {last.tightness ?? '–'} {last.waist ?? '–'}
            </b>{' '}
            <span className="second">fullness, tightness, waist; {shortDate(last.day)}</span>
          </dd>
        </div>
      )}
    </dl>
  );
};
