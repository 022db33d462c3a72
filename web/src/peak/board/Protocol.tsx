import { type Board, type Column, COLUMN_WORDS, COLUMNS, schoolOf, SCHOOLS } from '@maul/core/peak';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

/** Which school each lever follows, with what speaks for it and against it. */
export const ProtocolPanel = ({
  board,
  hasCoach,
  onChange,
}: {
  board: Board;
  hasCoach: boolean;
  onChange: (board: Board) => void;
}) => {
  const choices = COLUMNS.filter((column) => SCHOOLS[column].length > 1);
  return (
    <section aria-label="Protocol" className="peak-part">
      <h2 className="panel-title">Protocol</h2>
      {choices.map((column: Column) => {
        const school = schoolOf(board.protocol, column);
        // A school that is never without a coach is not offered without one.
        const offered = SCHOOLS[column].filter((s) => hasCoach || !s.coachOnly || s.id === school.id);
        return (
          <div key={column} className="peak-school">
            <TextField
              select
              size="small"
              label={COLUMN_WORDS[column].name}
              value={school.id}
              onChange={(e) =>
                onChange({ ...board, protocol: { ...board.protocol, [column]: e.target.value } })
              }
            >
              {offered.map((s) => (
                <MenuItem key={s.id} value={s.id}>
                  {s.name}
                </MenuItem>
              ))}
            </TextField>
            <p className="second">
              For: {school.pro} Against: {school.contra} <span className="quiet">({school.source})</span>
            </p>
          </div>
        );
      })}
    </section>
  );
};
