import type { PeakLog } from '@maul/contract/peak';
import type { SeasonDocument } from '@maul/contract/plan';
import { basisOn } from '@maul/core/body';
import { type Board, STOP_DRINKING } from '@maul/core/peak';
import type { Season } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { sentenceOf } from '../data/api.ts';
import { useOwnDay } from '../data/session.ts';
import { useSignAtOnce } from '../plan/index.ts';
import { Lever } from './board/Lever.tsx';
import { ProtocolPanel } from './board/Protocol.tsx';
import { LookNow, Proposal } from './look/Look.tsx';
import { Symptoms } from './look/Symptoms.tsx';

/** Looks are written on the athlete's own day. */
const OwnLook = ({ looks }: { looks: Parameters<typeof LookNow>[0]['before'] }) => {
  const { day } = useOwnDay();
  return day ? <LookNow day={day} before={looks.filter((l) => l.day <= day.date)} /> : null;
};

/** Beside the hours: the look and what it proposes, what is felt, the lever food, the schools. */
export const Aside = ({
  document,
  own,
  board,
  offset,
  weightKg,
  looks,
  season,
  change,
}: {
  document: SeasonDocument;
  own: boolean;
  board: Board;
  /** The day of the board that is today; undefined where it holds none. */
  offset: number | undefined;
  /** From which the least of water is counted, kg. */
  weightKg: number;
  looks: PeakLog['looks'];
  season: Season;
  /** Nothing where the board is over; undefined takes it away. */
  change: ((board: Board | undefined) => void) | null;
}) => {
  const { athlete, today } = document;
  const { sign, fault } = useSignAtOnce(document);
  return (
    <div className="peak-aside">
      {offset !== undefined && own && <OwnLook looks={looks} />}
      {offset !== undefined && own && <Symptoms />}
      {offset !== undefined && (
        <Proposal
          board={board}
          offset={offset}
          weightKg={weightKg}
          looks={looks}
          today={today}
          onChange={change}
          onAnswer={
            change &&
            ((next, reason) => {
              change(next);
              sign(season, reason);
            })
          }
        />
      )}
      {fault && (
        <p role="alert" className="is-over">
          {sentenceOf(fault)} It is on the board and not signed.
        </p>
      )}
      {change && (
        <Lever
          athleteId={athlete.id}
          carbBasis={basisOn(document.bases, today)?.carbBasis}
          board={board}
          onChange={change}
        />
      )}
      {change && <ProtocolPanel board={board} hasCoach={athlete.hasCoach} onChange={change} />}
      {change && (
        <Button size="small" onClick={() => change(undefined)}>
          Remove the board
        </Button>
      )}
      <p className="quiet">
        {STOP_DRINKING} Limits are no licence up to the line; your doctor and your federation’s rules stand
        above them.
      </p>
    </div>
  );
};
