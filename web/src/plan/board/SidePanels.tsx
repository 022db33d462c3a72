import { DateField } from '../../ui/fields/DateField.tsx';
import type { SeasonDocument } from '@maul/contract/plan';
import { basisOn, FAT_SPREAD, slackOdds, startBy, type StartBy } from '@maul/core/body';
import { seededRandom } from '@maul/core/random';
import { dayTargets, phaseName, typeDay } from '@maul/core/plan';
import { daysBetween, isIsoDate, type IsoDate, K90 } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { orderText } from '../orders/orderText.ts';
import { datesInWords, longDate, shortDate, windowText } from '../../ui/formats/show.ts';
import { bodyText, energyText, useUnits } from '../../ui/formats/units.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient, useSession } from '../../data/session.ts';
import { useEditor } from '../editor.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';

const VERDICTS: Readonly<Record<StartBy['verdict'], string>> = {
  there: 'Already in condition: there is nothing to lose.',
  ample: 'There is time, even if body fat is higher than it looks.',
  tight: 'It fits, if body fat is what you say. At the high end of its spread it does not.',
  late: 'Too late for this show at this rate.',
};

const weeks = (value: number): string => (Math.round(value * 10) / 10).toLocaleString('en-GB');

/** When a diet must start for a show: the loss, the weeks, the latest start, the slack; and the ways out when it is too late. */
export const StartByPanel = ({ document }: { document: SeasonDocument }) => {
  const units = useUnits();
  const season = useEditor((s) => s.season);
  const { today, athlete, bases } = document;
  const basis = basisOn(bases, today);
  const shows = season.events.filter((e) => e.kind !== 'trip' && e.date > today);
  const [showId, setShowId] = useState(shows[0]?.id ?? '');
  const known = basis?.leanKg == null ? null : (1 - basis.leanKg / basis.weightKg) * 100;
  const [fat, setFat] = useState<number | null>(known === null ? null : Math.round(known * 10) / 10);
  const [stage, setStage] = useState(athlete.sex === 'male' ? 6 : 14);
  const [rate, setRate] = useState(0.7);
  const [lean, setLean] = useState(10);
  const [pause, setPause] = useState(1);
  const show = shows.find((e) => e.id === showId) ?? shows[0];
  const spread = FAT_SPREAD[athlete.profile.fat?.method ?? 'eye'];
  let found: StartBy | undefined;
  // The simple school goes by one rate and one lean part; this by all that is in doubt.
  let odds: ReturnType<typeof slackOdds> | undefined;
  let fault: string | undefined;
  if (basis && show && fat !== null)
    try {
      found = startBy({
        weightKg: basis.weightKg,
        fatPercent: fat,
        fatSpread: spread,
        stageFatPercent: stage,
        ratePercent: rate,
        leanShare: lean / 100,
        pauseWeeks: pause,
        today,
        show: show.date,
      });
      odds = slackOdds(
        {
          weightKg: basis.weightKg,
          fatPercent: fat,
          fatSd: spread,
          stageFatPercent: stage,
          ratePercent: rate,
          pauseWeeks: pause,
          weeksLeft: daysBetween(today, show.date) / 7,
        },
        seededRandom(1),
      );
    } catch (error) {
      fault = error instanceof Error ? error.message : 'These figures do not go together.';
    }
  return (
    <section className="rows" aria-label="When it must start">
      <h2 className="panel-title">When must it start</h2>
      {shows.length > 0 && show ? (
        <WordField
          label="For"
          value={show.id}
          options={shows.map((e) => [e.id, `${e.name}, ${shortDate(e.date)}`] as const)}
          onChange={setShowId}
        />
      ) : (
        <p className="second">Add a show first; then this says when its diet must start.</p>
      )}
      <div className="pair">
        <NumberField
          label="Body fat now, %"
          value={fat}
          min={2.1}
          max={69}
          onChange={setFat}
          onEmpty={() => setFat(null)}
          help={`± ${Math.round(K90 * spread)} points`}
        />
        <NumberField
          label="On stage, %"
          value={stage}
          min={3}
          max={40}
          onChange={setStage}
          help="common practice"
        />
      </div>
      <div className="part-line">
        <NumberField label="Most, %/week" value={rate} min={0.1} max={1.5} onChange={setRate} />
        <NumberField label="Lean part, %" value={lean} min={0} max={50} onChange={setLean} />
        <NumberField label="Weeks off" value={pause} min={0} max={30} onChange={setPause} />
      </div>
      {fat === null && (
        <p className="second">It needs body fat: give it here, or under Account, Body and health.</p>
      )}
      {fault !== undefined && <Alert severity="error">{fault}</Alert>}
      {found && basis && (
        <div className="rows" data-testid="start-by">
          <p className={found.verdict === 'late' ? 'is-over start-by' : 'start-by'}>
            <b>{VERDICTS[found.verdict]}</b>
          </p>
          {found.verdict !== 'there' && (
            <>
              <dl className="figures">
                <dt>To lose</dt>
                <dd>
                  {bodyText(found.loseKg.mid, units)} ({bodyText(found.loseKg.low, units)} to{' '}
                  {bodyText(found.loseKg.high, units)})
                </dd>
                <dt>Stage weight about</dt>
                <dd>{bodyText(found.stageKg.mid, units)}</dd>
                <dt>Weeks it takes</dt>
                <dd>
                  {weeks(found.weeks.mid)} ({weeks(found.weeks.low)} to {weeks(found.weeks.high)})
                </dd>
                <dt>Latest sensible start</dt>
                <dd>
                  {longDate(found.latest)}{' '}
                  <span className="second">(to be safe {shortDate(found.latestCautious)})</span>
                </dd>
                <dt>Slack</dt>
                <dd>{weeks(found.slackWeeks.mid)} weeks</dd>
                {odds && (
                  <>
                    <dt>Time to spare, with its uncertainty</dt>
                    <dd>
                      {weeks(odds.low)} to {weeks(odds.high)} weeks (10 to 90 of 100); it fits in{' '}
                      {Math.round(100 * odds.fits)} of 100
                    </dd>
                  </>
                )}
              </dl>
              <Gauge
                label="Weeks it takes"
                unit="weeks"
                value={found.weeks.mid}
                spread={(found.weeks.high - found.weeks.low) / 2}
                window={{ low: 0, high: found.weeks.mid + found.slackWeeks.mid }}
                labels
              />
            </>
          )}
          {found.remedies.length > 0 && (
            <>
              <p>What would make it possible:</p>
              <ul className="plain-list">
                {found.remedies.map((remedy) => (
                  <li key={remedy}>{datesInWords(remedy)}</li>
                ))}
              </ul>
            </>
          )}
          <p className="quiet">
            Rate limit: Helms 2014, 0.5 to 1 % a week. Stage condition and the lean part: common practice, no
            source.
          </p>
        </div>
      )}
    </section>
  );
};

