import type { Food } from '@maul/contract/foods';
import type { RecipeLine } from '@maul/contract/kitchen';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sentenceOf } from '../../data/api.ts';
import { FoodLine } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { useUnits } from '../../ui/formats/units.ts';
import { lineOfFood } from './draft.ts';
import { readLines, type ReadLine } from './readLines.ts';
import '../../ui/styles/foods.css';

/** Foods of a recipe from pasted text, a line each; what is not understood is asked. */
export const PasteDialog = ({
  athleteId,
  onLines,
  onClose,
}: {
  athleteId: string;
  onLines: (lines: RecipeLine[]) => void;
  onClose: () => void;
}) => {
  const units = useUnits();
  const [text, setText] = useState('');
  const [read, setRead] = useState<ReadLine[] | null>(null);
  const [chosen, setChosen] = useState<ReadonlyMap<string, Food>>(new Map());
  const [fault, setFault] = useState<string | null>(null);
  const look = async (choices: ReadonlyMap<string, Food>): Promise<void> => {
    setFault(null);
    try {
      setRead(await readLines(text, athleteId, units.food === 'oz', choices));
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const choose = (fragment: string, food: Food): void => {
    const next = new Map(chosen).set(fragment, food);
    setChosen(next);
    void look(next);
  };
  const foods = (read ?? []).flatMap((line) => (line.kind === 'food' ? [line] : []));
  const open = (read ?? []).length - foods.length;
  return (
    <FormDialog
      title="Paste a recipe"
      onClose={onClose}
      wide
      keep={read === null ? 'Read it' : `Add ${plural(foods.length, 'food')}`}
      canKeep={text.trim() !== '' && (read === null || foods.length > 0)}
      onKeep={() => {
        if (read === null) return void look(chosen);
        onLines(foods.map((f) => lineOfFood(f.food, f.grams)));
        onClose();
      }}
    >
      <TextField
        multiline
        minRows={5}
        maxRows={12}
        label="One food a line"
        placeholder={'600 g turkey breast\n250 g rice\n2 eggs'}
        value={text}
        onChange={(e) => {
          setText(e.target.value.slice(0, 6000));
          setRead(null);
        }}
        margin="dense"
      />
      {fault !== null && <p role="alert">{fault}</p>}
      {read !== null && (
        <>
          <p role="status" className="second">
            {plural(foods.length, 'line')} understood{open > 0 ? `, ${open} not yet` : ''}.
          </p>
          <ul className="kit-read">
            {read.map((line, i) => (
              <li key={i}>
                {line.kind === 'food' && (
                  <>
                    <b className="n">{gramsText(line.grams)} g</b> {line.food.name}, {line.food.state}
                    {line.said !== null && <span className="quiet"> {line.said}</span>}
                  </>
                )}
                {line.kind === 'fault' && (
                  <>
                    <b>{line.text}</b> <span className="is-over">{line.says}</span>
                  </>
                )}
                {line.kind === 'which' && (
                  <>
                    <b>Which “{line.fragment}”?</b>
                    <ul className="foods">
                      {line.foods.map((food) => (
                        <li key={food.id}>
                          <button type="button" onClick={() => choose(line.fragment, food)}>
                            <FoodLine food={food} carbBasis="total" among={line.foods} />
                          </button>
                        </li>
                      ))}
                    </ul>
                  </>
                )}
              </li>
            ))}
          </ul>
          {open > 0 && <Button onClick={() => void look(chosen)}>Read it again</Button>}
        </>
      )}
    </FormDialog>
  );
};
