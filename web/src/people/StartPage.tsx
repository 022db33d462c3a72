import { TimeField } from '../ui/fields/TimeField.tsx';
import { Start } from '@maul/contract/plan';
import { addDays, isIsoDate, whole, numberIn } from '@maul/core/units';
import {
  cautionPerson,
  dayTargets,
  makePattern,
  patternConflicts,
  phaseTemplate,
  planCautions,
  targetsFrom,
  type CarbTiming,
  type MealPattern,
  type PhaseKind,
} from '@maul/core/plan';
import { TARGET_KEYS } from '@maul/core/nutrition';
import { type BodyBasis, type EquationBody } from '@maul/core/body';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { Controller, useForm, type UseFormReturn } from 'react-hook-form';
import { Navigate, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { CautionLine } from '../plan/index.ts';
import { deviceToday, deviceZone } from '../data/device.ts';
import { NUTRIENT_NAMES, windowText } from '../ui/formats/show.ts';
import { energyFigure } from '../ui/formats/units.ts';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient, useSession } from '../data/session.ts';
import {
  Section,
  type BodyForm,
  BodySection,
  FoodSection,
  HealthSection,
  RoutineSection,
  EMPTY_START,
  fieldOf,
  profileOf,
  rawProfile,
  weightOf,
  type StartValues,
  bodyOf,
  expenditureOf,
  ExpenditureSection,
} from '../body/index.ts';
import { ReadBack } from './Everything.tsx';
import '../ui/styles/accounts.css';

const FIRST_PHASES = [
  ['maintenance', 'Maintenance: stay where you are'],
  ['off-season', 'Off-season: gain slowly'],
  ['mini-cut', 'Mini-cut: a few weeks'],
  ['cut', 'Cut'],
  ['post-show', 'Post-show'],
] as const satisfies readonly (readonly [PhaseKind, string])[];
const CARBS = [
  ['even', 'Even over the day'],
  ['around-training', 'Around training'],
  ['early', 'Early'],
  ['late', 'Late'],
  ['protein-until-evening', 'Protein until the evening'],
] as const satisfies readonly (readonly [CarbTiming, string])[];

/** The meal pattern that the fields wish for; null where they cannot be one. */
const patternWish = (values: StartValues): MealPattern | null => {
  const session = values.sessions.find((s) => s.kind === 'resistance') ?? values.sessions[0];
  try {
    return makePattern({
      id: 'usual',
      name: 'Usual day',
      meals: numberIn(values.meals),
      carbs: values.carbs,
      waking: values.waking,
      training: session ? { start: session.start, minutes: session.minutes } : null,
      fast: values.fasts ? { from: values.fastFrom, to: values.fastTo } : null,
    });
  } catch {
    return null;
  }
};

const planOf = (values: StartValues, body: EquationBody | undefined) => {
  const profile = profileOf(values);
  const weeks = numberIn(values.weeks);
  if (!body || !profile || !isIsoDate(values.birthDate) || !(weeks >= 1 && weeks <= 104)) return undefined;
  const today = deviceToday();
  const { kcal, sd } = expenditureOf(values, body);
  if (Number.isNaN(kcal)) return undefined;
  const pattern = patternWish(values);
  const basis: BodyBasis = {
    id: 'start',
    from: today,
    weightKg: body.weightKg,
    leanKg: body.leanKg,
    expenditure: Math.round(kcal),
    expenditureSd: sd,
    carbBasis: values.carbBasis,
    expenditureFrom: profile.knownKcal === null ? 'equation' : 'known',
  };
  const phase = phaseTemplate(values.firstPhase, today, addDays(today, 7 * weeks - 1), 'first', {
    patterns: pattern ? [pattern] : [],
    patternId: pattern?.id ?? null,
  });
  const season = { events: [], phases: [phase] };
  const days = targetsFrom(season, [basis], [], today, 28).filter((d) => d !== undefined);
  const person = cautionPerson(
    { sex: body.sex, birthDate: values.birthDate, heightCm: body.heightCm, profile },
    basis,
    today,
  );
  const conflicts = pattern
    ? [...new Set([1, 2, 3, 4, 5, 6, 7].flatMap((d) => patternConflicts(pattern, profile.routine, d)))]
    : [];
  const types = phase.dayTypes.map((type) => ({
    type,
    day: days.find((d) => d.dayType.id === type.id) ?? dayTargets(season, [basis], [], today),
  }));
  return { types, cautions: planCautions(days, person, profile.routine), conflicts };
};