/** What was in force on any date: phase, day type, windows, orders; by whom and why. And every revision ever signed. */
export const InForcePanel = ({ document }: { document: SeasonDocument }) => {
  const units = useUnits();
  const { athlete, today, history } = document;
  const [date, setDate] = useState<string>(today);
  const { data, error } = useQuery({
    queryKey: ['in-force', athlete.id, date],
    queryFn: () => call('inForce', { params: { athleteId: athlete.id, date: date as IsoDate } }),
    enabled: isIsoDate(date),
  });
  const targets = data && dayTargets(data.season, data.bases, data.orders, data.date);
  return (
    <section className="rows" aria-label="In force">
      <h2 className="panel-title">What was in force</h2>
      <DateField label="On" value={date} onChange={setDate} />
      {error && <Alert severity="error">{sentenceOf(error)}</Alert>}
      {data && !targets && <p className="second">No phase on that day.</p>}
      {data && targets && (
        <div className="rows" data-testid="in-force">
          <p>
            <b>{phaseName(targets.phase)}</b>, {typeDay(targets.dayType)}:{' '}
            {targets.windows.ENERC ? energyText(targets.windows.ENERC.aim, units) : 'no energy target'}
            {(['PROCNT', 'CARB', 'FAT'] as const).map((key) => {
              const window = targets.windows[key];
              return window
                ? `, ${key === 'PROCNT' ? 'P' : key === 'CARB' ? 'C' : 'F'} ${windowText(window)}`
                : '';
            })}
            .
          </p>
          <p className="second">
            From {bodyText(targets.basis.weightKg, units)} and {energyText(targets.basis.expenditure, units)}{' '}
            of expenditure, the figures of {shortDate(targets.basis.from)}.
          </p>
          {data.revision && (
            <p className="second">
              Season {data.revision.number}, signed by {data.revision.writtenByName} on{' '}
              {shortDate(data.revision.from)}
              {data.revision.reason === null ? '.' : `: ${data.revision.reason}`}
            </p>
          )}
          {targets.orders.length === 0 ? (
            <p className="second">No order was in force on that day.</p>
          ) : (
            <ul className="plain-list">
              {targets.orders.map((bound) => {
                const order = data.orders.find((o) => o.id === bound.id);
                return order ? (
                  <li key={order.id}>
                    {orderText(order, data.season)}.{' '}
                    <span className="second">
                      {order.signedByName}: “{order.reason}”
                    </span>
                  </li>
                ) : null;
              })}
            </ul>
          )}
        </div>
      )}
      <h2 className="panel-title">All signed seasons</h2>
      <ol className="plain-list">
        {history.map((revision) => (
          <li key={revision.id}>
            <b className="n">{revision.number}</b> {shortDate(revision.from)}, {revision.writtenByName}
            {revision.pending ? ', waits for a confirmation' : ''}
            {revision.reason === null ? '' : `: ${revision.reason}`}
          </li>
        ))}
      </ol>
    </section>
  );
};

