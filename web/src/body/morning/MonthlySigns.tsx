import type { DayDocument } from '@maul/contract/diary';
import { daysBetween, isIsoDate } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../data/api.ts';
import { onDevice } from '../../data/remembered.ts';
import { saySelf } from '../saySelf.ts';

/** Asked again after so many days. common practice, no source. */
const MONTH_DAYS = 30;
type Signs = Pick<
  DayDocument['athlete']['profile']['health'],
  'periodLost' | 'lostLibido' | 'oftenIll' | 'stressFracture'
>;

/** What the signs are called; the first is asked of who may have a period. Source: IOC REDs 2023. */
const SIGNS: readonly (readonly [keyof Signs, string])[] = [
  ['periodLost', 'No period for three months, or cycles over 35 days (not by hormonal contraception)'],
  ['lostLibido', 'Less interest in sex than is usual for me'],
  ['oftenIll', 'Ill more often than usual'],
  ['stressFracture', 'A stress fracture, or pain in a bone'],
];

const keyOf = (athleteId: string): string => `maul-signs-asked ${athleteId}`;
/** Whether a month has passed since it was answered on this device. */
export const signsDue = (asked: string | null, today: DayDocument['today']): boolean =>
  asked === null || !isIsoDate(asked) || daysBetween(asked, today) >= MONTH_DAYS;

/** Once a month and gently: signs that eating has been too little for what is done. Answering may be put off. */
export const MonthlySigns = ({ day }: { day: DayDocument }) => {
  const { athlete, today } = day;
  const { health } = athlete.profile;
  const [due, setDue] = useState(() => signsDue(onDevice.read(keyOf(athlete.id)), today));
  const [said, setSaid] = useState<Signs>(() => ({
    periodLost: health.periodLost,
    lostLibido: health.lostLibido,
    oftenIll: health.oftenIll,
    stressFracture: health.stressFracture,
  }));
  const answered = (): void => {
    onDevice.keep(keyOf(athlete.id), today);
    setDue(false);
  };
  const keep = useMutation({
    mutationFn: () => saySelf(day, { health: { ...health, ...said } }),
    onSuccess: answered,
  });
  if (!due) return null;
  const changed = SIGNS.some(([key]) => said[key] !== health[key]);
  const any = SIGNS.some(([key]) => said[key]);
  return (
    <section aria-label="Once a month" className="morning-part">
      <h2 className="panel-title">Once a month</h2>
      <p className="second">
        Have you noticed any of these in the last month? They can mean that you eat too little for what you
        do.
      </p>
      {SIGNS.filter(([key]) => key !== 'periodLost' || athlete.sex === 'female').map(([key, name]) => (
        <FormControlLabel
          key={key}
          label={name}
          control={
            <Checkbox
              size="small"
              checked={said[key]}
              onChange={(e) => setSaid({ ...said, [key]: e.target.checked })}
            />
          }
        />
      ))}
      {any && <p>Talk to a doctor about it, soon. A coach cannot judge it.</p>}
      {keep.error && <Alert severity="error">{sentenceOf(keep.error)}</Alert>}
      <div className="meal-parts">
        <Button disabled={keep.isPending} onClick={() => (changed ? keep.mutate() : answered())}>
          {changed ? 'Keep' : any ? 'Nothing new' : 'None of these'}
        </Button>
        <Button
          variant="text"
          onClick={() => {
            setDue(false);
          }}
        >
          Not now
        </Button>
      </div>
    </section>
  );
};
