import { insertPhase, type Phase, phaseTemplate, phasesInOrder, type Season } from '@maul/core/plan';
import { addDays, daysBetween, type IsoDate, isIsoDate } from '@maul/core/units';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { applySeason } from '../../plan/index.ts';
import { DateField } from '../../ui/fields/DateField.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { plural } from '../../ui/formats/show.ts';
import type { BoardedPeak as Peak } from '../peaks.ts';

/** A rehearsal lies so many days before the peak week where nothing else is said. common practice, no source. */
const BEFORE = 28;

/** The board tried before it counts: whole, or its last two days. */
export const Rehearse = ({ phase, season, today }: { phase: Peak; season: Season; today: IsoDate }) => {
  const [open, setOpen] = useState(false);
  const length = daysBetween(phase.from, phase.to);
  const usual = addDays(phase.to, -BEFORE);
  const [ends, setEnds] = useState<IsoDate | ''>(
    addDays(usual, -length) >= today ? usual : addDays(today, length),
  );
  const [days, setDays] = useState(length + 1);
  const from = isIsoDate(ends) ? addDays(ends, 1 - days) : undefined;
  const fault =
    from === undefined || ends === ''
      ? 'Choose the day on which the rehearsal ends.'
      : from < today
        ? `It would begin on ${from}, and days that are over are not planned anew.`
        : ends >= phase.from
          ? 'It would run into the peak week itself.'
          : null;
  const make = (): void => {
    if (fault !== null || from === undefined || ends === '') return;
    const { answers: _answers, ...board } = phase.board;
    const rehearsal: Phase = {
      ...phase,
      id: uuidv7(),
      name: 'Rehearsal',
      hangsOn: null,
      from,
      to: ends,
      board,
    };
    applySeason(insertPhase(season, rehearsal, today, () => uuidv7()));
    setOpen(false);
  };
  return (
    <section aria-label="Rehearsal" className="peak-part">
      <p className="second">
        A board can be tried two to six weeks before: afterwards both lie beside each other, with weights,
        looks and what was eaten.
      </p>
      <Button size="small" onClick={() => setOpen(true)}>
        Rehearse this board
      </Button>
      {open && (
        <FormDialog
          title="Rehearse this board"
          onClose={() => setOpen(false)}
          keep="Put it on the season"
          canKeep={fault === null}
          onKeep={make}
        >
          <TextField
            select
            margin="dense"
            label="How much of it"
            value={String(days)}
            onChange={(e) => setDays(Number(e.target.value))}
          >
            <MenuItem value={String(length + 1)}>the whole board, {plural(length + 1, 'day')}</MenuItem>
            {length > 1 && <MenuItem value="2">its last two days</MenuItem>}
          </TextField>
          <DateField
            label="It ends on"
            value={ends}
            onChange={setEnds}
            min={today}
            max={addDays(phase.from, -1)}
          />
          {fault !== null && (
            <p role="alert" className="is-over">
              {fault}
            </p>
          )}
          <p className="second">What lies under it on the season gives way, and goes on behind it.</p>
        </FormDialog>
      )}
    </section>
  );
};

/** Days before a show and before a shoot at short notice that a board is made of, the day itself not counted. */
const LEADS = { show: 6, shoot: 2 } as const;
/** So far ahead an event is asked about, days. */
const SOON = 28;

/** Shows and shoots to come that no peak week leads to: one press makes its days; a shoot tomorrow gets what is left. */
export const MakeBoard = ({
  season,
  today,
  onMade,
}: {
  season: Season;
  today: IsoDate;
  onMade: (phaseId: string) => void;
}) => {
  const open = season.events.filter(
    (e) =>
      (e.kind === 'show' || e.kind === 'shoot') &&
      e.date >= today &&
      daysBetween(today, e.date) <= SOON &&
      !phasesInOrder(season).some((p) => p.kind === 'peak-week' && p.from <= e.date && e.date <= p.to),
  );
  if (open.length === 0) return null;
  return (
    <section aria-label="Without a board" className="peak-part">
      {open.map((event) => {
        const lead = addDays(event.date, -LEADS[event.kind === 'shoot' ? 'shoot' : 'show']);
        const from = lead < today ? today : lead;
        return (
          <p key={event.id} className="peak-line">
            <span>
              <b>{event.name}</b>, {event.kind}, in {plural(daysBetween(today, event.date), 'day')}: no board
              yet.
            </span>
            <Button
              size="small"
              variant="outlined"
              onClick={() => {
                const id = uuidv7();
                const phase = phaseTemplate('peak-week', from, event.date, id, { hangsOn: event.id });
                applySeason(insertPhase(season, phase, today, () => uuidv7()));
                onMade(id);
              }}
            >
              Make its {plural(daysBetween(from, event.date) + 1, 'day')}
            </Button>
          </p>
        );
      })}
    </section>
  );
};