/** The season for a calendar: a file, and a private address that can be revoked. */
export const CalendarPanel = ({ document }: { document: SeasonDocument }) => {
  const athleteId = document.athlete.id;
  const { person } = useSession();
  const own = person.id === athleteId;
  const [made, setMade] = useState<string | null>(null);
  const key = ['calendar-feeds', athleteId];
  const { data, error } = useQuery({
    queryKey: key,
    queryFn: () => call('calendarFeeds', { params: { athleteId } }),
    enabled: own,
  });
  const make = useMutation({
    mutationFn: () => call('makeCalendarFeed', { params: { athleteId, id: uuidv7() } }),
    onSuccess: async (feed) => {
      setMade(feed.path === null ? null : new URL(feed.path, window.location.origin).href);
      await queryClient.invalidateQueries({ queryKey: key });
    },
  });
  const end = useMutation({
    mutationFn: (id: string) => call('endCalendarFeed', { params: { athleteId, id } }),
    onSuccess: async () => {
      setMade(null);
      await queryClient.invalidateQueries({ queryKey: key });
    },
  });
  return (
    <section className="rows" aria-label="Calendar">
      <h2 className="panel-title">Calendar</h2>
      <p className="second">
        Phases, events, day types, meal and training times. No weight and no figures leave with it. Times are
        on your own clock, wherever you wake.
      </p>
      <Button component="a" href={`/api/athletes/${athleteId}/calendar.ics`} download>
        Download as iCalendar
      </Button>
      {own && (
        <>
          <p>A private address keeps a calendar up to date. Whoever has it can read your season’s dates.</p>
          {data?.feeds.map((feed) => (
            <div key={feed.id} className="grant">
              <p>
                Address made on {shortDate(feed.createdAt.slice(0, 10) as IsoDate)}{' '}
                <span className="second">in use</span>
              </p>
              <Button size="small" color="error" onClick={() => end.mutate(feed.id)}>
                Revoke
              </Button>
            </div>
          ))}
          {made !== null && (
            <TextField
              label="Copy it now; it is shown only once"
              value={made}
              multiline
              slotProps={{ htmlInput: { readOnly: true, 'data-testid': 'feed-address' } }}
              onFocus={(e) => e.target.select()}
            />
          )}
          <Button onClick={() => make.mutate()} disabled={make.isPending}>
            Make a private address
          </Button>
          {(error ?? make.error ?? end.error) && (
            <Alert severity="error">{sentenceOf(error ?? make.error ?? end.error)}</Alert>
          )}
        </>
      )}
    </section>
  );
};
