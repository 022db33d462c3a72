import type { SeasonDocument } from '@maul/contract/plan';
import { countdown, phaseName, phaseOn, phaseWeek } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';
import Button from '@mui/material/Button';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fault } from '../ui/Fault.tsx';
import { weeksAndDays } from '../ui/formats/show.ts';
import { UnitsContext } from '../ui/formats/units.ts';
import { useSession } from '../data/session.ts';
import { DayPanel } from './board/DayPanel.tsx';
import { select, useEditor } from './editor.ts';
import { AddPanel, EventPanel } from './phase/EventPanel.tsx';
import { PhasePanel } from './phase/PhasePanel.tsx';
import { PendingStrip, SaveBar } from './signing/SaveBar.tsx';
import { CalendarPanel, InForcePanel, StartByPanel } from './board/SidePanels.tsx';
import { useOpenSeason } from './useOpenSeason.ts';
import { useSeasonKeys } from './useSeasonKeys.ts';
import { Timeline } from './timeline/Timeline.tsx';
import { WeeksBoard } from './board/WeeksBoard.tsx';
import './season.css';

const TABS = ['Plan', 'Start by', 'In force', 'Calendar'] as const;

const Head = ({ document, coach }: { document: SeasonDocument; coach: boolean }) => {
  const season = useEditor((s) => s.season);
  const { today, athlete } = document;
  const phase = phaseOn(season, today);
  const next = countdown(season, today);
  const place = [
    phase
      ? `${phaseName(phase)}, week ${phaseWeek(phase, today).week} of ${phaseWeek(phase, today).of}`
      : 'No phase today',
    next
      ? next.days === 0
        ? `${next.event.name} is today`
        : `${weeksAndDays(next)} to ${next.event.name}`
      : 'no show set',
  ];
  return (
    <div className="season-head">
      <div>
        {coach && (
          <p className="athlete-line">
            <Link to="/roster">Roster</Link> <span aria-hidden>›</span>{' '}
            <Link to={`/athletes/${athlete.id}`}>{athlete.name}</Link>
          </p>
        )}
        <h1 className="page-title">Season</h1>
        <p className="second season-place">{place.join(' · ')}</p>
      </div>
      <Button variant="contained" onClick={() => select({ kind: 'add' })}>
        Add a phase or event
      </Button>
    </div>
  );
};

const Chosen = ({ document }: { document: SeasonDocument }) => {
  const season = useEditor((s) => s.season);
  const selected = useEditor((s) => s.selected);
  const { today } = document;
  if (selected?.kind === 'add') return <AddPanel today={today} />;
  const event = selected?.kind === 'event' ? season.events.find((e) => e.id === selected.id) : undefined;
  if (event) return <EventPanel key={`${event.id} ${event.date}`} event={event} today={today} />;
  const phase =
    (selected?.kind === 'phase' ? season.phases.find((p) => p.id === selected.id) : undefined) ??
    phaseOn(season, today) ??
    season.phases.find((p) => p.from > today);
  if (phase) return <PhasePanel key={phase.id} phase={phase} document={document} />;
  return <AddPanel today={today} />;
};

const Season = ({ document, coach }: { document: SeasonDocument; coach: boolean }) => {
  const [date, setDate] = useState<IsoDate>(document.today);
  const [tab, setTab] = useState(0);
  const selected = useEditor((s) => s.selected);
  // Whatever is chosen on the timeline is shown, whichever side stood open.
  useEffect(() => {
    if (selected) setTab(0);
  }, [selected]);
  // A phase or event that is chosen is what the board and the day show: from its first day that is still to come.
  const season = useEditor((s) => s.season);
  const { today } = document;
  const phase = selected?.kind === 'phase' ? season.phases.find((p) => p.id === selected.id) : undefined;
  const event = selected?.kind === 'event' ? season.events.find((e) => e.id === selected.id) : undefined;
  const [from, to] = phase ? [phase.from, phase.to] : [event?.date, event?.date];
  useEffect(() => {
    if (from === undefined || to === undefined || to < today) return;
    setDate((now) => (now >= from && now <= to ? now : from > today ? from : today));
  }, [from, to, today]);
  useSeasonKeys();
  return (
    <UnitsContext value={document.athlete.profile.units}>
      <div className="season">
        <Head document={document} coach={coach} />
        <PendingStrip document={document} />
        <Timeline today={document.today} />
        <div className="season-body">
          <div className="season-side">
            <Tabs
              value={tab}
              onChange={(_, next: number) => setTab(next)}
              aria-label="Season panels"
              variant="scrollable"
            >
              {TABS.map((name) => (
                <Tab key={name} label={name} />
              ))}
            </Tabs>
            {tab === 0 && <Chosen document={document} />}
            {tab === 1 && <StartByPanel document={document} />}
            {tab === 2 && <InForcePanel document={document} />}
            {tab === 3 && <CalendarPanel document={document} />}
          </div>
          <WeeksBoard document={document} date={date} onDate={setDate} />
          <DayPanel document={document} date={date} />
        </div>
        <SaveBar document={document} />
      </div>
    </UnitsContext>
  );
};

/** The season of an athlete, the same for athlete and coach. */
export const SeasonPage = () => {
  const { person } = useSession();
  const { athleteId = person.id } = useParams();
  const { document, error, again } = useOpenSeason(athleteId);
  useEffect(() => {
    if (document)
      window.document.title =
        athleteId === person.id ? 'Maul, season' : `Maul, season of ${document.athlete.name}`;
  }, [document, athleteId, person.id]);
  if (error && !document) return <Fault error={error} again={again} />;
  if (!document) return <p className="waiting">Opening the season …</p>;
  return <Season key={athleteId} document={document} coach={athleteId !== person.id} />;
};
