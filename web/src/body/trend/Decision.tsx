import type { DecisionDraft, Decision as Decided } from '@maul/core/body';
import Button from '@mui/material/Button';
import { type RefObject, useState } from 'react';
import type { Units } from '@maul/contract/people';
import { signedText } from '@maul/core/units';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { bodyFigure, bodyNumber } from '../../ui/formats/units.ts';
import { datesInWords, shortDate } from '../../ui/formats/show.ts';
import { draftText, percentOf } from './words.ts';
import type { ForecastTold } from './forecast.worker.ts';
import { partOf } from '../../ui/partOf.tsx';

const SignDraft = partOf(() => import('./SignDraft.tsx'));

/** Where it stands, and what each school would do, each with its effect at the end of the forecast. */
export const Decision = ({
  decision,
  fans,
  chosen,
  onChoose,
  wanted,
  units,
  horizon,
  hidden,
  athleteId,
  maySign,
  draftButton,
}: {
  decision: Decided;
  /** A fan for each draft, in step; undefined while they are made. */
  fans: ForecastTold[] | undefined;
  chosen: number;
  onChoose: (index: number) => void;
  wanted: { low: number; high: number } | null;
  units: Units;
  horizon: string;
  hidden: boolean;
  athleteId: string;
  /** Orders are signed by the coach, and by an athlete who has none. */
  maySign: boolean;
  /** For a page that opens the draft by a key of its own. */
  draftButton?: RefObject<HTMLButtonElement | null>;
}) => {
  const [signing, setSigning] = useState<DecisionDraft | null>(null);
  const mass = (kg: number): number => bodyNumber(kg, units);
  const draft = decision.drafts[chosen] ?? decision.drafts[0];
  const ends = (fans ?? []).flatMap((f) => f.days.at(-1)?.kg ?? []);
  const lo = Math.floor(
    Math.min(
      wanted && wanted.low > 0 ? wanted.low : Infinity,
      wanted && Number.isFinite(wanted.high) ? wanted.high : Infinity,
      ...ends.map((e) => e.low),
    ) - 0.5,
  );
  const hi = Math.ceil(
    Math.max(
      wanted && Number.isFinite(wanted.high) ? wanted.high : -Infinity,
      wanted && wanted.low > 0 ? wanted.low : -Infinity,
      ...ends.map((e) => e.high),
    ) + 0.5,
  );
  return (
    <section aria-label="What could change" className="trend-part">
      <h2 className="panel-title">
        What could change {horizon !== '' && <span className="second">weight {horizon}</span>}
      </h2>
      <p>{datesInWords(decision.standing)}</p>
      {decision.settling !== null && (
        <p className="is-planned">
          The last change is {decision.settling === 0 ? 'of today' : `${decision.settling} days old`}: a new
          one cannot be told from it before seven days.
        </p>
      )}
      <div className="drafts" role="radiogroup" aria-label="Ways to go on">
        {decision.drafts.map((d, i) => {
          const { school, what } = draftText(d);
          const end = fans?.[i]?.days.at(-1)?.kg;
          const chance = fans?.[i]?.chance;
          return (
            <div key={d.school} className="draft-way">
              <button
                type="button"
                role="radio"
                aria-checked={i === chosen}
                className="draft"
                onClick={() => onChoose(i)}
              >
                <span className="draft-number">{i + 1}</span>
                <span>
                  <b>{school}</b>
                  <br />
                  {what}
                  {d.school === 'none' ? ` Look again on ${shortDate(decision.lookOn)}.` : ''}
                  {d.school !== 'none' && !hidden && (
                    <span className="second">
                      {' '}
                      {signedText(mass(d.kgPerWeek), 2)} {units.body} a week.
                    </span>
                  )}
                </span>
              </button>
              {end && !hidden && (
                <div className="draft-effect">
                  <Gauge
                    label={`Weight ${horizon}`}
                    unit={units.body}
                    value={mass(end.mid)}
                    spread={mass((end.high - end.low) / 2)}
                    window={wanted && { low: mass(wanted.low), high: mass(wanted.high) }}
                    size="row"
                    pointer
                    lo={mass(lo)}
                    hi={mass(hi)}
                  />
                  <span className="n is-planned">
                    {bodyFigure(end.mid, units)} {units.body}
                  </span>
                  <span className="second">{chance ? `${percentOf(chance.inside)} inside` : ''}</span>
                </div>
              )}
            </div>
          );
        })}
      </div>
      {maySign ? (
        <Button
          ref={draftButton}
          variant="contained"
          fullWidth
          disabled={draft === undefined || draft.change.kind === 'none'}
          onClick={() => setSigning(draft ?? null)}
        >
          Draft the order
        </Button>
      ) : (
        <p className="second">Your coach signs changes. Write a note beside a day to ask for one.</p>
      )}
      <p className="quiet">
        A proposal only, from your log. What a body can take is for you, your coach and a dietitian to judge.
      </p>
      {signing && <SignDraft athleteId={athleteId} draft={signing} onClose={() => setSigning(null)} />}
    </section>
  );
};
