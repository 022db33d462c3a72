import { basisOn } from '../../body/index.ts';
import { type CarbBasis, carbohydrate, type NutrientVector } from '../../nutrition/index.ts';
import {
  changePhase,
  type MenuPortion,
  phaseOn,
  type PlanInForce,
  splitPhase,
  targetsFrom,
} from '../../plan/index.ts';
import type { IsoDate } from '../../units/index.ts';
import type { Laid } from './laid.ts';

/** A written menu for many: the same foods and meals, other grams. */
export interface MenuProtocol {
  name: string;
  portions: readonly MenuPortion[];
}

/** No portion becomes less or more than so many times what is written. common practice, no source. */
const LEAST_TIMES = 0.4;
const MOST_TIMES = 2.5;
/** The aims that a menu goes by are the mean of so many days. */
const MEAN_DAYS = 7;

const MACROS = ['protein', 'carbs', 'fat'] as const;
type Macro = (typeof MACROS)[number];
type Grams = Record<Macro, number>;
const KCAL: Grams = { protein: 4, carbs: 4, fat: 9 };

const gramsOf = (per100g: NutrientVector, basis: CarbBasis): Grams => ({
  protein: per100g.PROCNT ?? 0,
  carbs: carbohydrate(per100g, basis) ?? 0,
  fat: per100g.FAT ?? 0,
});

/** The macro that most of a food’s energy comes from; undefined for one without energy. */
const leading = (per100g: NutrientVector, basis: CarbBasis): Macro | undefined => {
  const holds = gramsOf(per100g, basis);
  const [first] = [...MACROS].sort((a, b) => KCAL[b] * holds[b] - KCAL[a] * holds[a]);
  return first !== undefined && holds[first] > 0 ? first : undefined;
};

/** The nearest factors within their bounds, by least squares of what is missed as a part of each aim; one coordinate after another. */
const nearest = (holds: Record<Macro, Grams>, aims: Grams): Grams => {
  const times: Grams = { protein: 1, carbs: 1, fat: 1 };
  const part = (macro: Macro): number => 1 / Math.max(1, aims[macro]);
  for (let round = 0; round < 400; round += 1)
    for (const group of MACROS) {
      let [above, below] = [0, 0];
      for (const macro of MACROS) {
        const own = holds[group][macro] * part(macro);
        const others = MACROS.reduce((sum, g) => sum + (g === group ? 0 : holds[g][macro] * times[g]), 0);
        above += own * (aims[macro] - others) * part(macro);
        below += own * own;
      }
      if (below > 0) times[group] = Math.min(MOST_TIMES, Math.max(LEAST_TIMES, above / below));
    }
  return times;
};

/**
 * A menu whose portions come to the aims of another athlete: foods that lead with protein, with carbs and with fat are each taken so many
 * times as much. What has no energy stays. Grams a day; `times` says how much of each, and `sums` what the whole grams come to.
 */
export const scaleMenu = (
  portions: readonly MenuPortion[],
  aims: Grams,
  basis: CarbBasis,
): { portions: MenuPortion[]; times: Grams; sums: Grams } => {
  const none = (): Grams => ({ protein: 0, carbs: 0, fat: 0 });
  const holds: Record<Macro, Grams> = { protein: none(), carbs: none(), fat: none() };
  const leads = portions.map((portion) => leading(portion.per100g, basis));
  portions.forEach((portion, i) => {
    const group = leads[i];
    if (!group) return;
    const per = gramsOf(portion.per100g, basis);
    for (const macro of MACROS) holds[group][macro] += (per[macro] * portion.grams) / 100;
  });
  const times = nearest(holds, aims);
  const scaled = portions.map((portion, i): MenuPortion => {
    const group = leads[i];
    if (!group) return portion;
    const of = (grams: number): number => Math.max(1, Math.round(grams * times[group]));
    return {
      ...portion,
      grams: of(portion.grams),
      ...(portion.swaps ? { swaps: portion.swaps.map((s) => ({ ...s, grams: of(s.grams) })) } : {}),
    };
  });
  const sums = none();
  for (const portion of scaled) {
    const per = gramsOf(portion.per100g, basis);
    for (const macro of MACROS) sums[macro] += (per[macro] * portion.grams) / 100;
  }
  return { portions: scaled, times, sums };
};

/** Nearer than this a sum is at its aim: what whole grams of a few foods can make. */
const AT = 2;

/** The season in which the phase of a day goes by this menu from then on, in portions that come to that athlete’s aims. */
export const menuOfProtocol = (
  protocol: MenuProtocol,
  plan: PlanInForce,
  from: IsoDate,
  newId: () => string,
): Laid => {
  const phase = phaseOn(plan.season, from);
  if (!phase) return { fault: `No phase is planned on ${from}.` };
  if (phase.board) return { fault: 'It is a peak week, and goes by its board.' };
  const basis = basisOn(plan.bases, from);
  if (!basis) return { fault: 'No body mass is known.' };
  const days = targetsFrom(plan.season, plan.bases, plan.orders, from, MEAN_DAYS).filter(
    (day) => day?.phase.id === phase.id,
  );
  const mean = (key: 'PROCNT' | 'CARB' | 'FAT'): number | undefined => {
    const aims = days.flatMap((day) => day?.windows[key]?.aim ?? []);
    return aims.length === 0 ? undefined : aims.reduce((a, b) => a + b, 0) / aims.length;
  };
  const [protein, carbs, fat] = [mean('PROCNT'), mean('CARB'), mean('FAT')];
  if (protein === undefined || carbs === undefined || fat === undefined)
    return { fault: 'The phase sets no protein, carbs and fat for a menu to go by.' };
  const aims = { protein, carbs, fat };
  const { portions, times, sums } = scaleMenu(protocol.portions, aims, basis.carbBasis);
  const misses = MACROS.filter((macro) => Math.abs(sums[macro] - aims[macro]) > AT).map(
    (macro) => `${Math.round(sums[macro])} g of ${macro} where ${Math.round(aims[macro])} g are aimed at`,
  );
  const silent = protocol.portions.flatMap(({ name, per100g }) => {
    const states =
      per100g.PROCNT !== undefined &&
      per100g.FAT !== undefined &&
      carbohydrate(per100g, basis.carbBasis) !== undefined;
    return states || leading(per100g, basis.carbBasis) === undefined ? [] : [name];
  });
  const split = phase.from < from;
  const id = split ? newId() : phase.id;
  const season = changePhase(split ? splitPhase(plan.season, phase.id, from, id) : plan.season, id, {
    macros: { kind: 'menu', name: protocol.name, portions },
  });
  const said = MACROS.map((macro) => `with ${macro} ${times[macro].toFixed(2)} times`).join(', ');
  return {
    season,
    from,
    notes: [
      `Foods that lead ${said}.`,
      ...(silent.length > 0
        ? [`Not all is known of ${silent.join(', ')}: it comes to at least so much.`]
        : []),
      ...(misses.length > 0 ? [`It comes to ${misses.join(', ')}.`] : []),
    ],
    lines: portions.map(
      ({ name, grams, meal }) => `${meal === undefined ? '' : `Meal ${meal}: `}${name} ${grams} g`,
    ),
  };
};
