import type { Food } from '@maul/contract/foods';
import type { ResponseOf } from '@maul/contract/routes';
import type { CarbBasis } from '@maul/core/nutrition';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FoodForm } from '../label/FoodForm.tsx';
import { FoodLine } from '../search/FoodSearch.tsx';
import '../../ui/styles/foods.css';
import { plural } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

const stale = (athleteId: string): void => {
  for (const key of ['foods', 'own-foods', 'food-versions'])
    void queryClient.invalidateQueries({ queryKey: [key, athleteId] });
  void queryClient.invalidateQueries({ queryKey: ['day'] });
};

/** Versions of an own food, and the explicit act of correcting the past. */
const Versions = ({ athleteId, food }: { athleteId: string; food: Food }) => {
  const { data } = useQuery({
    queryKey: ['food-versions', athleteId, food.id, food.version],
    queryFn: ({ signal }) => call('foodVersions', { params: { athleteId, id: food.id }, signal }),
  });
  const [fault, setFault] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const undo = async (correctionId: string): Promise<void> => {
    const done = await call('undoCorrection', { params: { athleteId, id: food.id, correctionId } });
    setSaid(
      `${plural(done.portions, 'portion')} as before again${done.kept > 0 ? `; ${plural(done.kept, 'portion')} changed since and kept` : ''}.`,
    );
    stale(athleteId);
  };
  const correct = async (): Promise<void> => {
    const correctionId = uuidv7();
    try {
      const done: ResponseOf<'correctPast'> = await call('correctPast', {
        params: { athleteId, id: food.id, correctionId },
      });
      const sentence = `${plural(done.portions, 'past portion')} corrected to the present figures.`;
      setSaid(sentence);
      offerUndo(sentence, () => void undo(correctionId).catch((e: unknown) => setFault(sentenceOf(e))));
      stale(athleteId);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  if (!data) return null;
  return (
    <div className="rows" role="group" aria-label="Versions">
      <p className="second">
        Version {food.version}
        {data.versions.length > 1
          ? `; before: ${data.versions
              .slice(1, 4)
              .map(
                (v) =>
                  `${v.version} (${v.per100g.PROCNT ?? '?'} P, ${v.per100g.FAT ?? '?'} F, until ${v.until?.slice(0, 10) ?? ''})`,
              )
              .join(', ')}`
          : ', the first'}
        .
      </p>
      {data.older > 0 && (
        <Alert
          severity="info"
          icon={false}
          action={
            <Button size="small" onClick={() => void correct()}>
              Also correct past portions
            </Button>
          }
        >
          {plural(data.older, 'past portion')} keep what this food was when they were eaten.
        </Alert>
      )}
      {said !== null && <p role="status">{said}</p>}
      {fault !== null && <p role="alert">{fault}</p>}
    </div>
  );
};

/** One food of the pantry: what is said of it, and, of an own one, its form. */
const FoodDialog = ({
  athleteId,
  food: first,
  onClose,
}: {
  athleteId: string;
  food: Food;
  onClose: () => void;
}) => {
  const [food, setFood] = useState(first);
  const [editing, setEditing] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const small = useMediaQuery('(max-width: 720px)');
  const mark = async (change: Partial<Pick<Food, 'lever' | 'inStock'>>): Promise<void> => {
    const next = { lever: food.lever, inStock: food.inStock, ...change };
    setFood({ ...food, ...next });
    try {
      await call('markFood', { params: { athleteId, foodId: food.id }, body: next });
      stale(athleteId);
    } catch (error) {
      setFood(food);
      setFault(sentenceOf(error));
    }
  };
  const { details } = food;
  const facts = [
    details.code !== null && `code ${details.code.replace(/^0+/, '')}`,
    details.packGrams !== null && `pack ${details.packGrams} g`,
    details.density !== null && `${details.density} g per mL`,
    details.edible !== null &&
      `${Math.round(details.edible.part * 100)} % eaten without ${details.edible.refuse}`,
    details.allergens.length > 0 && `allergens: ${details.allergens.join(', ')}`,
    ...food.measures.map((m) => `${m.name} ${m.grams} g`),
  ].filter((f) => f !== false);
  return (
    <Dialog open onClose={onClose} aria-labelledby="food-dialog" fullWidth maxWidth="sm" fullScreen={small}>
      {editing ? (
        <FoodForm
          athleteId={athleteId}
          food={food}
          onMade={(made) => {
            setFood(made);
            setEditing(false);
            stale(athleteId);
          }}
          onBack={() => setEditing(false)}
        />
      ) : (
        <>
          <DialogTitle id="food-dialog">{food.name}</DialogTitle>
          <DialogContent className="rows">
            <p className="quiet">
              {food.state}. Source: {food.source}
              {details.sourceDate === null ? '' : `, ${details.sourceDate}`}.
              {food.remark === null ? '' : ` ${food.remark}`}
            </p>
            {facts.length > 0 && <p className="second">{facts.join('; ')}.</p>}
            <FormControlLabel
              control={
                <Switch checked={food.lever} onChange={(e) => void mark({ lever: e.target.checked })} />
              }
              label="A lever: it gives way when a target moves"
            />
            <FormControlLabel
              control={
                <Switch checked={food.inStock} onChange={(e) => void mark({ inStock: e.target.checked })} />
              }
              label="In stock: found first"
            />
            {food.origin === 'own' && <Versions athleteId={athleteId} food={food} />}
            {fault !== null && <p role="alert">{fault}</p>}
          </DialogContent>
          <DialogActions>
            {food.origin === 'own' && (
              <Button variant="text" onClick={() => setEditing(true)} sx={{ mr: 'auto' }}>
                Change it
              </Button>
            )}
            <Button onClick={onClose}>Close</Button>
          </DialogActions>
        </>
      )}
    </Dialog>
  );
};

/** Own foods, and any other by its name. */
export const FoodsPanel = ({ athleteId, carbBasis }: { athleteId: string; carbBasis: CarbBasis }) => {
  const [text, setText] = useState('');
  const [open, setOpen] = useState<Food | null>(null);
  const [making, setMaking] = useState(false);
  const small = useMediaQuery('(max-width: 720px)');
  const q = useDeferredValue(text.trim());
  const own = useQuery({
    queryKey: ['own-foods', athleteId],
    queryFn: ({ signal }) => call('ownFoods', { params: { athleteId }, signal }),
  });
  const found = useQuery({
    queryKey: ['foods', athleteId, q],
    queryFn: ({ signal }) => call('foods', { params: { athleteId }, query: { q, limit: 30 }, signal }),
    enabled: q !== '',
    placeholderData: keepPreviousData,
  });
  const error = own.error ?? found.error;
  const foods = (q === '' ? own.data : found.data)?.foods;
  return (
    <section className="rows" aria-label="Foods">
      <div className="pantry-bar">
        <TextField
          label="Find any food"
          value={text}
          onChange={(e) => setText(e.target.value)}
          type="search"
        />
        <Button variant="contained" onClick={() => setMaking(true)}>
          New food from its label
        </Button>
      </div>
      {error && !foods && <p role="alert">{sentenceOf(error)}</p>}
      {!foods && !error && <p className="second">Opening the pantry …</p>}
      {foods?.length === 0 && (
        <p className="second">
          {q === ''
            ? 'No foods of your own yet. A label you type appears here, with all its versions.'
            : `Nothing is called “${q}”.`}
        </p>
      )}
      <ul className="foods" aria-label={q === '' ? 'Own foods' : 'Foods found'}>
        {foods?.map((food) => (
          <li key={food.id}>
            <button type="button" onClick={() => setOpen(food)}>
              <FoodLine food={food} carbBasis={carbBasis} />
            </button>
          </li>
        ))}
      </ul>
      {open && <FoodDialog key={open.id} athleteId={athleteId} food={open} onClose={() => setOpen(null)} />}
      {making && (
        <Dialog
          open
          onClose={() => setMaking(false)}
          aria-labelledby="food-dialog"
          fullWidth
          maxWidth="sm"
          fullScreen={small}
        >
          <FoodForm
            athleteId={athleteId}
            onMade={(food) => {
              setMaking(false);
              setOpen(food);
            }}
            onBack={() => setMaking(false)}
          />
        </Dialog>
      )}
    </section>
  );
};
