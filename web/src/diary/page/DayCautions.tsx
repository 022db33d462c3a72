import type { DayDocument } from '@maul/contract/diary';
import { maySign } from '../../ui/NotShared.tsx';
import { addDays, weekStart } from '@maul/core/units';
import {
  cautionPerson,
  dayTargets,
  planCautions,
  sodiumCautions,
  sodiumOfDay,
  targetsFrom,
  type Caution,
  type DayTargets,
  type SodiumDay,
} from '@maul/core/plan';
import { energyOf, perGrams } from '@maul/core/nutrition';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { CautionLine, standingText } from '../../plan/index.ts';
import { plural } from '../../ui/formats/show.ts';
import { fromDay } from '../../data/fromDay.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { partsOf, useWeekLog, type Part } from '../../data/log.ts';
import { queryClient, useSession } from '../../data/session.ts';
import { PastBoxes } from './PastBoxes.tsx';

const READ = {
  athlete: true,
  date: true,
  today: true,
  season: true,
  bases: true,
  orders: true,
  meals: true,
  portions: true,
  entries: true,
} as const;
type CautionsDay = Pick<DayDocument, keyof typeof READ>;

/** Cautions of fourteen days by the plan in force: from the start of this week, or from today where that has passed. */
const planned = (
  { athlete, date, today, season, bases, orders }: Omit<CautionsDay, 'meals' | 'portions' | 'entries'>,
  targets: DayTargets,
): Caution[] => {
  const week = weekStart(date, athlete.profile.weekStartsOn);
  const from = week < today ? today : week;
  const days = targetsFrom(season, bases, orders, from, 14).filter((d) => d !== undefined);
  const person = cautionPerson(athlete, targets.basis, date);
  return planCautions(days, person, athlete.profile.routine);
};

/** The sodium of a day: what is over counts as eaten, what is to come as planned. Whole when its energy reaches its window. */
const sodiumOf = (
  parts: readonly Part[],
  date: string,
  today: string,
  targets: DayTargets | undefined,
): SodiumDay => {
  const eaten = parts.flatMap(({ food, grams, plannedGrams }) => {
    const counts = grams ?? (date < today ? null : plannedGrams);
    return counts === null ? [] : [{ per100g: food.per100g, grams: counts }];
  });
  const kcal = eaten.reduce((sum, p) => sum + (energyOf(perGrams(p.per100g, p.grams))?.kcal ?? 0), 0);
  return sodiumOfDay(eaten, kcal >= (targets?.windows.ENERC?.low ?? Infinity));
};

/** Sodium of the day beside that of the day before. */
const useSodium = (day: CautionsDay, targets: DayTargets | undefined): Caution[] => {
  const { athlete, date, today, portions, entries, season, bases, orders } = day;
  const before = addDays(date, -1);
  const { data } = useWeekLog(athlete.id, date);
  const log = data?.days.find((d) => d.date === before);
  return useMemo(
    () =>
      sodiumCautions(
        sodiumOf(partsOf({ portions, entries }), date, today, targets),
        log && sodiumOf(partsOf(log), before, today, dayTargets(season, bases, orders, before)),
      ),
    [portions, entries, date, today, targets, log, before, season, bases, orders],
  );
};

const One = ({ caution, day }: { caution: Caution; day: CautionsDay }) => {
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
            maySign(day.athlete) &&
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
const DayCautions = ({ day, targets }: { day: CautionsDay; targets: DayTargets | undefined }) => {
  const [open, setOpen] = useState(false);
  const { data } = useQuery({
    queryKey: ['cautions', day.athlete.id],
    queryFn: () => call('cautions', { params: { athleteId: day.athlete.id } }),
  });
  // What is eaten changes none of it: only what the plan is made from.
  const { athlete, date, today, season, bases, orders } = day;
  const own = useMemo(
    () => (targets && date >= today ? planned({ athlete, date, today, season, bases, orders }, targets) : []),
    [athlete, date, today, season, bases, orders, targets],
  );
  const sodium = useSodium(day, targets);
  const measured = day.date === day.today ? (data?.cautions ?? []) : [];
  const all = [...measured, ...own.filter((c) => !measured.some((m) => m.id === c.id)), ...sodium];
  const hard = all.filter((c) => c.level !== 'note');
  const notes = all.length - hard.length;
  const counted = [
    ...(hard.length > 0 ? [plural(hard.length, 'caution')] : []),
    ...(notes > 0 ? [plural(notes, 'note')] : []),
  ];
  if (all.length === 0) return null;
  return (
    <section className="day-cautions" aria-label="Cautions">
      <button type="button" className="day-cautions-line" aria-expanded={open} onClick={() => setOpen(!open)}>
        <b className={hard.length > 0 ? 'is-over' : 'is-planned'}>{counted.join(', ')}</b>{' '}
        {(hard[0] ?? all[0])?.sentence}{' '}
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

const Both = (props: { day: CautionsDay; targets: DayTargets | undefined }) => (
  <>
    <PastBoxes day={props.day} />
    <DayCautions {...props} />
  </>
);

export default fromDay(READ, Both);
