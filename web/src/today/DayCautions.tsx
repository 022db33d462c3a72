import type { DayDocument } from '@maul/contract';
import {
  cautionPerson,
  planCautions,
  targetsFrom,
  weekStart,
  type Caution,
  type DayTargets,
} from '@maul/core';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { CautionLine, standingText } from '../shell/Cautions.tsx';
import { plural } from '../shell/show.ts';
import { call, queryClient, sentenceOf, useSession } from '../sync/index.ts';

/** Cautions of the fourteen days that begin with this week, by the plan in force. */
const planned = (
  {
    athlete,
    date,
    season,
    bases,
    orders,
  }: Pick<DayDocument, 'athlete' | 'date' | 'season' | 'bases' | 'orders'>,
  targets: DayTargets,
): Caution[] => {
  const from = weekStart(date, athlete.profile.weekStartsOn);
  const days = targetsFrom(season, bases, orders, from, 14).filter((d) => d !== undefined);
  const person = cautionPerson(athlete, targets.basis, date);
  return planCautions(days, person, athlete.profile.routine);
};

const One = ({ caution, day }: { caution: Caution; day: DayDocument }) => {
  const athleteId = day.athlete.id;
  const { person } = useSession();
  const { data } = useQuery({
    queryKey: ['cautions', athleteId],
    queryFn: () => call('cautions', { params: { athleteId } }),
  });
  const confirm = useMutation({
    mutationFn: () =>
      call('confirmCaution', {
        params: { athleteId, id: uuidv7() },
        body: { cautionId: caution.id, figure: caution.figure },
      }),
    onSuccess: (next) => queryClient.setQueryData(['cautions', athleteId], next),
  });
  const role = person.id === athleteId ? 'athlete' : 'coach';
  const standing = data && standingText(caution, data.confirmations, day.athlete.hasCoach);
  const mine = data?.confirmations.some((c) => c.cautionId === caution.id && c.by === role) ?? false;
  return (
    <CautionLine caution={caution}>
      {standing && (
        <span className="caution-standing">
          {' '}
          {standing}{' '}
          {caution.needs === null &&
            !(mine && day.athlete.hasCoach) &&
            !standing.startsWith('Confirmed by all') && (
              <Button size="small" onClick={() => confirm.mutate()} disabled={confirm.isPending}>
                I have read this and stand by it
              </Button>
            )}
          {confirm.error && <span className="is-over"> {sentenceOf(confirm.error)}</span>}
        </span>
      )}
    </CautionLine>
  );
};

/** What may hurt, said where it is eaten: of the plan in force and of what was eaten and weighed. */
const DayCautions = ({ day, targets }: { day: DayDocument; targets: DayTargets | undefined }) => {
  const [open, setOpen] = useState(false);
  const { data } = useQuery({
    queryKey: ['cautions', day.athlete.id],
    queryFn: () => call('cautions', { params: { athleteId: day.athlete.id } }),
  });
  // What is eaten changes none of it: only what the plan is made from.
  const { athlete, date, today, season, bases, orders } = day;
  const own = useMemo(
    () => (targets && date >= today ? planned({ athlete, date, season, bases, orders }, targets) : []),
    [athlete, date, today, season, bases, orders, targets],
  );
  const measured = day.date === day.today ? (data?.cautions ?? []) : [];
  const all = [...measured, ...own.filter((c) => !measured.some((m) => m.id === c.id))];
  const hard = all.filter((c) => c.level !== 'note');
  if (all.length === 0) return null;
  return (
    <section className="day-cautions" aria-label="Cautions">
      <button type="button" className="day-cautions-line" aria-expanded={open} onClick={() => setOpen(!open)}>
        <b className={hard.length > 0 ? 'is-over' : 'is-planned'}>
          {hard.length > 0 ? plural(hard.length, 'caution') : plural(all.length, 'note')}
        </b>{' '}
        {all[0]?.sentence}{' '}
        <span className="day-cautions-more">
          {open ? 'Less' : all.length > 1 ? `All ${all.length}` : 'More'}
        </span>
      </button>
      {open && (
        <div className="rows day-cautions-all">
          {all.map((caution) => (
            <One key={caution.id} caution={caution} day={day} />
          ))}
        </div>
      )}
    </section>
  );
};

export default DayCautions;
