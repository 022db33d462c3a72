import type { PeakLog } from '@maul/contract/peak';
import type { SeasonDocument } from '@maul/contract/plan';
import { basisOn } from '@maul/core/body';
import { type Board, delayed, offsetOn } from '@maul/core/peak';
import type { Season } from '@maul/core/plan';
import { memo, useState } from 'react';
import { applySeason } from '../plan/index.ts';
import { Aside } from './Aside.tsx';
import { Beside } from './beside/Beside.tsx';
import { Rehearse } from './board/Rehearse.tsx';
import { Hours } from './hours/Hours.tsx';
import { ShowTimes } from './hours/ShowTimes.tsx';
import { type BoardedPeak, earlierPeaks, eventOf, withBoard } from './peaks.ts';

/** What lies below the board: the hours, what stands beside them, the earlier peak, the rehearsal. It is drawn only when what it shows has changed. */
export const Below = memo(
  ({
    document,
    own,
    phase,
    season,
    log,
  }: {
    document: SeasonDocument;
    own: boolean;
    phase: BoardedPeak;
    season: Season;
    log: PeakLog | undefined;
  }) => {
    const { athlete, today } = document;
    const { board } = phase;
    const [times, setTimes] = useState(false);
    const editable = phase.to >= today;
    const holdsToday = phase.from <= today && today <= phase.to;
    const change = (next: Board | undefined): void => applySeason(withBoard(season, phase, next, today));
    const [beside, ...others] = earlierPeaks(season, phase);
    return (
      <>
        <div className="peak-body">
          <Hours
            board={board}
            zone={athlete.zone}
            editable={editable}
            onTimes={() => setTimes(true)}
            onDelay={(show) => change({ ...board, show: delayed(show, 60) })}
          />
          <Aside
            document={document}
            own={own}
            board={board}
            offset={holdsToday ? offsetOn(phase, today) : undefined}
            weightKg={basisOn(document.bases, today)?.weightKg ?? board.weightKg}
            looks={log?.looks ?? []}
            season={season}
            change={editable ? change : null}
          />
        </div>
        {beside && (
          <Beside
            key={phase.id}
            athleteId={athlete.id}
            now={phase}
            earlier={[beside, ...others]}
            nameOf={(p) => eventOf(p, season)}
            today={today}
            hideWeight={own && athlete.profile.hide.weight}
          />
        )}
        {phase.from > today && <Rehearse phase={phase} season={season} today={today} />}
        {times && (
          <ShowTimes
            show={board.show}
            wake={athlete.profile.routine.waking}
            onKeep={(show) => change({ ...board, show })}
            onClose={() => setTimes(false)}
          />
        )}
      </>
    );
  },
);
Below.displayName = 'Below';
