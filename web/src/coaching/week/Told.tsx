import type { Packet } from '@maul/contract/coaching';
import type { Units } from '@maul/contract/people';
import { cameWords } from '@maul/core/body';
import { addDays } from '@maul/core/units';
import { CameSaid } from '../../body/index.ts';
import { CautionList } from '../../plan/index.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { bodyNumber } from '../../ui/formats/units.ts';

/** Cautions that stood at the end of the week; nothing where none did. */
export const WeekCautions = ({ packet: { cautions = [] } }: { packet: Packet }) =>
  cautions.length === 0 ? null : (
    <section aria-label="Cautions" className="week-cautions">
      <CautionList cautions={cautions} />
    </section>
  );

/** What was changed in the last weeks, what it should do, and what came of it by the end of this one. */
export const WeekCame = ({ packet: { came = [], to }, units }: { packet: Packet; units: Units }) => (
  <section aria-label="What came of it">
    <h2 className="panel-title">What came of it</h2>
    {came.length === 0 && <p className="second">Nothing was changed in the eight weeks up to this one.</p>}
    <ul className="sheet-remarks">
      {came.map((row) => {
        const words = cameWords(row, {
          today: addDays(to, 1),
          mass: (kg) => bodyNumber(kg, units),
          unit: units.body,
        });
        const beside = row.meanwhile.map(
          (id) => came.find((other) => other.id === id)?.what ?? 'another change',
        );
        return (
          <li key={row.id}>
            {row.what} {row.kind === 'phase' ? 'on' : 'from'} {shortDate(row.from)}.{' '}
            <CameSaid words={words} worked={row.verdict === 'worked'} />
            {beside.length > 0 && <span className="quiet"> Changed meanwhile too: {beside.join('; ')}.</span>}
          </li>
        );
      })}
    </ul>
  </section>
);
