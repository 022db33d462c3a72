import { dayInputs, targetsOf } from '../../data/day.ts';
import { DAY_PAPER_FILE } from '@maul/contract/routes';
import { dayPaper, paperText, type DayPaper } from '@maul/core/diary';
import { isIsoDate } from '@maul/core/units';
import { phaseName, typeDay } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { Fault } from '../../ui/Fault.tsx';
import { longDate } from '../../ui/formats/show.ts';
import { useDay, useSession } from '../../data/session.ts';
import { inDayOrder, thingFigures, thingName } from '../entries/entryText.ts';
import './paper.css';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Four figures of a row, in the columns of the page. */
const Figures = ({ figures, quiet = false }: { figures: readonly string[]; quiet?: boolean }) =>
  figures.map((figure, i) => (
    <td key={i} className={quiet ? 'n second' : 'n'}>
      {figure}
    </td>
  ));

/** The meals of the page, the supplements under them, and the total. */
const PaperTable = ({ paper }: { paper: DayPaper }) => (
  <table className="paper-meals">
    <thead>
      <tr>
        <th scope="col">
          <span className="hidden">Food</span>
        </th>
        <th scope="col">
          <span className="hidden">Amount</span>
        </th>
        {paper.columns.map((c, i) => (
          <th key={i} scope="col" className="n">
            {c}
          </th>
        ))}
      </tr>
    </thead>
    {paper.meals.map((meal) => (
      <tbody key={meal.number}>
        <tr className="paper-meal">
          <th scope="row" colSpan={2}>
            {meal.number} <span className="second">{meal.time}</span>
          </th>
          <Figures figures={meal.figures} />
        </tr>
        {meal.rows.map((row, j) => (
          <tr key={j}>
            <th scope="row">{row.name}</th>
            <td className="n">
              {row.amount}
              {row.method !== '' && <span className="second"> {row.method}</span>}
            </td>
            <Figures figures={row.figures} quiet />
          </tr>
        ))}
      </tbody>
    ))}
    {paper.supplements.length > 0 && (
      <tbody>
        {paper.supplements.map((row, j) => (
          <tr key={j}>
            <th scope="row">{row.name}</th>
            <td className="second">supplement</td>
            <Figures figures={row.figures} quiet />
          </tr>
        ))}
      </tbody>
    )}
    <tfoot>
      <tr>
        <th scope="row" colSpan={2}>
          {paper.kind === 'plan' ? 'Planned' : 'Eaten'}
        </th>
        <Figures figures={paper.total} />
      </tr>
    </tfoot>
  </table>
);

/** A day on one page, its plan or its log: to print, as a PDF, or as text to be sent. */
export const PaperPage = () => {
  const { person } = useSession();
  const { date: asked = '' } = useParams();
  const valid = isIsoDate(asked);
  const { day, error, refetch } = useDay(person.id, valid ? asked : '2000-01-01');
  const [kind, setKind] = useState<'plan' | 'log' | null>(null);
  const [said, setSaid] = useState('');
  useEffect(() => {
    document.title = `Maul, ${asked} on paper`;
  }, [asked]);
  if (!valid) return <Navigate to="/today" replace />;
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day) return <p className="waiting">Opening the day …</p>;
  const targets = targetsOf(day);
  const measured = day.portions.some((p) => p.grams !== null);
  const chosen = kind ?? (day.date < day.today && measured ? 'log' : 'plan');
  const paper = dayPaper({
    kind: chosen,
    day: dayInputs(day, targets),
    units: day.athlete.profile.units,
    showEnergy: !day.athlete.profile.hide.energy,
  });
  const heading = [
    `${longDate(day.date)} ${day.date.slice(0, 4)}, ${chosen === 'plan' ? 'the plan' : 'the log'}`,
    `${day.athlete.name}${targets ? `, ${phaseName(targets.phase).toLowerCase()}, ${typeDay(targets.dayType)}` : ''}`,
  ];
  const beside = inDayOrder(day.entries, day.athlete.dayTurnsAt)
    .filter((e) => chosen === 'plan' || !('done' in e.thing) || e.thing.done)
    .map((e) => `${e.time}  ${thingName(e.thing)} ${thingFigures(e.thing)}`.trim());
  const share = async (): Promise<void> => {
    const text = paperText(heading, paper, beside.length === 0 ? [] : ['', ...beside]);
    try {
      if (typeof navigator.share === 'function') {
        await navigator.share({ text });
        return;
      }
      await navigator.clipboard.writeText(text);
      setSaid('Copied as text.');
    } catch (thrown) {
      // Whoever closes the share sheet has changed their mind.
      if (!(thrown instanceof DOMException && thrown.name === 'AbortError'))
        setSaid('This browser does not allow copying here. You can print the page or save it as a PDF.');
    }
  };
  const file = DAY_PAPER_FILE.replace(':athleteId', day.athlete.id).replace(':date', day.date);
  return (
    <div className="paper">
      <div className="paper-tools">
        <Button
          size="small"
          component={Link}
          to={day.date === day.today ? '/today' : `/today/${day.date}`}
          variant="text"
        >
          Back to the day
        </Button>
        <span role="group" aria-label="Plan or log">
          {(['plan', 'log'] as const).map((k) => (
            <Button
              key={k}
              size="small"
              variant={k === chosen ? 'contained' : 'outlined'}
              aria-pressed={k === chosen}
              onClick={() => setKind(k)}
            >
              {capital(k)}
            </Button>
          ))}
        </span>
        <Button size="small" onClick={() => window.print()}>
          Print
        </Button>
        <Button size="small" component="a" href={`${file}?kind=${chosen}`} target="_blank" rel="noreferrer">
          PDF
        </Button>
        <Button size="small" onClick={() => void share()}>
          Share as text
        </Button>
        <span role="status" className="second">
          {said}
        </span>
      </div>
      <article className="paper-sheet">
        <h1 className="page-title">{heading[0]}</h1>
        <p className="second">{heading[1]}</p>
        <dl className="paper-targets">
          {paper.targets.map((t) => (
            <div key={t.name}>
              <dt className="second">{capital(t.name)}</dt>
              <dd>
                <b className="n">{t.value}</b>{' '}
                {t.window !== '' && <span className="second">window {t.window}</span>}
              </dd>
            </div>
          ))}
        </dl>
        {paper.meals.length + paper.supplements.length === 0 ? (
          <p>{chosen === 'plan' ? 'Nothing is planned on this day.' : 'Nothing is logged on this day.'}</p>
        ) : (
          <PaperTable paper={paper} />
        )}
        {beside.length > 0 && (
          <ul className="paper-beside">
            {beside.map((line, i) => (
              <li key={i}>{line}</li>
            ))}
          </ul>
        )}
      </article>
    </div>
  );
};
