import { type Board, boardDay, type Column, COLUMN_WORDS, dayName, schoolOf, setCell } from '@maul/core/peak';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { cellText, cellUnit, departure } from '../figures.ts';
import { limitOf } from './limitText.ts';

/** Sets one cell by hand, or gives it back to the protocol. */
export const CellDialog = ({
  board,
  offset,
  column,
  hideWeight,
  onChange,
  onClose,
}: {
  board: Board;
  offset: number;
  column: Column;
  /** Limits are said per kg, for in grams they would tell the weight. */
  hideWeight: boolean;
  onChange: (board: Board) => void;
  onClose: () => void;
}) => {
  const now = boardDay(board, offset).cells[column];
  const protocol = boardDay(setCell(board, offset, column, null), offset).cells[column].value;
  const [value, setValue] = useState<number | null>(now.value);
  const { name, unit } = COLUMN_WORDS[column];
  /** "+21 g against the day before (210). " */
  const against = (what: string, is: number, was: number): string => {
    const by = departure(column, is, was);
    return `${by === '' ? 'As' : `${by} ${cellUnit(column)} against`} ${what} (${cellText(column, was)}). `;
  };
  return (
    <FormDialog
      title={`${name} on ${dayName(offset)}`}
      onClose={onClose}
      keep="Set it"
      canKeep={value !== null && value !== now.value}
      onKeep={() => {
        if (value === null) return;
        onChange(setCell(board, offset, column, value));
        onClose();
      }}
      away={
        now.byHand && (
          <Button
            onClick={() => {
              onChange(setCell(board, offset, column, null));
              onClose();
            }}
          >
            Back to {cellText(column, protocol)} {cellUnit(column)}
          </Button>
        )
      }
    >
      <p>
        {schoolOf(board.protocol, column).name}: {cellText(column, protocol)} {cellUnit(column)} on this day.
      </p>
      <p className="second n">
        {value !== null && against('the day before', value, boardDay(board, offset - 1).cells[column].value)}
        {value !== null && against('usual', value, board.usual[column])}
        Limits: {limitOf(column, board.weightKg, hideWeight)}.
      </p>
      <NumberField
        label={`${name}, ${unit}`}
        value={value}
        onChange={setValue}
        onEmpty={() => setValue(null)}
        min={0}
        max={20_000}
      />
    </FormDialog>
  );
};
