import type { PeakLog } from '@maul/contract/peak';
import {
  type Board,
  type Column,
  COLUMN_WORDS,
  COLUMNS,
  DEFAULT_PROTOCOL,
  type Protocol,
  reuseBoard,
  schoolOf,
  SCHOOLS,
} from '@maul/core/peak';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { plural } from '../../ui/formats/show.ts';

type Usual = Record<Column, number | null>;

/** Where a figure comes from, in words. */
const sourceOf = (column: Column, start: number | null, usual: PeakLog['usual']): string => {
  if (start === null) return 'not known';
  const known = column === 'sodium' || column === 'water' || column === 'sleep' ? usual[column] : null;
  if (known)
    return `mean of ${plural(known.days, 'day')} of the log${column === 'sodium' ? '; salt that is not weighed is not in it' : ''}`;
  if (column === 'carbs' || column === 'protein' || column === 'fat' || column === 'fibre')
    return 'aim of the days before';
  return 'from the routine';
};

/** "Keep this protocol, with … changed": an earlier board for the body of now, with one school changed or none. */
const KeepProtocol = ({
  earlier,
  hasCoach,
  onKeep,
}: {
  earlier: readonly { name: string; board: Board }[];
  hasCoach: boolean;
  /** Nothing while something is not known. */
  onKeep: ((board: Board, change: Partial<Protocol>) => void) | null;
}) => {
  const [at, setAt] = useState(0);
  const [change, setChange] = useState('');
  const from = earlier[at] ?? earlier[0];
  if (!from) return null;
  const schools = COLUMNS.flatMap((column) =>
    SCHOOLS[column]
      .filter((s) => s.id !== schoolOf(from.board.protocol, column).id && (hasCoach || !s.coachOnly))
      .map((s) => ({
        key: `${column} ${s.id}`,
        column,
        id: s.id,
        name: `${COLUMN_WORDS[column].name}: ${s.name}`,
      })),
  );
  const changed = schools.find((s) => s.key === change);
  return (
    <div className="peak-keep" role="group" aria-label="Keep an earlier protocol">
      <TextField
        select
        size="small"
        label="Keep the protocol of"
        value={String(at)}
        onChange={(e) => setAt(Number(e.target.value))}
      >
        {earlier.map((e, i) => (
          <MenuItem key={i} value={String(i)}>
            {e.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="with this changed"
        value={changed ? change : ''}
        onChange={(e) => setChange(e.target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">nothing</MenuItem>
        {schools.map((s) => (
          <MenuItem key={s.key} value={s.key}>
            {s.name}
          </MenuItem>
        ))}
      </TextField>
      <Button
        variant="outlined"
        disabled={onKeep === null}
        onClick={() => onKeep?.(from.board, changed ? { [changed.column]: changed.id } : {})}
      >
        Make it by this protocol
      </Button>
    </div>
  );
};

/** Lays a board from what is usual. What the log does not know is asked, and never made up. */
export const LayBoard = ({
  start,
  weightKg,
  logged,
  earlier,
  hasCoach,
  hideWeight,
  after,
  onLay,
}: {
  start: Usual;
  weightKg: number | null;
  logged: PeakLog['usual'];
  /** Boards of other peak weeks of the season. */
  earlier: readonly { name: string; board: Board }[];
  hasCoach: boolean;
  /** The weight is not shown to this reader; it is used all the same. */
  hideWeight: boolean;
  /** Days after the show that the phase holds. */
  after: 0 | 1;
  onLay: (board: Board) => void;
}) => {
  const [usual, setUsual] = useState<Usual>(start);
  const [kg, setKg] = useState<number | null>(weightKg);
  const whole = COLUMNS.every((column) => usual[column] !== null) && kg !== null;
  return (
    <section aria-label="What is usual" className="peak-part">
      <h2 className="panel-title">What is usual on a day</h2>
      <p className="second">
        A board is made from what is usual, so that one protocol gives each athlete other grams. Empty fields
        are not known: type them.
      </p>
      <div className="peak-usual">
        {!(hideWeight && weightKg !== null) && (
          <NumberField
            label="Body mass, kg"
            value={kg}
            onChange={setKg}
            onEmpty={() => setKg(null)}
            min={25}
            max={350}
            help="for amounts per kg"
          />
        )}
        {COLUMNS.map((column) => (
          <NumberField
            key={column}
            label={`${COLUMN_WORDS[column].name}, ${COLUMN_WORDS[column].unit}`}
            value={usual[column]}
            onChange={(value) => setUsual({ ...usual, [column]: value })}
            onEmpty={() => setUsual({ ...usual, [column]: null })}
            min={0}
            max={20_000}
            help={sourceOf(column, start[column], logged)}
          />
        ))}
      </div>
      <Button
        variant="contained"
        disabled={!whole}
        onClick={() =>
          whole &&
          onLay({
            protocol: DEFAULT_PROTOCOL,
            usual: usual as Record<Column, number>,
            weightKg: kg,
            after,
            set: {},
            show: null,
          })
        }
      >
        Make the steady board
      </Button>
      {earlier.length > 0 && (
        <KeepProtocol
          earlier={earlier}
          hasCoach={hasCoach}
          onKeep={
            whole
              ? (board, change) =>
                  onLay(
                    reuseBoard(
                      board,
                      { usual: usual as Record<Column, number>, weightKg: kg, after },
                      change,
                    ),
                  )
              : null
          }
        />
      )}
    </section>
  );
};
