import { isOrder, MOST_TRIED, type Protocol, type ProtocolFor } from '@maul/contract/coaching';
import { whole } from '@maul/core/units';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { seasonQuery } from '../../data/queries.ts';
import { queryClient } from '../../data/session.ts';
import { draftSeason } from '../../plan/index.ts';
import { Fault } from '../../ui/Fault.tsx';
import { datesInWords, NUTRIENT_NAMES, plural } from '../../ui/formats/show.ts';
import { PROTOCOLS_KEY, protocolsAgain } from './Frame.tsx';
import { laidFor, signFor } from './sign.ts';
import { useAthletes } from './Whose.tsx';
import { kindOf } from './words.ts';

const figure = ({ macro, before, after }: ProtocolFor['aims'][number]) => {
  const { name, unit } = NUTRIENT_NAMES[macro];
  return (
    <span key={macro} className="protocol-figure">
      {name} {before !== null && before !== after && <s>{whole(before)}</s>}{' '}
      <b>{after === null ? 'no target' : `${whole(after)} ${unit}`}</b>
    </span>
  );
};

/** Cautions that take an athlete out of the common press. */
const hardOf = (a: ProtocolFor) => a.cautions.filter((c) => c.level !== 'note');

/** The way to what cannot be signed with the others: an order on the athlete’s day, a season in their editor. */
const ByHand = ({ one, row }: { one: Protocol; row: ProtocolFor }) => {
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: async () => {
      const laid = await laidFor(one, row.athleteId);
      const document = await queryClient.fetchQuery(seasonQuery(row.athleteId));
      if (!laid?.season) throw new Error('This protocol makes nothing for them any more. Look again.');
      const { id, version } = one;
      draftSeason(document, laid.season.season, { id, version, reason: one.document.reason });
      await navigate(`/athletes/${row.athleteId}/season`);
    },
  });
  if (isOrder(one.document))
    return <Link to={`/athletes/${row.athleteId}/${row.from ?? ''}`}>Open their day to sign it</Link>;
  return (
    <>
      <Button size="small" disabled={open.isPending} onClick={() => open.mutate()}>
        Look at it in their season
      </Button>
      {open.error && <span role="alert"> {sentenceOf(open.error)}</span>}
    </>
  );
};

const Row = ({
  one,
  row,
  said,
  chosen,
  onChoose,
}: {
  one: Protocol;
  row: ProtocolFor;
  said: string | undefined;
  chosen: boolean;
  onChoose: ((chosen: boolean) => void) | null;
}) => {
  const hard = hardOf(row);
  return (
    <tr>
      <th scope="row">
        <Checkbox
          size="small"
          disabled={onChoose === null}
          checked={chosen}
          onChange={(e) => onChoose?.(e.target.checked)}
          slotProps={{ input: { 'aria-label': `Sign for ${row.name}` } }}
        />
        {row.name}
      </th>
      {one.document.kind !== 'form' && <td className="n">{row.aims.map(figure)}</td>}
      <td>
        {said !== undefined && (
          <b className={said === 'signed' ? 'is-inside' : ''}>
            {said === 'signed' ? 'Signed. ' : `${said} `}
          </b>
        )}
        {row.fault !== null && <span className="second">{datesInWords(row.fault)}</span>}
        {row.notes.map((note) => (
          <span key={note} className="protocol-note">
            {datesInWords(note)}
          </span>
        ))}
        {row.lines.length > 0 && (
          <details>
            <summary className="second">All of it</summary>
            <ul className="protocol-lines">
              {row.lines.map((line, i) => (
                <li key={i}>{datesInWords(line)}</li>
              ))}
            </ul>
          </details>
        )}
        {hard.map((c) => (
          <span key={c.sentence} className="protocol-caution">
            {datesInWords(c.sentence)}{' '}
          </span>
        ))}
        {row.fault === null && hard.length > 0 && said !== 'signed' && <ByHand one={one} row={row} />}
      </td>
    </tr>
  );
};

