import type { MovementOrder, Trend } from '@maul/contract/body';
import type { OrderRow, SeasonDocument } from '@maul/contract/plan';
import { cameWords } from '@maul/core/body';
import { signedText } from '@maul/core/units';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { shortDate } from '../../ui/formats/show.ts';
import { CameSaid } from './CameSaid.tsx';
import { changeText } from './words.ts';

/** What was changed, what it should have done, and what came of it; searched by its words. */
export const Ledger = ({
  trend,
  document,
  orders,
  letters,
  mass,
  unit,
}: {
  trend: Trend;
  document: SeasonDocument;
  orders: { food: readonly OrderRow[] | undefined; movement: readonly MovementOrder[] | undefined };
  /** The letters of the changes on the chart, by id. */
  letters: ReadonlyMap<string, string>;
  mass: (kg: number) => number;
  unit: string;
}) => {
  const [sought, setSought] = useState('');
  const rows = trend.ledger.map((row) => ({
    row,
    words: cameWords(row, { today: trend.today, mass, unit }),
    ...changeText(row, document, orders),
  }));
  const wanted = sought.trim().toLowerCase().split(/\s+/);
  const found = rows.filter(({ words, what, by, reason }) => {
    const text = `${what} ${by ?? ''} ${reason ?? ''} ${words.verdict}`.toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
  const perWeek = (kg: number): string => `${signedText(mass(kg), 2)} ${unit} a week`;
  return (
    <section aria-label="What came of it" className="trend-ledger">
      <div className="ledger-head">
        <h2 className="panel-title">What came of it</h2>
        {rows.length > 3 && (
          <TextField
            label="Search the changes"
            size="small"
            value={sought}
            onChange={(e) => setSought(e.target.value)}
          />
        )}
      </div>
      {rows.length === 0 && (
        <p className="second">
          Nothing was changed in this span. An order carries what it should do, and after two and a half weeks
          it is compared here with what came.
        </p>
      )}
      {rows.length > 0 && found.length === 0 && <p className="second">No change has these words.</p>}
      <ol>
        {found.map(({ row, words, what, by, reason }) => (
          <li key={row.id} className="ledger-row">
            <span className="ledger-letter" aria-hidden={!letters.has(row.id)}>
              {letters.get(row.id) ?? ''}
            </span>
            <div>
              <p>
                <b>{what}</b>
                {row.kind === 'phase' ? ` on ${shortDate(row.from)}` : ''}
                {by !== null && <span className="second"> · {by}</span>}
              </p>
              {reason !== null && <p className="second">{reason}</p>}
              <p>
                <CameSaid words={words} worked={row.verdict === 'worked'} />
                {row.before && row.after && row.verdict !== 'early' && (
                  <span className="second">
                    {' '}
                    Before {perWeek(row.before.kgPerWeek)} (± {mass(row.before.band).toFixed(2)},{' '}
                    {row.before.mornings} mornings), after {perWeek(row.after.kgPerWeek)} (±{' '}
                    {mass(row.after.band).toFixed(2)}, {row.after.mornings} mornings).
                  </span>
                )}
              </p>
              {row.meanwhile.length > 0 && (
                <p className="quiet">
                  Changed meanwhile too:{' '}
                  {row.meanwhile
                    .map((id) => rows.find((r) => r.row.id === id)?.what ?? 'another change')
                    .join('; ')}
                  . What came cannot be told apart from it.
                </p>
              )}
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
};
