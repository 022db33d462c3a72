import { offered, packingList, packTrip, type Trip } from '@maul/core/kitchen';
import { boardDay, offsetOn } from '@maul/core/peak';
import { addDays, datesFrom, daysBetween, isIsoDate, type IsoDate } from '@maul/core/units';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Season } from '@maul/core/plan';
import { Fault } from '../../ui/Fault.tsx';
import { DateField } from '../../ui/fields/DateField.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { gramsText, shortDate } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { useKitchenPlan, type KitchenPlanView } from '../usePlan.ts';
import { momentText } from '../words.ts';

/** Days ahead for which boxes and plans are looked at. */
const AHEAD = 14;

/** When a box is eaten that nobody has planned. */
const NOON = '12:30';

const moment = (date: IsoDate, time: string): string => new Date(`${date}T${time}:00`).toISOString();

/** Water that the boards of the season plan for these days, mL; null where one of them has none. */
const plannedWater = (season: Season | undefined, from: IsoDate, to: IsoDate): number | null => {
  const days = datesFrom(from, daysBetween(from, to) + 1).map((date) => {
    const peak = season?.phases.find((p) => p.board !== undefined && p.from <= date && date <= p.to);
    return peak?.board
      ? boardDay(peak.board, offsetOn({ to: peak.to, board: peak.board }, date)).cells.water.value
      : null;
  });
  return days.includes(null) ? null : days.reduce<number>((sum, ml) => sum + (ml ?? 0), 0);
};

