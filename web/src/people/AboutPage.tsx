import { ENOUGH_AVAILABILITY, EQUATION_IDS, EQUATIONS, LOW_AVAILABILITY } from '@maul/core/body';
import { VERY_LOW } from '@maul/core/plan';
import { Link } from 'react-router';
import { whole } from '@maul/core/units';
import '../ui/styles/accounts.css';

const CAUTIONS = [
  ['Under 18', 'not kept', 'No deficit and no peak week.', 'common practice, no source'],
  [
    'Pregnant or breastfeeding',
    'not kept',
    'No deficit and no peak week; targets come from a professional.',
    'common practice, no source',
  ],
  [
    'History of an eating disorder',
    'confirmed',
    'No cut, prep or peak week without a named professional; weight and kcal can be hidden.',
    'common practice, no source',
  ],
  [
    'Diabetes, kidney, heart, blood pressure, lithium',
    'confirmed',
    'Changes of carbs, sodium and water only with the treating doctor named.',
    'common practice, no source',
  ],
  [
    'Low energy availability',
    'confirmed',
    `Intake less the net energy of training, per kg of lean mass, under ${LOW_AVAILABILITY.female} (women) or ${LOW_AVAILABILITY.male} (men) as a seven-day mean; to ${ENOUGH_AVAILABILITY} it is noted.`,
    'Loucks & Thuma 2003; Fagerberg 2018, from memory; IOC REDs 2023 warns against one cut-off',
  ],
  [
    'Very low intake',
    'confirmed',
    `An aim, or a seven-day mean, below resting expenditure or below ${whole(VERY_LOW.female)} (women) or ${whole(VERY_LOW.male)} kcal (men).`,
    'common practice, no source',
  ],
  [
    'Losing too fast',
    'confirmed',
    'Faster than 1 % of body mass a week (1.25 % in a mini-cut), planned, or measured two weeks running; not in the first ten days of a deficit and not in peak week.',
    'Helms 2014; the mini-cut is common practice',
  ],
  ['Very low body fat', 'noted', 'Under 5 % (men) or 12 % (women).', 'ACSM'],
  [
    'Fat under its floor',
    'noted',
    'Under 15 % of energy or 0.5 g per kg for 14 days.',
    'Helms 2014; Iraki 2019',
  ],
  [
    'Signs of low availability',
    'noted',
    'What you said under Body and health: lost period, lost libido, often ill, stress fracture.',
    'IOC REDs 2023',
  ],
  [
    'Swings in eating',
    'noted',
    'Twice in 28 days much more than planned, then much less within two days.',
    'common practice, no source',
  ],
] as const;

const RULES = [
  ['Rate', 'expenditure + rate % × body mass ÷ 7 × 7,700 kcal/kg', 'Wishnofsky 1958'],
  ['Step', 'expenditure and a fixed number of kcal', 'common practice, no source'],
  ['Percentage', 'expenditure and a part of it; 10–20 % up in the off-season', 'Iraki 2019'],
  ['Range', 'anywhere between two figures', 'common practice, no source'],
  ['By hand', 'a figure that the coach sets', 'common practice, no source'],
] as const;

/** Rows of a name, what it says, and where it comes from. */
const Sources = ({
  caption,
  rows,
}: {
  caption: string;
  rows: readonly { name: string; under?: string; text: string; source: string }[];
}) => (
  <table className="equations">
    <caption className="hidden">{caption}</caption>
    <tbody>
      {rows.map(({ name, under, text, source }) => (
        <tr key={name}>
          <th scope="row">
            {name}
            {under !== undefined && <span className="quiet equation-source">{under}</span>}
          </th>
          <td>
            {text}
            <span className="quiet equation-source">{source}</span>
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

const bothSexes = (id: (typeof EQUATION_IDS)[number]): string => {
  const [men, women] = [EQUATIONS[id].form('male'), EQUATIONS[id].form('female')];
  return men === women ? men : `${men} (men); ${women} (women)`;
};

/** What the numbers are, where they come from, and what Maul is not. */
export const AboutPage = () => (
  <div className="sheet-page setup rows about">
    <div>
      <p>
        <Link to="/account">Account</Link>
      </p>
      <h1 className="page-title">About the numbers</h1>
      <p className="second">Where they come from, how sure they are, and what Maul is not.</p>
    </div>
    <section className="rows">
      <h2 className="panel-title">What Maul is not</h2>
      <p>
        Maul is not a doctor, a dietitian or a federation. It computes what you and your coach decide, shows
        how sure that is, and says when it could hurt. It makes no diagnosis, repeats no claim about
        supplements, and never says that a limit is a licence: a plan just inside it is not thereby a good
        one.
      </p>
      <p>
        If you faint, have chest pain, palpitations, swelling that stays, or lose control over eating: see a
        doctor now, and let the plan wait.
      </p>
    </section>
    <section className="rows">
      <h2 className="panel-title">How a target is made</h2>
      <p>
        From the week’s basis: weight, lean mass and expenditure as they stood on its first day, so that
        targets do not twitch and the past does not move. Then the phase’s energy rule, the day type, the
        macro rule, and the orders in force. Every window on Today opens its own derivation.
      </p>
      <Sources caption="Energy rules" rows={RULES.map(([name, text, source]) => ({ name, text, source }))} />
    </section>
    <section className="rows">
      <h2 className="panel-title">Resting expenditure</h2>
      <p>
        W is body mass in kg, H height in cm, A age in years, FFM lean mass in kg. They differ by about 10 %,
        and are used only until your own log tells more.
      </p>
      <Sources
        caption="Equations"
        rows={EQUATION_IDS.map((id) => ({
          name: EQUATIONS[id].name,
          text: bothSexes(id),
          source: EQUATIONS[id].source,
        }))}
      />
    </section>
    <section className="rows">
      <h2 className="panel-title">Cautions</h2>
      <p>
        Noted: shown. Confirmed: coach and athlete both say that they have read it, or, without a coach, the
        athlete twice, a day apart; a confirmation lapses after 14 days, or when the number worsens. Not kept:
        a plan or order with it is refused. What was really eaten is always kept, whatever it was.
      </p>
      <Sources
        caption="Cautions"
        rows={CAUTIONS.map(([name, under, text, source]) => ({ name, under, text, source }))}
      />
    </section>
    <section className="rows">
      <h2 className="panel-title">How sure</h2>
      <p>
        Expenditure from an equation: give or take 490 kcal (90 %). Known from experience: 250. Told by your
        mornings and complete days: as its own doubt says, in the kcal that you log, so that a habit of
        logging too little is in it. Body fat by eye: 8 points, by tape or skinfolds 6, by DXA 3. A weight
        trend over 7,700 kcal/kg is a rule of thumb that leans on fat; the very lean lose more weight for the
        same energy. Where weight changes fast, 15 % of doubt about it widens the band.
      </p>
    </section>
  </div>
);
