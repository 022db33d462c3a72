import type { SeasonDocument } from '@maul/contract/plan';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { bodyNumber, bodyText } from '../../ui/formats/units.ts';
import { partOf } from '../../ui/partOf.tsx';
import { maySign } from '../../ui/NotShared.tsx';
import { isTyping } from '../../ui/typing.ts';
import { decisionOf } from './ahead.ts';
import { Decision } from './Decision.tsx';
import { useTrend } from './useTrend.ts';
import { oddsInWords } from './words.ts';
import './trend.css';

const SmallTrend = partOf(() => import('./SmallTrend.tsx'), <div className="trend-small" />);

/** The trend of the last weeks, on the sheet of a week. */
export const SheetTrend = ({ document }: { document: SeasonDocument }) => {
  const { athlete } = document;
  const { units } = athlete.profile;
  const { data: trend } = useTrend(athlete.id);
  const mass = useCallback((kg: number) => bodyNumber(kg, units), [units]);
  if (!trend) return <p className="waiting">Reading the trend …</p>;
  const now = trend.days.findLast((d) => d.weightKg !== null)?.weightKg ?? null;
  const odds = trend.pace && oddsInWords(trend.pace);
  return (
    <section aria-label="Trend">
      <h2 className="panel-title">
        Trend {now !== null && <span className="second">now {bodyText(now, units)}</span>}
      </h2>
      {now === null ? (
        <p className="second">
          {athlete.reader.sees.includes('body') ? 'No mornings yet.' : 'Weight is not shared with you.'}
        </p>
      ) : (
        <SmallTrend
          trend={trend}
          mass={mass}
          label={`Weight of the last six weeks, now ${bodyText(now, units)}`}
        />
      )}
      {odds && <p className="second">{odds}.</p>}
    </section>
  );
};

/** What could change, on the sheet of a week: a draft is chosen by its number and opened as an order with `o`, without leaving the sheet. */
export const SheetDrafts = ({ document }: { document: SeasonDocument }) => {
  const { athlete } = document;
  const { data: trend } = useTrend(athlete.id);
  const [chosen, setChosen] = useState(0);
  const draftButton = useRef<HTMLButtonElement>(null);
  const decision = useMemo(() => (trend ? decisionOf(trend, document) : null), [trend, document]);
  const ways = decision?.drafts.length ?? 0;
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const way = Number(event.key);
      if (Number.isInteger(way) && way >= 1 && way <= ways) setChosen(way - 1);
      else if (event.key === 'o') {
        event.preventDefault();
        draftButton.current?.click();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [ways]);
  if (!trend) return null;
  return decision ? (
    <Decision
      decision={decision}
      fans={undefined}
      chosen={Math.min(chosen, ways - 1)}
      onChoose={setChosen}
      wanted={null}
      units={athlete.profile.units}
      horizon=""
      hidden={false}
      athleteId={athlete.id}
      maySign={maySign(athlete)}
      draftButton={draftButton}
    />
  ) : (
    <p className="second">Too little is known for a proposal: mornings and complete days tell more.</p>
  );
};
