import type { SeasonDocument } from '@maul/contract/plan';
import {
  type Board,
  boardDays,
  type BoardFault,
  boardFaults,
  type Column,
  offsetOn,
  showDate,
} from '@maul/core/peak';
import { basisOn } from '@maul/core/body';
import {
  type Phase,
  phaseDays,
  phaseOn,
  planAfterShow,
  type Season,
  targetsFrom,
  usualBefore,
} from '@maul/core/plan';
import { daysBetween } from '@maul/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { useSession } from '../data/session.ts';
import { NotShared } from '../ui/NotShared.tsx';
import {
  applySeason,
  PendingStrip,
  SaveBar,
  useEditor,
  useOpenSeason,
  useSeasonKeys,
} from '../plan/index.ts';
import { Fault } from '../ui/Fault.tsx';
import { plural, shortDate } from '../ui/formats/show.ts';
import { UnitsContext } from '../ui/formats/units.ts';
import { AfterShow } from './AfterShow.tsx';
import { BoardTable, type DatedDay } from './board/BoardTable.tsx';
import { CellDialog } from './board/CellDialog.tsx';
import { LayBoard } from './board/LayBoard.tsx';
import { Below } from './Below.tsx';
import { MakeBoard } from './board/Rehearse.tsx';
import { daysAfterShow, eventOf, hasBoard, lastShow, nearest, peaksOf, withBoard } from './peaks.ts';
import { peakLogQuery } from './peakLog.ts';
import { NowNext } from './hours/NowNext.tsx';
import './peak.css';

/** A board this short is for a shoot at short notice, days. */
const SHORT_DAYS = 3;

/** Nothing is hidden from a coach. */
const SHOWN = { weight: false, energy: false };

const LEVEL_WORDS: Readonly<Record<BoardFault['level'], string>> = {
  refuse: 'Cannot be saved',
  confirm: 'Coach and athlete confirm',
  note: 'Note',
};

const Faults = ({ faults }: { faults: readonly BoardFault[] }) =>
  faults.length === 0 ? null : (
    <ul className="peak-faults" aria-label="Limits and notes">
      {faults.map((f) => (
        <li key={f.sentence} className={f.level === 'refuse' ? 'is-over' : ''}>
          <b>{LEVEL_WORDS[f.level]}.</b> {f.sentence}{' '}
          <span className="quiet">
            {f.see} ({f.source})
          </span>
        </li>
      ))}
    </ul>
  );

const Head = ({
  document,
  own,
  phase,
  peaks,
  season,
  onChoose,
}: {
  document: SeasonDocument;
  own: boolean;
  phase: Phase | undefined;
  peaks: readonly Phase[];
  season: Season;
  onChoose: (id: string) => void;
}) => {
  const { athlete, today } = document;
  const show = phase && (phase.board ? showDate({ to: phase.to, board: phase.board }) : phase.to);
  const days = show && daysBetween(today, show);
  return (
    <div className="trend-top">
      <div>
        {!own && (
          <p className="athlete-line">
            <Link to="/roster">Roster</Link> <span aria-hidden>›</span>{' '}
            <Link to={`/athletes/${athlete.id}/${today}`}>{athlete.name}</Link>
          </p>
        )}
        <h1 className="page-title">{own ? 'Peak week' : `${athlete.name}: peak week`}</h1>
        <p className="second">
          {phase && days !== undefined
            ? `${eventOf(phase, season)}, ${days > 0 ? `in ${plural(days, 'day')}` : days === 0 ? 'today' : `${plural(-days, 'day')} ago`}${phase.board && !(own && athlete.profile.hide.weight) ? ` · ${phase.board.weightKg} kg` : ''}`
            : 'No peak week in this season'}
          {' · '}
          <Link to={own ? '/season' : `/athletes/${athlete.id}/season`}>Season</Link> ·{' '}
          <Link to={own ? '/trend' : `/athletes/${athlete.id}/trend`}>Trend</Link>
        </p>
      </div>
      {peaks.length > 1 && (
        <TextField
          select
          size="small"
          label="Peak week"
          value={phase?.id ?? ''}
          onChange={(e) => onChoose(e.target.value)}
        >
          {peaks.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {eventOf(p, season)}
            </MenuItem>
          ))}
        </TextField>
      )}
    </div>
  );
};

