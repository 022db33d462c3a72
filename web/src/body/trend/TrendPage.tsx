import type { DecisionDraft } from '@maul/core/body';
import { addDays, type IsoDate } from '@maul/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Trend } from '@maul/contract/body';
import type { SeasonDocument } from '@maul/contract/plan';
import { useSession } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { partOf } from '../../ui/partOf.tsx';
import { maySign, NotShared } from '../../ui/NotShared.tsx';
import { bodyNumber, bodyText, energyNumber, energyText } from '../../ui/formats/units.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { decisionOf, forecastInput, horizonOf, wantedAt, type EatingAs, type Question } from './ahead.ts';
import { Ask } from './Ask.tsx';
import { Head, Key, Said } from './Parts.tsx';
import { type ChartMark, manyDays, type School } from './series.ts';
import { Decision } from './Decision.tsx';
import { useFans } from './forecast.ts';
import { Ledger } from './Ledger.tsx';
import { Pace } from './Pace.tsx';
import { Tomorrow } from './Tomorrow.tsx';
import { useOrders, useSeason, useTrend } from './useTrend.ts';
import { WeekTable } from './WeekTable.tsx';
import './trend.css';

// Asked for with the page and not with its data: both come at once.
const chartModule = () => import('./TrendChart.tsx');
void chartModule().catch(() => undefined);
const TrendChart = partOf(chartModule, <div className="trend-canvas waiting">Drawing …</div>);

const SPANS = [
  ['84', '12 weeks'],
  ['180', '26 weeks'],
  ['366', 'A year'],
  ['1096', '3 years'],
] as const;
/** Two changes closer than this share one letter, days. */
const CLOSE_DAYS = 3;
/** The fastest loss that a forecast calls gentle, % a week. Source: Helms 2014. */
const GENTLE = 1;

/** Letters for the changes, the oldest first; those close together share one. */
const lettersOf = (trend: Trend): { letters: Map<string, string>; marks: ChartMark[] } => {
  const letters = new Map<string, string>();
  const marks: ChartMark[] = [];
  for (const row of trend.ledger.filter((r) => r.kind !== 'phase').reverse()) {
    const last = marks.at(-1);
    if (last && row.from < addDays(last.day, CLOSE_DAYS)) {
      letters.set(row.id, last.letter);
      continue;
    }
    const letter = String.fromCharCode(65 + (marks.length % 26));
    marks.push({ letter, day: row.from });
    letters.set(row.id, letter);
  }
  return { letters, marks };
};

const NO_DRAFT: DecisionDraft = { school: 'none', change: { kind: 'none' }, balance: 0, kgPerWeek: 0 };

/** The middle of the wanted pace, % a week; level without a phase. */
const middleOf = (pace: Trend['pace']): number =>
  pace ? Math.round(50 * (pace.wanted.low + pace.wanted.high)) / 100 : 0;

/** What each way to go on would bring, and which of them is looked at. */
const useAhead = (trend: Trend, document: SeasonDocument) => {
  const [as, setAs] = useState<EatingAs>('planned');
  const [chosen, setChosen] = useState(0);
  const [question, setQuestion] = useState<Question>(() => ({
    wantedKg: null,
    percent: GENTLE,
    shiftWeeks: 0,
    rate: middleOf(trend.pace),
  }));
  const ask = useCallback((change: Partial<Question>) => setQuestion((q) => ({ ...q, ...change })), []);
  const decision = useMemo(() => decisionOf(trend, document), [trend, document]);
  const { wantedKg, percent, shiftWeeks, rate } = question;
  const { to, show } = horizonOf(document, shiftWeeks);
  const nowKg = trend.days.findLast((d) => d.weightKg !== null)?.weightKg ?? null;
  const wanted = useMemo(() => {
    if (nowKg === null) return null;
    if (wantedKg === null) return wantedAt(nowKg, document, to);
    return wantedKg <= nowKg ? { low: 0, high: wantedKg } : { low: wantedKg, high: Infinity };
  }, [nowKg, wantedKg, document, to]);
  const asked = useMemo(
    () =>
      (decision?.drafts ?? [NO_DRAFT]).flatMap((draft) => {
        const input = forecastInput(trend, document, as, draft, { to, rate });
        return input ? [{ input, wanted, percent }] : [];
      }),
    [decision, trend, document, as, wanted, percent, to, rate],
  );
  const fans = useFans(asked);
  const fan = fans?.[Math.min(chosen, fans.length - 1)];
  const planned = useMemo(
    () => asked[Math.min(chosen, asked.length - 1)]?.input.intake ?? [],
    [asked, chosen],
  );
  return {
    as,
    setAs,
    chosen,
    setChosen,
    decision,
    to,
    show,
    nowKg,
    wanted,
    fans,
    fan,
    planned,
    question,
    ask,
  };
};

