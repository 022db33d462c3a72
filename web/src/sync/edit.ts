import type { DayDocument, MealRow, NoteRow, PortionRow, WeighInRow } from '@maul/contract';
import type { Captured } from '@maul/core';
import { v7 as uuidv7 } from 'uuid';
import { deviceZone } from '../shell/device.ts';
import { outbox } from './session.ts';

type Place = Pick<DayDocument, 'date'> & { athlete: { id: string } };

export const saveMeal = (
  day: Place,
  meal: MealRow,
  change: Partial<Pick<MealRow, 'time' | 'eaten' | 'deleted'>>,
): void => {
  const { id, version, ...body } = { ...meal, ...change };
  outbox.add({
    athleteId: day.athlete.id,
    day: day.date,
    route: 'putMeal',
    id,
    body: { ...body, base: version },
  });
};

/** A new meal at a time; returns its id. */
export const addMeal = (day: DayDocument, time: string): string => {
  const id = uuidv7();
  const body = { base: 0, day: day.date, time, zone: deviceZone(), eaten: false, deleted: false };
  outbox.add({ athleteId: day.athlete.id, day: day.date, route: 'putMeal', id, body });
  return id;
};

export type PortionChange = Partial<
  Pick<PortionRow, 'plannedGrams' | 'grams' | 'method' | 'division' | 'trail' | 'spread' | 'deleted'>
>;

export const savePortion = (day: Place, portion: PortionRow, change: PortionChange): void => {
  const { id, version, ...body } = { ...portion, ...change };
  outbox.add({
    athleteId: day.athlete.id,
    day: day.date,
    route: 'putPortion',
    id,
    body: { ...body, base: version },
  });
};

/** A new portion at the end of a meal; returns its id. */
export const addPortion = (
  day: DayDocument,
  mealId: string,
  part: Pick<PortionRow, 'food' | 'plannedGrams' | 'grams' | 'method'> &
    Partial<Pick<PortionRow, 'division' | 'trail' | 'spread'>>,
  id = uuidv7(),
): string => {
  const position =
    Math.max(-1, ...day.portions.filter((p) => p.mealId === mealId).map((p) => p.position)) + 1;
  const body = {
    base: 0,
    mealId,
    position,
    division: null,
    trail: null,
    spread: null,
    ...part,
    deleted: false,
  };
  outbox.add({ athleteId: day.athlete.id, day: day.date, route: 'putPortion', id, body });
  return id;
};

/** What a layer of the scale says of a portion: its grams, how it is known, and the trail behind it. */
export const measuredBy = (layer: Captured) => ({
  grams: Number(layer.net.toFixed(2)),
  method: layer.way === 'take' ? ('jar' as const) : ('scale' as const),
  division: layer.division,
  spread: null,
  trail: {
    gross: layer.gross,
    tare: layer.before,
    net: layer.net,
    way: layer.way,
    division: layer.division,
    settled: layer.settled,
    span: layer.span,
    readings: layer.readings,
    source: layer.source,
    at: new Date().toISOString(),
  },
});

/** What the scale captured, on its portion. */
export const captured = (day: Place, portion: PortionRow, layer: Captured): void =>
  savePortion(day, portion, measuredBy(layer));

export const saveNote = (
  day: Place,
  note: NoteRow | null,
  mealId: string | null,
  text: string,
  deleted = false,
): void => {
  const body = { base: note?.version ?? 0, day: day.date, mealId, text, deleted };
  outbox.add({ athleteId: day.athlete.id, day: day.date, route: 'putNote', id: note?.id ?? uuidv7(), body });
};

export const saveWeighIn = (day: DayDocument, before: WeighInRow | null, kg: number): void => {
  const body = { base: before?.version ?? 0, day: day.date, kg, deleted: false };
  outbox.add({
    athleteId: day.athlete.id,
    day: day.date,
    route: 'putWeighIn',
    id: before?.id ?? uuidv7(),
    body,
  });
};
