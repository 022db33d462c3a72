import { BodyKg, Day, Height, Sex } from '@maul/contract';
import { ageOn, athleteDay, isIsoDate, restingExpenditure, startExpenditure, type Kcal } from '@maul/core';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { Navigate, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { deviceZone } from '../shell/device.ts';
import { whole } from '../shell/show.ts';
import { call, queryClient, sentenceOf, useSession } from '../sync/index.ts';
import './accounts.css';

const Form = z.strictObject({
  sex: Sex,
  birthDate: Day,
  heightCm: Height,
  weightKg: BodyKg,
  activityLevel: z.number(),
  carbBasis: z.enum(['total', 'available']),
});
type FormValues = z.input<typeof Form>;

const zone = deviceZone();
const LEVELS = [
  [1.45, 'Light: sitting work, a walk'],
  [1.6, 'Light to active: sitting work and training'],
  [1.85, 'Active: on your feet, training most days'],
  [2.1, 'Vigorous: heavy work or two sessions a day'],
] as const;

/** What the first plan will be, while it is typed. */
const Preview = ({ values }: { values: Partial<FormValues> }) => {
  const { sex, birthDate, heightCm, weightKg, activityLevel } = values;
  if (!sex || !birthDate || !isIsoDate(birthDate) || !heightCm || !weightKg || !activityLevel) return null;
  let kcal: Kcal;
  try {
    const age = ageOn(birthDate, athleteDay(new Date(), zone));
    kcal = startExpenditure(restingExpenditure(sex, weightKg, heightCm, age), activityLevel);
  } catch {
    return null;
  }
  return (
    <p className="start-preview">
      Start value: <b>{whole(kcal)} kcal a day</b>, give or take 490 (90 %), by Mifflin &amp; St Jeor 1990
      times the activity level. Your own log corrects it after two weeks. You begin in maintenance: protein
      1.8 g and fat 0.9 g per kg, carbs the remainder.
    </p>
  );
};

export const StartPage = () => {
  const { person } = useSession();
  const navigate = useNavigate();
  const [fault, setFault] = useState<string | null>(null);
  const [ids] = useState(() => ({
    seasonId: uuidv7(),
    basisId: uuidv7(),
    phaseId: uuidv7(),
    weighInId: uuidv7(),
  }));
  const { register, handleSubmit, control, formState } = useForm<FormValues, unknown, z.output<typeof Form>>({
    resolver: zodResolver(Form),
    defaultValues: { sex: 'female', activityLevel: 1.6, carbBasis: 'total' },
  });
  const values = useWatch({ control });
  if (person.hasSeason) return <Navigate to="/today" replace />;
  const { errors } = formState;
  const submit = handleSubmit(async (body) => {
    setFault(null);
    try {
      const session = await call('start', {
        params: { athleteId: person.id },
        body: { ...body, ...ids, zone },
      });
      queryClient.setQueryData(['session'], session);
      void navigate('/today', { replace: true });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  });
  const number = {
    setValueAs: (text: string) => (text === '' ? NaN : Number(text.toString().replace(',', '.'))),
  };
  return (
    <div className="sheet-page rows">
      <h1 className="page-title">Your start</h1>
      <p className="second">
        Enough for a first plan that works. Everything can change later, and every change is kept.
      </p>
      <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
        <Controller
          control={control}
          name="sex"
          render={({ field }) => (
            <TextField select label="Sex, for the equations" {...field}>
              <MenuItem value="female">Female</MenuItem>
              <MenuItem value="male">Male</MenuItem>
            </TextField>
          )}
        />
        <TextField
          label="Birth date"
          type="date"
          slotProps={{ inputLabel: { shrink: true } }}
          {...register('birthDate')}
          error={!!errors.birthDate}
          helperText={errors.birthDate?.message}
        />
        <div className="pair">
          <TextField
            label="Height, cm"
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            {...register('heightCm', number)}
            error={!!errors.heightCm}
            helperText={errors.heightCm?.message}
          />
          <TextField
            label="Body mass, kg"
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            {...register('weightKg', number)}
            error={!!errors.weightKg}
            helperText={errors.weightKg?.message}
          />
        </div>
        <Controller
          control={control}
          name="activityLevel"
          render={({ field }) => (
            <TextField select label="Days like yours" {...field}>
              {LEVELS.map(([level, text]) => (
                <MenuItem key={level} value={level}>
                  {text} ({level})
                </MenuItem>
              ))}
            </TextField>
          )}
        />
        <Controller
          control={control}
          name="carbBasis"
          render={({ field }) => (
            <TextField select label="Carbohydrate as your labels state it" {...field}>
              <MenuItem value="total">Carbs, fibre inside (US, Canada)</MenuItem>
              <MenuItem value="available">Net carbs, fibre outside (EU, UK, Australia)</MenuItem>
            </TextField>
          )}
        />
        <Preview values={values} />
        {fault !== null && <Alert severity="error">{fault}</Alert>}
        <p className="quiet">
          Maul computes; it does not treat. Under 18, pregnant, ill, or with a history of an eating disorder:
          make any plan with a doctor or a dietitian.
        </p>
        <Button type="submit" variant="contained" fullWidth disabled={formState.isSubmitting}>
          Make the first plan
        </Button>
      </form>
    </div>
  );
};