const Place = ({
  trend,
  document,
  own,
  orders,
}: {
  trend: Trend;
  document: SeasonDocument;
  own: boolean;
  orders: ReturnType<typeof useOrders>;
}) => {
  const { athlete } = document;
  const { units, hide } = athlete.profile;
  const hidden = own && hide.weight;
  const navigate = useNavigate();
  const [school, setSchool] = useState<School>('filter');
  const { letters, marks } = useMemo(() => lettersOf(trend), [trend]);
  const ahead = useAhead(trend, document);
  const { decision, fan, as, setAs, to, show } = ahead;
  const now = trend.days.findLast((d) => d.weightKg !== null);
  const mass = useCallback((kg: number) => bodyNumber(kg, units), [units]);
  const energy = useCallback((kcal: number) => energyNumber(kcal, units), [units]);
  const openDay = useCallback(
    (day: IsoDate) => {
      if (day > addDays(trend.today, 1)) return;
      void navigate(own ? `/today/${day}` : `/athletes/${athlete.id}/${day}`);
    },
    [navigate, own, athlete.id, trend.today],
  );
  const end = fan?.days.at(-1);
  const moved = ahead.question.shiftWeeks !== 0;
  const horizon = show === null || moved ? `on ${shortDate(to)}` : `at ${show}`;
  const spent = trend.days.findLast((d) => d.expenditure !== null);
  const first = trend.days[0]?.day ?? trend.today;
  const label = [
    now?.weightKg != null && !hidden ? `Trend today ${bodyText(now.weightKg, units)}` : '',
    end && !hidden ? `expected ${horizon} ${bodyText(end.kg.mid, units)}` : '',
    spent?.expenditure != null ? `expenditure ${energyText(spent.expenditure, units)} a day` : '',
    'the table below says the same week by week',
  ]
    .filter((part) => part !== '')
    .join('; ');
  return (
    <div className="trend-place">
      <div className="trend-left">
        <Key hidden={hidden} school={school} single={!manyDays(trend)} />
        <div className="trend-tools">
          {!hidden && (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={school}
              aria-label="Trend method"
              onChange={(_, next: School | null) => next && setSchool(next)}
            >
              <ToggleButton value="filter">Filter</ToggleButton>
              <ToggleButton value="weeks">Week means</ToggleButton>
              <ToggleButton value="exponential">Exponential</ToggleButton>
            </ToggleButtonGroup>
          )}
          {ahead.nowKg !== null && (
            <ToggleButtonGroup
              exclusive
              size="small"
              value={as}
              aria-label="The forecast assumes that you eat"
              onChange={(_, next: EatingAs | null) => next && setAs(next)}
            >
              <ToggleButton value="planned">As planned</ToggleButton>
              {trend.eaten && <ToggleButton value="lately">As in the last 14 days</ToggleButton>}
              <ToggleButton value="rate">At a rate</ToggleButton>
            </ToggleButtonGroup>
          )}
        </div>
        <TrendChart
          trend={trend}
          document={document}
          school={school}
          marks={marks}
          fan={fan?.days}
          planned={ahead.planned}
          mass={mass}
          massUnit={units.body}
          energy={energy}
          energyUnit={units.energy}
          hidden={hidden}
          from={first}
          label={label}
          onDay={openDay}
        />
        <Said
          now={now}
          spent={spent}
          end={end}
          horizon={horizon}
          fatKnown={athlete.profile.fat !== null}
          units={units}
          hidden={hidden}
        />
        {!hidden && (
          <Ledger
            trend={trend}
            document={document}
            orders={orders}
            letters={letters}
            mass={mass}
            unit={units.body}
          />
        )}
        <details className="trend-table">
          <summary>Week by week, as a table</summary>
          <WeekTable trend={trend} units={units} startsOn={athlete.profile.weekStartsOn} hidden={hidden} />
        </details>
      </div>
      <div className="trend-right">
        {hidden ? (
          <p className="second">
            Your weight is hidden, as you asked. It is kept, and tells your expenditure and your targets.
          </p>
        ) : (
          <Tomorrow trend={trend} units={units} />
        )}
        {trend.pace && !hidden && <Pace pace={trend.pace} cycle={trend.cycle} units={units} />}
        {decision && (
          <Decision
            decision={decision}
            fans={ahead.fans}
            chosen={ahead.chosen}
            onChoose={ahead.setChosen}
            wanted={ahead.wanted}
            units={units}
            horizon={horizon}
            hidden={hidden}
            athleteId={athlete.id}
            maySign={own ? !athlete.hasCoach : maySign(athlete)}
          />
        )}
        {!hidden && ahead.nowKg !== null && (
          <Ask
            question={ahead.question}
            onAsk={ahead.ask}
            as={as}
            chance={fan?.chance}
            nowKg={ahead.nowKg}
            units={units}
            horizon={horizon}
            hasShow={show !== null}
          />
        )}
      </div>
    </div>
  );
};

/** Is it working, and if not, what is the smallest change? Read by the athlete and by their coach. */
export const TrendPage = () => {
  const { person } = useSession();
  const { athleteId = person.id } = useParams();
  const own = athleteId === person.id;
  const [span, setSpan] = useState<string>('84');
  const season = useSeason(athleteId);
  const trend = useTrend(athleteId, Number(span));
  const orders = useOrders(athleteId);
  useEffect(() => {
    document.title = season.data && !own ? `Maul, ${season.data.athlete.name}, trend` : 'Maul, trend';
  }, [season.data, own]);
  const error = season.error ?? trend.error;
  if (error && (!season.data || !trend.data))
    return (
      <Fault
        error={error}
        again={() => {
          void season.refetch();
          void trend.refetch();
        }}
      />
    );
  if (!season.data) return <p className="waiting">Reading the log …</p>;
  return (
    <div className="trend-page">
      <div className="trend-top">
        <Head document={season.data} own={own} />
        <TextField select size="small" label="Span" value={span} onChange={(e) => setSpan(e.target.value)}>
          {SPANS.map(([days, name]) => (
            <MenuItem key={days} value={days}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <NotShared athlete={season.data.athlete} kinds={['log', 'body']} />
      {!trend.data ? (
        <p className="waiting">Reading the mornings …</p>
      ) : !season.data.athlete.reader.sees.includes('body') ? null : trend.data.days.every(
          (d) => d.kg === null,
        ) ? (
        <p className="day-empty">
          No morning has been weighed in this span yet.{' '}
          {own ? <Link to="/morning">Weigh in this morning</Link> : 'The athlete has not weighed in.'}
        </p>
      ) : (
        <Place trend={trend.data} document={season.data} own={own} orders={orders} />
      )}
    </div>
  );
};