const Week = ({
  document,
  phase,
  own,
  season,
}: {
  document: SeasonDocument;
  phase: Phase;
  own: boolean;
  season: Season;
}) => {
  const { athlete, today } = document;
  const { board } = phase;
  const [picked, setPicked] = useState<{ offset: number; column: Column } | null>(null);
  const { data: log, error, refetch } = useQuery(peakLogQuery(athlete.id, phase));
  const basis = basisOn(document.bases, today);
  const days = useMemo(
    () => (board ? boardDays({ from: phase.from, to: phase.to, board }) : []),
    [board, phase.from, phase.to],
  );
  const kcal = useMemo(
    () =>
      targetsFrom(season, document.bases, document.orders, phase.from, phaseDays(phase)).map(
        (d) => d?.windows.ENERC?.aim,
      ),
    [season, document.bases, document.orders, phase],
  );
  const faults = useMemo(
    () =>
      board
        ? boardFaults(
            board,
            {
              from: offsetOn({ to: phase.to, board }, phase.from < today ? today : phase.from),
              to: board.after,
            },
            { hasCoach: athlete.hasCoach, weightKg: basis?.weightKg ?? board.weightKg },
          )
        : [],
    [board, phase.from, phase.to, today, athlete, basis],
  );
  const editable = phase.to >= today;
  // The board answers at once; what lies below it follows.
  const calm = useDeferredValue(useMemo(() => ({ phase, season }), [phase, season]));
  const change = (next: Board | undefined): void => applySeason(withBoard(season, phase, next, today));
  const pick = useCallback((day: DatedDay, column: Column) => setPicked({ offset: day.offset, column }), []);
  if (error && !log) return <Fault error={error} again={() => void refetch()} />;
  if (!board)
    return !editable ? (
      <p className="day-empty">This peak week had no board.</p>
    ) : log ? (
      <LayBoard
        {...usualBefore({ ...document, routine: athlete.profile.routine }, season, phase, log.usual)}
        logged={log.usual}
        hasCoach={athlete.hasCoach}
        hideWeight={own && athlete.profile.hide.weight}
        after={daysAfterShow(phase, season)}
        earlier={peaksOf(season)
          .filter(hasBoard)
          .map((p) => ({ name: eventOf(p, season), board: p.board }))}
        onLay={change}
      />
    ) : (
      <p className="waiting">Reading what is usual …</p>
    );
  const offset = offsetOn({ to: phase.to, board }, today);
  const now = days.find((d) => d.date === today);
  return (
    <>
      {own && now && (
        <NowNext
          athlete={athlete}
          board={board}
          offset={offset}
          log={log?.days.find((d) => d.day === today)}
        />
      )}
      {days.length <= SHORT_DAYS && (
        <p className="second">
          {plural(days.length, 'day')}: so short a time moves water, salt, carbs and what lies in the gut.
          Tissue does not change in it.
        </p>
      )}
      <Faults faults={faults} />
      <BoardTable
        days={days}
        board={board}
        today={today}
        hide={own ? athlete.profile.hide : SHOWN}
        log={log}
        kcal={kcal}
        tolerance={phase.tolerance}
        expenditure={basis?.expenditure}
        onPick={editable ? pick : null}
      />
      {hasBoard(calm.phase) && (
        <Below document={document} own={own} phase={calm.phase} season={calm.season} log={log} />
      )}
      {picked && (
        <CellDialog
          board={board}
          {...picked}
          hideWeight={own && athlete.profile.hide.weight}
          onChange={change}
          onClose={() => setPicked(null)}
        />
      )}
    </>
  );
};

const Peak = ({ document, own }: { document: SeasonDocument; own: boolean }) => {
  useSeasonKeys();
  const season = useEditor((s) => s.season);
  const [chosen, setChosen] = useState<string | null>(null);
  const peaks = peaksOf(season);
  const phase = peaks.find((p) => p.id === chosen) ?? nearest(peaks, document.today);
  const over = lastShow(season, document.today);
  return (
    <UnitsContext value={document.athlete.profile.units}>
      <div className="peak-page">
        <Head
          document={document}
          own={own}
          phase={phase}
          peaks={peaks}
          season={season}
          onChoose={setChosen}
        />
        <NotShared athlete={document.athlete} kinds={['log', 'body']} />
        <PendingStrip document={document} />
        {over && (
          <AfterShow
            athleteId={document.athlete.id}
            show={over.date}
            today={document.today}
            units={document.athlete.profile.units}
            hideWeight={own && document.athlete.profile.hide.weight}
            hideEnergy={own && document.athlete.profile.hide.energy}
            expenditure={basisOn(document.bases, document.today)?.expenditure}
            onPlan={
              phaseOn(season, document.today)?.kind === 'post-show'
                ? (way) => applySeason(planAfterShow(season, document.today, way, () => uuidv7()))
                : null
            }
          />
        )}
        {phase ? (
          <Week key={phase.id} document={document} phase={phase} own={own} season={season} />
        ) : (
          <p className="day-empty">
            Put a show on the season and its peak week is laid with it.{' '}
            <Link to={own ? '/season' : `/athletes/${document.athlete.id}/season`}>Open the season</Link>
          </p>
        )}
        <MakeBoard season={season} today={document.today} onMade={setChosen} />
        {phase && phase.from > document.today && (
          <p className="second">
            The board begins on {shortDate(phase.from)}. It can be laid and changed until then.
          </p>
        )}
        <SaveBar document={document} />
      </div>
    </UnitsContext>
  );
};

/** The last days before the show on one board, for athlete and coach. */
export const PeakPage = () => {
  const { person } = useSession();
  const { athleteId = person.id } = useParams();
  const own = athleteId === person.id;
  const { document, error, again } = useOpenSeason(athleteId);
  useEffect(() => {
    if (document)
      window.document.title = own ? 'Maul, peak week' : `Maul, peak week of ${document.athlete.name}`;
  }, [document, own]);
  if (error && !document) return <Fault error={error} again={again} />;
  if (!document) return <p className="waiting">Opening the board …</p>;
  return <Peak key={athleteId} document={document} own={own} />;
};