const Plan = ({ values, body }: { values: StartValues; body: EquationBody | undefined }) => {
  const plan = useMemo(() => planOf(values, body), [values, body]);
  if (!plan)
    return <p className="second">Your first plan appears here once the body fields are filled in.</p>;
  return (
    <>
      <table className="equations">
        <caption className="hidden">The first plan</caption>
        <thead>
          <tr>
            <th scope="col">Days</th>
            {TARGET_KEYS.map((key) => (
              <th key={key} scope="col" className="figure">
                {NUTRIENT_NAMES[key].name}, {key === 'ENERC' ? values.units.energy : 'g'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.types.map(({ type, day }) => (
            <tr key={type.id}>
              <th scope="row">{type.name}</th>
              {TARGET_KEYS.map((key) => {
                const window = day?.windows[key];
                return (
                  <td key={key} className="figure n">
                    {window
                      ? windowText(window, key === 'ENERC' ? (v) => energyFigure(v, values.units) : whole)
                      : '–'}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {plan.conflicts.map((conflict) => (
        <Alert key={conflict} severity="warning">
          {conflict}
        </Alert>
      ))}
      {plan.cautions.map((caution) => (
        <CautionLine key={caution.id} caution={caution} />
      ))}
    </>
  );
};

const PlanSection = ({
  form,
  body,
}: {
  form: UseFormReturn<StartValues>;
  body: EquationBody | undefined;
}) => {
  const values = form.watch();
  return (
    <Section
      title="First plan"
      note="Every number of it can be changed later, in Season, and each says why it is what it is."
    >
      <div className="pair">
        <Controller
          control={form.control}
          name="firstPhase"
          render={({ field }) => (
            <TextField select label="Begin with" {...field}>
              {FIRST_PHASES.map(([kind, text]) => (
                <MenuItem key={kind} value={kind}>
                  {text}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
        <TextField label="For how many weeks" {...form.register('weeks')} />
      </div>
      <div className="pair">
        <TextField label="Meals a day" {...form.register('meals')} />
        <Controller
          control={form.control}
          name="carbs"
          render={({ field }) => (
            <TextField select label="Carbs" {...field}>
              {CARBS.map(([kind, text]) => (
                <MenuItem key={kind} value={kind}>
                  {text}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
      </div>
      <Controller
        control={form.control}
        name="fasts"
        render={({ field }) => (
          <FormControlLabel
            label="Hours without food"
            control={
              <Checkbox
                size="small"
                checked={field.value}
                onChange={(e) => field.onChange(e.target.checked)}
              />
            }
          />
        )}
      />
      {values.fasts && (
        <div className="pair">
          <Controller
            control={form.control}
            name="fastFrom"
            render={({ field }) => <TimeField label="From" value={field.value} onChange={field.onChange} />}
          />
          <Controller
            control={form.control}
            name="fastTo"
            render={({ field }) => <TimeField label="To" value={field.value} onChange={field.onChange} />}
          />
        </div>
      )}
      <Plan values={values} body={body} />
    </Section>
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
  const [grantId] = useState(() => uuidv7());
  const form = useForm<StartValues>({ defaultValues: EMPTY_START });
  const bodyForm = form as unknown as BodyForm;
  const values = form.watch();
  const body = bodyOf(values);
  if (person.hasSeason) return <Navigate to="/today" replace />;
  const submit = form.handleSubmit(async (typed) => {
    setFault(null);
    const parsed = Start.safeParse({
      ...ids,
      sex: typed.sex,
      birthDate: typed.birthDate,
      heightCm: numberIn(typed.heightCm),
      weightKg: weightOf(typed),
      zone: deviceZone(),
      carbBasis: typed.carbBasis,
      profile: rawProfile(typed),
      firstPhase: typed.firstPhase,
      weeks: numberIn(typed.weeks),
      pattern: patternWish(typed),
    });
    if (!parsed.success) {
      for (const issue of parsed.error.issues)
        form.setError(fieldOf(issue.path) as 'birthDate', { message: issue.message });
      setFault(parsed.error.issues[0]?.message ?? 'Something is missing.');
      return;
    }
    try {
      const session = await call('start', { params: { athleteId: person.id }, body: parsed.data });
      const code = typed.coachCode.trim();
      let unshared: string | null = null;
      if (code !== '')
        await call('share', { params: { athleteId: person.id, id: grantId }, body: { code } }).catch(
          (error: unknown) => (unshared = sentenceOf(error)),
        );
      queryClient.setQueryData(['session'], session);
      if (code !== '') await queryClient.invalidateQueries({ queryKey: ['session'] });
      // The plan stands; only the sharing did not, and Account is where it is done again.
      void navigate(unshared === null ? '/today' : '/account', { replace: true });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  });
  return (
    <div className="sheet-page setup rows">
      <div>
        <h1 className="page-title">Your start</h1>
        <p className="second">
          Four fields are needed: sex, birth date, height, body mass. Everything else is assumed, shown, and
          can be changed.
        </p>
      </div>
      <ReadBack athleteId={person.id} />
      <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
        <BodySection form={bodyForm} withWeight />
        <ExpenditureSection form={bodyForm} body={body} />
        <RoutineSection form={bodyForm} />
        <FoodSection form={bodyForm} />
        <HealthSection form={bodyForm} />
        <PlanSection form={form} body={body} />
        <Section
          title="Coach"
          note="With a coach's code your coach reads everything, writes notes and signs orders. Without one you sign your own."
        >
          <TextField
            label="Your coach’s code, if you have a coach"
            autoComplete="off"
            {...form.register('coachCode')}
          />
        </Section>
        {fault !== null && <Alert severity="error">{fault}</Alert>}
        <p className="quiet">
          Maul computes; it does not treat. Under 18, pregnant, ill, or with a history of an eating disorder:
          make any plan with a doctor or a dietitian.
        </p>
        <Button type="submit" variant="contained" fullWidth disabled={form.formState.isSubmitting}>
          Make the first plan
        </Button>
      </form>
    </div>
  );
};
