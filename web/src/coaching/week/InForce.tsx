import type { CheckIn } from '@maul/contract/coaching';
import type { SeasonDocument } from '@maul/contract/plan';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call } from '../../data/api.ts';
import { orderText } from '../../plan/index.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { WordsOn } from '../../ui/WordsOn.tsx';

/** Orders that act in the week, each with the words about it. */
export const Orders = ({ week, document }: { week: CheckIn; document: SeasonDocument | undefined }) => {
  const orders = (document?.orders ?? [])
    .filter((o) => week.packet.orders.includes(o.id) || o.signedAt > week.sentAt)
    .slice(0, 5);
  return (
    <section aria-label="Orders in the week">
      <h2 className="panel-title">Orders</h2>
      {document && orders.length === 0 && <p className="second">None acts in this week.</p>}
      <ul className="sheet-remarks">
        {orders.map((o) => (
          <li key={o.id}>
            {orderText(o, document?.season ?? { phases: [], events: [] })}
            {o.acknowledgedAt === null && <b>, not acknowledged</b>}
            {o.signedAt > week.sentAt && <span className="is-planned">, signed since it was sent</span>}
            <span className="second"> {o.reason}</span>
            <WordsOn
              athleteId={document?.athlete.id ?? ''}
              thing={{ day: o.from, orderId: o.id }}
              label={`About the order of ${shortDate(o.from)}`}
            />
          </li>
        ))}
      </ul>
    </section>
  );
};

/** Protocols of this coach that the athlete runs. */
export const Runs = ({ athleteId }: { athleteId: string }) => {
  const { data } = useQuery({ queryKey: ['protocols'], queryFn: () => call('protocols') });
  const runs = (data?.protocols ?? []).flatMap((p) =>
    p.runs.filter((run) => run.athleteId === athleteId).map((run) => ({ ...run, protocol: p })),
  );
  if (runs.length === 0) return null;
  return (
    <section aria-label="Protocols">
      <h2 className="panel-title">Protocols</h2>
      <ul className="sheet-remarks">
        {runs.map(({ protocol, version, from }) => (
          <li key={protocol.id}>
            <Link to="/protocols">{protocol.name}</Link> version {version}, since {shortDate(from)}
            {version < protocol.version && (
              <span className="second">, now at version {protocol.version}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
};

/** The last seasons that were signed, with why. */
export const History = ({ document }: { document: SeasonDocument }) => (
  <section aria-label="History of the season">
    <h2 className="panel-title">Season</h2>
    <ul className="sheet-remarks">
      {document.history.slice(0, 3).map((one) => (
        <li key={one.id}>
          {shortDate(one.from)} {one.writtenByName}
          {one.pending && <b>, not in force</b>}
          <span className="second"> {one.reason ?? 'no reason given'}</span>
        </li>
      ))}
    </ul>
  </section>
);