const Packing = ({ view }: { view: KitchenPlanView }) => {
  const [date, setDate] = useState<IsoDate>(addDays(view.today, 1));
  const [leaves, setLeaves] = useState('06:00');
  const [back, setBack] = useState('20:00');
  const [lastDay, setLastDay] = useState<IsoDate>(addDays(view.today, 1));
  const [coolHours, setCool] = useState(view.rule.coolHours);
  const [fridge, setFridge] = useState('');
  const [reheats, setReheats] = useState(false);
  const [litres, setLitres] = useState<number | null>(null);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const [eat, setEat] = useState<ReadonlyMap<string, string>>(new Map());
  const ends = lastDay < date ? date : lastDay;
  const planned = plannedWater(view.day?.season, date, ends);
  const water = litres === null ? planned : litres * 1000;
  const trip: Trip = {
    leaves: moment(date, leaves),
    back: moment(ends, back),
    coolHours,
    fridgeAt: fridge === '' ? null : moment(date, fridge),
    reheats,
  };
  const hotBatch = (batchId: string | null): boolean => {
    const recipeId = view.batches.find((b) => b.id === batchId)?.thing.recipeId;
    return view.recipes.find((r) => r.id === recipeId)?.thing.hot ?? false;
  };
  // What has to be cooked first goes on no trip.
  const lines = offered(view.stock, trip.leaves).filter(
    ({ item }) => item.kind === 'box' || item.kind === 'left' || item.place === 'cupboard',
  );
  const things = lines.map(({ item, free }) => {
    const portion = view.planned.find((p) => p.food.stockId === item.id && p.day >= date && p.day <= ends);
    const eatAt =
      eat.get(item.id) ?? portion?.time ?? (leaves < NOON && (ends > date || back > NOON) ? NOON : back);
    return {
      ...item,
      grams: portion?.grams ?? free,
      eatAt: moment(portion?.day ?? date, eatAt),
      hot: hotBatch(item.batchId),
      clock: eatAt,
      planned: portion !== undefined,
    };
  });
  const packed = packTrip(trip, things);
  const goes = things.filter((t, i) => packed[i]?.goes && !out.has(t.id) && (t.planned || eat.has(t.id)));
  const list = packingList(
    trip,
    goes.map((t) => ({ name: t.name, grams: t.grams })),
    water,
  );
  const shows = (view.day?.season.events ?? []).filter(
    (e) => e.date >= view.today && e.date <= addDays(view.today, AHEAD),
  );
  return (
    <section className="rows" aria-label="Trip">
      {shows.length > 0 && (
        <div className="kit-buttons">
          {shows.map((e) => (
            <Button
              key={e.id}
              onClick={() => {
                setDate(e.date);
                setLastDay(e.date);
              }}
            >
              {e.name}, {shortDate(e.date)}
            </Button>
          ))}
        </div>
      )}
      <div className="kit-fields">
        <DateField
          label="Leaving on"
          value={date}
          min={view.today}
          onChange={(d) => isIsoDate(d) && setDate(d)}
        />
        <TimeField label="Leaving at" value={leaves} onChange={(t) => t !== '' && setLeaves(t)} />
        <DateField label="Last day" value={ends} min={date} onChange={(d) => isIsoDate(d) && setLastDay(d)} />
        <TimeField label="Back at" value={back} onChange={(t) => t !== '' && setBack(t)} />
        <NumberField
          label="The cool bag stays cold for, h"
          value={coolHours}
          onChange={setCool}
          min={0}
          max={72}
          help="0 without a cool bag"
        />
        <TimeField label="A fridge from (empty: none)" value={fridge} onChange={setFridge} />
        <NumberField
          label="Water to carry, L"
          value={litres ?? (planned === null ? null : planned / 1000)}
          help={planned === null ? undefined : 'As the peak week plans these days'}
          onChange={setLitres}
          onEmpty={() => setLitres(null)}
          min={0}
          max={30}
        />
        <FormControlLabel
          control={<Switch checked={reheats} onChange={(e) => setReheats(e.target.checked)} />}
          label="There is a way to heat food to 74 °C"
        />
      </div>
      {lines.length === 0 && <p className="second">Nothing in stock keeps until then.</p>}
      <ul className="kit-list" aria-label="Boxes for the trip">
        {things.map((t, i) => {
          const one = packed[i];
          if (!one) return null;
          const taken = one.goes && !out.has(t.id) && (t.planned || eat.has(t.id));
          return (
            <li key={t.id} className={`trip-line${one.goes ? '' : ' kit-past'}`}>
              <Checkbox
                checked={taken}
                disabled={!one.goes}
                onChange={(e) => {
                  const next = new Set(out);
                  if (e.target.checked) next.delete(t.id);
                  else next.add(t.id);
                  setOut(next);
                  if (e.target.checked && !t.planned) setEat(new Map(eat).set(t.id, t.clock));
                }}
                slotProps={{ input: { 'aria-label': `Take ${t.name}` } }}
              />
              <span className="shop-name">
                <b>{t.name}</b> <span className="n">{gramsText(Math.round(t.grams))} g</span>
                <span className="second shop-why">
                  {one.sentence}
                  {one.until === null ? '' : ` Good until ${momentText(one.until)}.`}
                </span>
              </span>
              <TimeField
                label="Eaten at"
                value={t.clock}
                onChange={(time) => time !== '' && setEat(new Map(eat).set(t.id, time))}
              />
            </li>
          );
        })}
      </ul>
      <h2 className="panel-title">Packing list</h2>
      <ul className="kit-read" aria-label="Packing list">
        {list.map((l, i) => (
          <li key={i}>
            {l.what}, <span className="n">{l.amount}</span>
          </li>
        ))}
      </ul>
      <p className="second">
        Cold food is out of the cold for 2 hours at most, 1 hour above 32 °C (USDA FSIS). Cool it fully before
        it goes into the bag. What a venue or an airline allows is theirs to say.
      </p>
      <div>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
    </section>
  );
};

/** What keeps how long on a trip or a show day, and what goes into the bag. */
export const TripPage = () => {
  const view = useKitchenPlan(AHEAD);
  return (
    <KitchenFrame part="trip">
      {view.ready ? (
        <Packing view={view} />
      ) : view.error ? (
        <Fault error={view.error} again={() => void view.refetch()} />
      ) : (
        <p className="waiting">Looking into the stock …</p>
      )}
    </KitchenFrame>
  );
};
