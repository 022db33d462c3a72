import type { PeakLog } from '@maul/contract/peak';
import {
  asBefore,
  boardDay,
  type Column,
  COLUMN_WORDS,
  dayName,
  departureInWords,
  departuresFrom,
  offsetOn,
  type PeakMorning,
} from '@maul/core/peak';
import { addDays, type IsoDate } from '@maul/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { PictureStrip } from '../../body/index.ts';
import { Fault } from '../../ui/Fault.tsx';
import { plural, shortDate } from '../../ui/formats/show.ts';
import { bodyFigure, useUnits } from '../../ui/formats/units.ts';
import { cameOf, cellText, cellUnit } from '../figures.ts';
import { peakLogQuery } from '../peakLog.ts';
import type { BoardedPeak as Peak } from '../peaks.ts';

/** What lies beside each other on each day. */
const COLUMNS_BESIDE = ['carbs', 'sodium', 'water'] as const;

const mornings = (peak: Peak, log: PeakLog | undefined): PeakMorning[] =>
  (log?.days ?? []).map((d) => ({ offset: offsetOn(peak, d.day), kg: d.kg }));

/** The last look of a day: fullness, tightness, waist. */
const lookOn = (log: PeakLog | undefined, day: IsoDate): string => {
  const look = log?.looks.findLast((l) => l.day === day);
  return look ? [look.fullness, look.tightness, look.waist].map((m) => m ?? '–').join(' ') : '';
};

/** What was planned on a day and what it came to. */
const Figure = ({
  peak,
  log,
  offset,
  column,
}: {
  peak: Peak;
  log: PeakLog | undefined;
  offset: number;
  column: Column;
}) => {
  const day = log?.days.find((d) => offsetOn(peak, d.day) === offset);
  const came = cameOf(column, day);
  return (
    <>
      <span className="is-planned">{cellText(column, boardDay(peak.board, offset).cells[column].value)}</span>
      {came !== undefined && came > 0 && (
        <>
          {' '}
          <b>
            {column === 'sodium' && day?.sodiumAtLeast ? '≥' : ''}
            {cellText(column, came)}
          </b>
        </>
      )}
    </>
  );
};

/** This peak week beside an earlier one or a rehearsal: where the boards depart, and day by day what was planned, what came of it and how it looked. */
export const Beside = ({
  athleteId,
  now,
  earlier,
  nameOf,
  today,
  hideWeight,
}: {
  athleteId: string;
  now: Peak;
  /** Peak weeks with a board that began before this one, the last one first. */
  earlier: readonly [Peak, ...Peak[]];
  nameOf: (peak: Peak) => string;
  today: IsoDate;
  hideWeight: boolean;
}) => {
  const units = useUnits();
  const [chosen, setChosen] = useState(earlier[0].id);
  const then = earlier.find((p) => p.id === chosen) ?? earlier[0];
  const logs = useQueries({ queries: [now, ...earlier].map((p) => peakLogQuery(athleteId, p)) });
  const logOf = (peak: Peak): PeakLog | undefined =>
    logs[[now, ...earlier].findIndex((p) => p.id === peak.id)]?.data;
  const failed = logs.find((l) => l.error !== null && l.data === undefined);
  const offsets = {
    from: Math.max(offsetOn(now, now.from), offsetOn(then, then.from)),
    to: Math.min(now.board.after, then.board.after),
  };
  const days = Array.from({ length: Math.max(0, offsets.to - offsets.from + 1) }, (_, i) => offsets.from + i);
  const departures = departuresFrom(now.board, then.board, offsets);
  const [logNow, logThen] = [logOf(now), logOf(then)];
  const ahead = asBefore(
    mornings(now, logNow),
    earlier.map((p) => mornings(p, logOf(p))),
    days,
  );
  const dateOf = (peak: Peak, offset: number): IsoDate => addDays(peak.to, offset - peak.board.after);
  const kgOf = (peak: Peak, log: PeakLog | undefined, offset: number): number | null =>
    log?.days.find((d) => d.day === dateOf(peak, offset))?.kg ?? null;
  return (
    <section aria-label="Compared with an earlier peak" className="peak-part">
      <div className="peak-line">
        <h2 className="panel-title">Compared with {nameOf(then)}</h2>
        {earlier.length > 1 && (
          <TextField
            select
            size="small"
            label="Compare with"
            value={then.id}
            onChange={(e) => setChosen(e.target.value)}
          >
            {earlier.map((p) => (
              <MenuItem key={p.id} value={p.id}>
                {nameOf(p)}
              </MenuItem>
            ))}
          </TextField>
        )}
      </div>
      {departures.length === 0 ? (
        <p>This board keeps that protocol on every day.</p>
      ) : (
        <ul aria-label="Where this board departs" className="peak-faults">
          {departures.map((d) => (
            <li key={d.column}>{departureInWords(d)}.</li>
          ))}
        </ul>
      )}
      {failed && <Fault error={failed.error} again={() => void failed.refetch()} />}
      <div className="peak-board-scroll" tabIndex={0} role="region" aria-label="Both peaks, day by day">
        <table className="peak-beside">
          <caption className="hidden">Both peaks, day by day: planned, came to, looks</caption>
          <thead>
            <tr>
              <th scope="col">
                <span className="hidden">Day</span>
              </th>
              {!hideWeight && <th scope="col">Morning, {units.body}</th>}
              {COLUMNS_BESIDE.map((column) => (
                <th key={column} scope="col">
                  {COLUMN_WORDS[column].name}, {cellUnit(column)}
                </th>
              ))}
              <th scope="col">Last look</th>
            </tr>
          </thead>
          {days.map((offset) => {
            const expected = ahead.find((a) => a.offset === offset);
            return (
              <tbody key={offset}>
                {(
                  [
                    [then, logThen],
                    [now, logNow],
                  ] as const
                ).map(([peak, log], i) => (
                  <tr key={peak.id} className={i === 0 ? 'second' : ''}>
                    <th scope="row">
                      {i === 0 ? <b>{dayName(offset)}</b> : ''} {shortDate(dateOf(peak, offset))}
                    </th>
                    {!hideWeight && (
                      <td className="n">
                        {kgOf(peak, log, offset) !== null ? (
                          <b>{bodyFigure(kgOf(peak, log, offset) ?? 0, units)}</b>
                        ) : i === 1 && expected && dateOf(now, offset) > today ? (
                          <span className="is-planned">{bodyFigure(expected.kg, units)} as before</span>
                        ) : (
                          '–'
                        )}
                      </td>
                    )}
                    {COLUMNS_BESIDE.map((column) => (
                      <td key={column} className="n">
                        <Figure peak={peak} log={log} offset={offset} column={column} />
                      </td>
                    ))}
                    <td className="n">{lookOn(log, dateOf(peak, offset))}</td>
                  </tr>
                ))}
              </tbody>
            );
          })}
        </table>
      </div>
      {!hideWeight && ahead.length > 0 && (
        <p className="quiet">
          “As before” is this peak’s last morning and what the scale did from that day on in{' '}
          {plural(ahead[0]?.peaks ?? 1, 'earlier peak')}.{' '}
          {ahead[0]?.peaks === 1 ? 'One peak is one observation.' : 'The mean of them.'} Looks: fullness,
          tightness, waist, 1 to 5.
        </p>
      )}
      <PictureStrip
        athleteId={athleteId}
        groups={[
          { name: nameOf(then), from: then.from, to: then.to },
          { name: nameOf(now), from: now.from, to: now.to },
        ]}
      />
    </section>
  );
};
