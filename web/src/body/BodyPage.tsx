import { PutAthlete } from '@maul/contract/people';
import { type SeasonDocument } from '@maul/contract/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { deviceZone } from '../data/device.ts';
import { Fault } from '../ui/Fault.tsx';
import { call, sentenceOf } from '../data/api.ts';
import { seasonQuery } from '../data/queries.ts';
import { queryClient, useSession } from '../data/session.ts';
import { Section } from './BodyFields.tsx';
import { BodySection, FoodSection, HealthSection, RoutineSection } from './BodySections.tsx';
import { fieldOf, rawProfile, valuesOf, type BodyValues } from './bodyValues.ts';
import { MEASURED_SOURCES } from '@maul/core/body';
import { numberIn } from '@maul/core/units';
import { bodyOf, ExpenditureSection } from './Expenditure.tsx';
import '../ui/styles/accounts.css';

const Form = ({
  document,
  kept,
  onKept,
}: {
  document: SeasonDocument;
  kept: boolean;
  onKept: (kept: boolean) => void;
}) => {
  const { athlete } = document;
  const basis = document.bases.filter((b) => b.from <= document.today).at(-1);
  const [fault, setFault] = useState<string | null>(null);
  const form = useForm<BodyValues>({ defaultValues: valuesOf(athlete, basis) });
  const [zone, setZone] = useState(athlete.zone);
  const values = form.watch();
  const submit = form.handleSubmit(async (typed) => {
    setFault(null);
    onKept(false);
    const parsed = PutAthlete.safeParse({
      base: athlete.version,
      basisId: uuidv7(),
      sex: typed.sex,
      birthDate: typed.birthDate,
      heightCm: numberIn(typed.heightCm),
      zone,
      dayTurnsAt: athlete.dayTurnsAt,
      carbBasis: typed.carbBasis,
      profile: rawProfile(typed),
    });
    if (!parsed.success) {
      for (const issue of parsed.error.issues)
        form.setError(fieldOf(issue.path) as 'birthDate', { message: issue.message });
      setFault(parsed.error.issues[0]?.message ?? 'Something is missing.');
      return;
    }
    try {
      await call('putAthlete', { params: { athleteId: athlete.id }, body: parsed.data });
      await queryClient.invalidateQueries({ queryKey: ['season', athlete.id] });
      await queryClient.invalidateQueries({ queryKey: ['day', athlete.id] });
      onKept(true);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  });
  const measured = basis !== undefined && MEASURED_SOURCES.includes(basis.expenditureFrom);
  return (
    <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
      <BodySection form={form} withWeight={false} />
      {measured && (
        <p className="start-preview">
          Your log measures your expenditure: {basis.expenditure.toLocaleString('en-GB')} kcal. An equation is
          not used any more; a maintenance that you type takes its place until the next week.
        </p>
      )}
      <ExpenditureSection form={form} body={bodyOf(values)} />
      <RoutineSection form={form} />
      <Section
        title="Time zone"
        note="Your days (they turn at 04:00) and weeks are counted in this zone. Meals keep the zone in which they were eaten."
      >
        <TextField
          select
          label="Your days are counted in"
          value={zone}
          onChange={(e) => setZone(e.target.value)}
        >
          {[...new Set([athlete.zone, zone, deviceZone()])].map((name) => (
            <MenuItem key={name} value={name}>
              {name.replaceAll('_', ' ')}
              {name === deviceZone() ? ' (this device)' : ''}
            </MenuItem>
          ))}
        </TextField>
      </Section>
      <FoodSection form={form} />
      <HealthSection form={form} />
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      {kept && !form.formState.isDirty && (
        <Alert severity="success">Saved. Body figures apply from today; past days do not change.</Alert>
      )}
      <Button type="submit" variant="contained" fullWidth disabled={form.formState.isSubmitting}>
        Keep
      </Button>
    </form>
  );
};

/** What an athlete has said about themselves, to be read and changed at any time. */
export const BodyPage = () => {
  const [kept, setKept] = useState(false);
  const { person } = useSession();
  const { data, error, refetch } = useQuery(seasonQuery(person.id));
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading …</p>;
  return (
    <div className="sheet-page setup rows">
      <div>
        <p>
          <Link to="/account">Account</Link>
        </p>
        <h1 className="page-title">Body and health</h1>
        <p className="second">Changes act from today. Past days keep the figures they were made from.</p>
      </div>
      <Form key={data.athlete.version} document={data} kept={kept} onKept={setKept} />
    </div>
  );
};