/** What it is for each athlete; those without a hard caution are signed together. */
export const Try = ({ one }: { one: Protocol }) => {
  const { document } = one;
  const athletes = useAthletes();
  const [named, setNamed] = useState<{ athleteId: string; name: string }[]>([]);
  const { data, error, refetch } = useQuery({
    queryKey: [...PROTOCOLS_KEY, 'try', one.id, one.version, named.map((a) => a.athleteId)],
    queryFn: () =>
      call('tryProtocol', {
        body: { document, athletes: named.length > 0 ? named.map((a) => a.athleteId) : null },
      }),
    placeholderData: (before) => before,
  });
  const [chosen, setChosen] = useState<readonly string[]>([]);
  // Of one press, what is signed for each has its id: pressed again it is the same.
  const [ids, setIds] = useState<Readonly<Record<string, string>>>({});
  const [results, setResults] = useState<Readonly<Record<string, string>>>({});
  const sign = useMutation({
    mutationFn: async (rows: readonly ProtocolFor[]) => {
      for (const row of rows) {
        const { athleteId } = row;
        const id = ids[athleteId] ?? uuidv7();
        setIds((all) => ({ ...all, [athleteId]: id }));
        const said = await signFor(one, row, id);
        setResults((all) => ({ ...all, [athleteId]: said }));
        if (said === 'signed') setChosen((all) => all.filter((who) => who !== athleteId));
      }
    },
    onSettled: async () => {
      await protocolsAgain();
      await queryClient.invalidateQueries({ queryKey: ['roster'] });
      await queryClient.invalidateQueries({ queryKey: ['season'] });
    },
  });
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Working it out for each athlete …</p>;
  const kind = kindOf(document);
  const rows = data.athletes.filter((a) => chosen.includes(a.athleteId));
  /** With the others, by one press: there is something, nothing stands against it, and it is not signed yet. */
  const mayBeSigned = (a: ProtocolFor): boolean =>
    a.fault === null && hardOf(a).length === 0 && results[a.athleteId] !== 'signed';
  if (data.athletes.length === 0) return <p className="day-empty">Nobody shares with you yet.</p>;
  return (
    <section aria-label="For each athlete">
      {(data.left > 0 || named.length > 0) && (
        <Autocomplete
          multiple
          options={athletes}
          getOptionLabel={(a) => a.name}
          getOptionKey={(a) => a.athleteId}
          isOptionEqualToValue={(a, b) => a.athleteId === b.athleteId}
          value={named}
          onChange={(_, next) => setNamed(next.slice(0, MOST_TRIED))}
          renderInput={(params) => (
            <TextField
              {...params}
              label="For whom"
              helperText={
                data.left > 0
                  ? `The first ${data.athletes.length} by name are shown; ${plural(data.left, 'athlete')} more may be named here.`
                  : `At most ${MOST_TRIED} at once.`
              }
            />
          )}
        />
      )}
      <table className="protocol-table">
        <thead>
          <tr>
            <th scope="col">Athlete</th>
            {kind !== 'form' && <th scope="col">{kind === 'order' ? 'Aims' : 'The first day'}</th>}
            <th scope="col">What to know</th>
          </tr>
        </thead>
        <tbody>
          {data.athletes.map((row) => (
            <Row
              key={row.athleteId}
              one={one}
              row={row}
              said={results[row.athleteId]}
              chosen={chosen.includes(row.athleteId)}
              onChoose={
                mayBeSigned(row)
                  ? (on) =>
                      setChosen((all) =>
                        on ? [...all, row.athleteId] : all.filter((who) => who !== row.athleteId),
                      )
                  : null
              }
            />
          ))}
        </tbody>
      </table>
      <p className="button-line">
        <Button
          size="small"
          onClick={() => setChosen(data.athletes.filter(mayBeSigned).map((a) => a.athleteId))}
        >
          Choose all that may be signed
        </Button>
        <Button
          variant="contained"
          disabled={rows.length === 0 || sign.isPending}
          onClick={() => sign.mutate(rows)}
        >
          Sign for {plural(rows.length, 'athlete')}
        </Button>
      </p>
      {kind !== 'form' && (
        <p className="second">
          From tomorrow of each, with today’s season and orders in force. Where a hard caution stands, it is
          signed on the athlete’s own page, and they confirm it too.
        </p>
      )}
    </section>
  );
};
