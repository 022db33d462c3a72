import type { ProtocolDocument } from '@maul/contract/coaching';
import { PRESCRIBED_COLUMNS } from '@maul/core/coaching';
import {
  type Board,
  boardDay,
  type Column,
  COLUMN_WORDS,
  COLUMNS,
  dayName,
  SCHOOLS,
  schoolOf,
} from '@maul/core/peak';
import { phasesInOrder } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { type FormProps, Frame } from './Frame.tsx';
import { Whose } from './Whose.tsx';

/** What a protocol keeps of a board: not its times, and not what was done about the looks. */
const kept = ({ answers: _answers, ...board }: Board): Board => ({ ...board, show: null });

const Fields = ({ board, onChange }: { board: Board; onChange: (board: Board) => void }) => {
  const set = Object.keys(board.set).map((key) => {
    const [offset = '0', column = 'carbs'] = key.split(' ');
    const { name, unit } = COLUMN_WORDS[column as Column];
    const { value } = boardDay(board, Number(offset)).cells[column as Column];
    return { key, text: `${name} on ${dayName(Number(offset))}: ${value} ${unit}` };
  });
  return (
    <>
      <div className="protocol-schools">
        {COLUMNS.map((column) => (
          <WordField
            key={column}
            label={COLUMN_WORDS[column].name}
            value={schoolOf(board.protocol, column).id}
            options={SCHOOLS[column].map((school) => [school.id, school.name] as const)}
            onChange={(id) => onChange({ ...board, protocol: { ...board.protocol, [column]: id } })}
          />
        ))}
      </div>
      {set.length > 0 && (
        <ul className="protocol-set" aria-label="Set by hand">
          {set.map(({ key, text }) => (
            <li key={key}>
              {text}{' '}
              <button
                type="button"
                className="linklike"
                onClick={() => {
                  const { [key]: _gone, ...rest } = board.set;
                  onChange({ ...board, set: rest });
                }}
              >
                Leave it to the school
              </button>
            </li>
          ))}
        </ul>
      )}
      <p className="second">
        Written for {Math.round(board.weightKg)} kg. What is usual is each athlete’s own; where neither their
        routine nor their log says it, these hold:
      </p>
      <div className="protocol-schools">
        {PRESCRIBED_COLUMNS.map((column) => (
          <NumberField
            key={column}
            label={`${COLUMN_WORDS[column].name}, ${COLUMN_WORDS[column].unit} a day`}
            value={board.usual[column]}
            min={0}
            max={600}
            onChange={(value) => onChange({ ...board, usual: { ...board.usual, [column]: value } })}
          />
        ))}
      </div>
    </>
  );
};

/** The schools of a peak week, taken from a board that is laid. */
export const BoardForm = ({ one, onDone }: FormProps) => {
  const [board, setBoard] = useState<Board | null>(
    one?.document.kind === 'board' ? one.document.board : null,
  );
  return (
    <Frame
      one={one}
      onDone={onDone}
      about="The same schools for everybody; grams, salt and water come from what is usual with each. Into the peak week that is planned, or before the next show."
      documentOf={(reason): ProtocolDocument | null => board && { kind: 'board', board, reason }}
    >
      {board ? (
        <Fields board={board} onChange={setBoard} />
      ) : (
        <Whose
          label="Take it from the board of"
          help="A peak week of theirs, past or to come; it stays as it is."
        >
          {({ season }) => {
            const boards = phasesInOrder(season).flatMap((phase) =>
              phase.board ? [{ phase, board: phase.board }] : [],
            );
            if (boards.length === 0)
              return (
                <p className="day-empty">No board is laid in this season. Lay one on their peak page.</p>
              );
            return (
              <p className="button-line">
                {boards.map(({ phase, board: laid }) => (
                  <Button key={phase.id} variant="outlined" onClick={() => setBoard(kept(laid))}>
                    {season.events.find((e) => e.id === phase.hangsOn)?.name ?? phase.name ?? 'Peak week'}
                  </Button>
                ))}
              </p>
            );
          }}
        </Whose>
      )}
    </Frame>
  );
};
