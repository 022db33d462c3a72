import type { GoesWithDocument } from '@maul/contract/body';
import { signedText } from '@maul/core/units';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { call } from '../../data/api.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { plural } from '../../ui/formats/show.ts';
import { MARK_WORDS } from '../morning/marks.ts';
import { Eliminations } from './Eliminations.tsx';
import { percentOf } from '../trend/words.ts';
import './goes.css';

type Row = GoesWithDocument['rows'][number];

const markName = (row: Row): string => MARK_WORDS[row.mark].name.toLowerCase();

const Table = ({ rows }: { rows: readonly Row[] }) => (
  <table className="week-table">
    <caption className="hidden">Foods and the morning after</caption>
    <thead>
      <tr>
        <th scope="col">Food, and what of the morning after</th>
        <th scope="col">With it</th>
        <th scope="col">Without</th>
        <th scope="col">Difference</th>
        <th scope="col">Chance alone</th>
      </tr>
    </thead>
    <tbody>
      {rows.map((row) => (
        <tr key={`${row.food} ${row.mark}`}>
          <th scope="row">
            {row.food}, {markName(row)}
          </th>
          <td>
            {row.with.mean.toFixed(1)} <span className="quiet">({plural(row.with.days, 'day')})</span>
          </td>
          <td>
            {row.without.mean.toFixed(1)} <span className="quiet">({plural(row.without.days, 'day')})</span>
          </td>
          <td>{signedText(row.difference, 1)}</td>
          <td>{percentOf(row.corrected)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

/** What goes with what, over the last 120 days; mostly that nothing can be told. */
export const GoesWithPage = () => {
  const { person } = useSession();
  const { data, error, refetch } = useQuery({
    queryKey: ['goes-with', person.id],
    queryFn: () => call('goesWith', { params: { athleteId: person.id } }),
  });
  const { day } = useOwnDay();
  useEffect(() => {
    document.title = 'Maul, what goes with what';
  }, []);
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Comparing the days …</p>;
  const goes = data.rows.filter((r) => r.goes);
  const rest = data.rows.filter((r) => !r.goes);
  return (
    <div className="goes rows">
      <div>
        <h1 className="page-title">What goes with what</h1>
        <p className="second">
          {plural(data.days, 'day')} with a log and {plural(data.mornings, 'morning')} with marks, of the last
          120 days. <Link to="/trend">Trend</Link>
        </p>
      </div>
      <section aria-label="What goes together" className="morning-part">
        {data.tried === 0 ? (
          <p>
            <b>Too few days.</b> A food is compared once there are eight days with it and eight without, each
            with marks the morning after.
          </p>
        ) : goes.length === 0 ? (
          <p>
            <b>No more than chance would show.</b> {plural(data.tried, 'comparison')} had days enough.
          </p>
        ) : (
          <>
            <p>
              <b>{plural(goes.length, 'pair goes', 'pairs go')} together</b>, of{' '}
              {plural(data.tried, 'comparison')} with days enough. That is not yet a cause: leave the food out
              for two weeks, then bring it back alone, and look again.
            </p>
            <Table rows={goes} />
          </>
        )}
        {data.few > 0 && (
          <p className="quiet">{plural(data.few, 'food')} had too few days with marks of either kind.</p>
        )}
      </section>
      {rest.length > 0 && (
        <details>
          <summary>Other comparisons: no more than chance</summary>
          <Table rows={rest} />
        </details>
      )}
      <Eliminations told={data.eliminations} day={day} foods={[...new Set(data.rows.map((r) => r.food))]} />
      <p className="quiet">
        “Chance alone” is how often days dealt at random would show as much anywhere among what was tried
        (permutation test, Holm 1979). Trouble with a food that lasts is for a doctor or dietitian.
      </p>
    </div>
  );
};
