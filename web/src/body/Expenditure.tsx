import { ageOn, isIsoDate, whole, numberIn, K90 } from '@maul/core/units';
import {
  EQUATION_SD,
  EQUATIONS,
  KNOWN_SD,
  leanMass,
  preferredEquation,
  restingSpread,
  startExpenditure,
  type EquationBody,
  type EquationId,
  type RestingSpread,
} from '@maul/core/body';
import Radio from '@mui/material/Radio';
import { deviceToday } from '../data/device.ts';
import { energyText } from '../ui/formats/units.ts';
import { Choice, Section, Text, type BodyForm } from './BodyFields.tsx';
import { LEVELS } from './BodySections.tsx';
import { weightOf, type BodyValues } from './bodyValues.ts';

/** The body that the fields describe; undefined while it is not whole or cannot be. */
export const bodyOf = (values: BodyValues): EquationBody | undefined => {
  const [weightKg, heightCm, fat] = [
    weightOf(values),
    numberIn(values.heightCm),
    numberIn(values.fatPercent),
  ];
  if (values.sex === '' || !isIsoDate(values.birthDate) || Number.isNaN(weightKg) || Number.isNaN(heightCm))
    return undefined;
  try {
    const body: EquationBody = {
      sex: values.sex,
      weightKg,
      heightCm,
      ageYears: ageOn(values.birthDate, deviceToday()),
      leanKg: Number.isNaN(fat) ? null : leanMass(weightKg, fat),
    };
    restingSpread(body);
    return body;
  } catch {
    return undefined;
  }
};

/** Which equation counts: the chosen one where it can be worked out, else the preferred one. */
export const chosenEquation = (values: BodyValues, body: EquationBody, spread: RestingSpread): EquationId => {
  const { equation } = values;
  const known = equation !== 'preferred' && spread.rows.find((r) => r.id === equation)?.kcal !== undefined;
  return known ? equation : preferredEquation(body.leanKg);
};

/** The start value of expenditure that the fields give, kcal, and its standard uncertainty. */
export const expenditureOf = (values: BodyValues, body: EquationBody): { kcal: number; sd: number } => {
  const known = numberIn(values.known);
  if (!Number.isNaN(known))
    return { kcal: values.units.energy === 'kcal' ? known : known / 4.184, sd: KNOWN_SD };
  const spread = restingSpread(body);
  const resting = spread.rows.find((r) => r.id === chosenEquation(values, body, spread))?.kcal;
  return {
    kcal: resting === undefined ? NaN : startExpenditure(resting, values.activityLevel),
    sd: EQUATION_SD,
  };
};

/** Every equation side by side, the chosen one marked; or a maintenance that is known. */
export const ExpenditureSection = ({ form, body }: { form: BodyForm; body: EquationBody | undefined }) => {
  const values = form.watch();
  const spread = body && restingSpread(body);
  const chosen = body && spread && chosenEquation(values, body, spread);
  const known = values.known.trim() !== '';
  const total = body && expenditureOf(values, body);
  return (
    <Section
      title="Expenditure to begin with"
      note="Equations differ by about 10 %. Two weeks of your own log tell more than any of them, and then take over."
    >
      <Choice form={form} name="activityLevel" label="Days like yours (FAO/WHO/UNU 2004)" options={LEVELS} />
      {spread && chosen ? (
        <table className="equations">
          <caption className="hidden">Resting expenditure by every equation</caption>
          <thead>
            <tr>
              <th scope="col">Counts</th>
              <th scope="col">Resting equation</th>
              <th scope="col" className="equation-form">
                Form
              </th>
              <th scope="col" className="figure">
                kcal
              </th>
            </tr>
          </thead>
          <tbody>
            {spread.rows.map(({ id, kcal }) => (
              <tr key={id} className={!known && id === chosen ? 'equation-chosen' : ''}>
                <td>
                  <Radio
                    size="small"
                    checked={!known && id === chosen}
                    disabled={kcal === undefined || known}
                    onChange={() => form.setValue('equation', id, { shouldDirty: true })}
                    slotProps={{ input: { 'aria-label': `Use ${EQUATIONS[id].name}` } }}
                  />
                </td>
                <td>
                  {EQUATIONS[id].name}
                  <span className="quiet equation-source">{EQUATIONS[id].source}</span>
                </td>
                <td className="second equation-form">{EQUATIONS[id].form(body.sex)}</td>
                <td className="figure n">{kcal === undefined ? 'needs body fat' : whole(kcal)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="second">
          Birth date, height and body mass first; then every equation stands here side by side.
        </p>
      )}
      {spread && (
        <p className="second">
          They lie between {whole(spread.low)} and {whole(spread.high)} kcal at rest.
        </p>
      )}
      <Text
        form={form}
        name="known"
        label={`I know my maintenance, ${values.units.energy} a day`}
        help="From experience; as good as an equation, and used instead of one."
      />
      {total && !Number.isNaN(total.kcal) && (
        <p className="start-preview">
          Start value: <b>{energyText(total.kcal, values.units)} a day</b>, give or take{' '}
          {energyText(K90 * total.sd, values.units)} (90 %)
          {known
            ? ', as you know it'
            : `, by ${chosen ? EQUATIONS[chosen].name : ''} × ${values.activityLevel}`}
          .
        </p>
      )}
    </Section>
  );
};
