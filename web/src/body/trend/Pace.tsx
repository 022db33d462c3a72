import type { PaceDocument, Trend } from '@maul/contract/body';
import type { Units } from '@maul/contract/people';
import { K90, signedText } from '@maul/core/units';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { cycleInWords, oddsInWords, skippedInWords } from './words.ts';

const VERDICT: Readonly<Record<PaceDocument['verdict'], string>> = {
  early: 'Not off pace yet: too few days count.',
  gaps: 'Too few mornings to say.',
  slow: 'Off pace: slower than wanted, with the whole band.',
  fast: 'Off pace: faster than wanted, with the whole band.',
  inside: 'On pace, with the whole band.',
  open: 'Not shown to be off pace: the band reaches into the wanted window.',
};

/** The wanted pace, the slope with its band, and which days do not count. */
export const Pace = ({ pace, cycle, units }: { pace: PaceDocument; cycle: Trend['cycle']; units: Units }) => {
  const { slope, wanted } = pace;
  const losing = pace.direction === 'losing';
  // A loss is read to the right, as a bar that grows.
  const side = losing ? -1 : 1;
  const window = losing ? { low: -wanted.high, high: -wanted.low } : wanted;
  const spread = slope ? K90 * slope.sd : 0;
  const reach = Math.max(
    Math.abs(window.high),
    Math.abs(window.low),
    slope ? side * slope.percent + spread : 0,
    0.5,
  );
  const low = Math.min(0, window.low, slope ? side * slope.percent - spread : 0);
  const odds = oddsInWords(pace);
  return (
    <section aria-label="Pace" className="trend-part">
      <h2 className="panel-title">
        Pace{' '}
        <span className="second">
          since {shortDate(pace.since)}, {pace.counted.length} days count
        </span>
      </h2>
      {slope ? (
        <>
          <p className="trend-figure">
            {signedText(slope.percent, 2)} <small>% a week ± {spread.toFixed(2)}</small>
          </p>
          <p className="second">
            Wanted {signedText(losing ? wanted.high : wanted.low, 2)} to{' '}
            {signedText(losing ? wanted.low : wanted.high, 2)} % a week.
          </p>
          <Gauge
            label={losing ? 'Loss' : 'Change'}
            unit="% a week"
            value={side * slope.percent}
            spread={spread}
            window={window}
            lo={Math.floor(low * 2) / 2}
            hi={Math.ceil(reach * 2.4) / 2}
            pointer={low < 0}
            labels
            show={(v) => v.toFixed(2)}
          />
          {odds !== null && <p>{odds}.</p>}
        </>
      ) : (
        <p className="second">Three mornings that count tell a first slope.</p>
      )}
      <p>
        <b>{VERDICT[pace.verdict]}</b>
        {pace.verdict === 'early' &&
          (pace.verdictOn === null
            ? ' The phase ends before enough of them do.'
            : ` The first verdict comes on ${shortDate(pace.verdictOn)}.`)}
      </p>
      {cycle && <p>{cycleInWords(cycle, units)}</p>}
      {pace.skipped.length > 0 && <p className="quiet">Do not count: {skippedInWords(pace).join('; ')}.</p>}
    </section>
  );
};
