import { whole, K90 } from '../../units/index.ts';
import type { MacroPart } from '../season/rules.ts';
import type { Phase } from '../season/season.ts';
import type { BodyBasis } from '../../body/index.ts';
import type { Explainer, WhyStep } from './explainer.ts';
import { massFor } from './parts.ts';
import { TARGET_KEYS, TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';

const PRACTICE = 'common practice, no source';
const figure = (value: number): string =>
  (Math.round(value * 100) / 100).toLocaleString('en-GB', { maximumFractionDigits: 2 });
const signed = (value: number): string => `${value < 0 ? '−' : '+'}${figure(Math.abs(value))}`;

const MASS_WORDS: Readonly<Record<MacroPart['by'], string>> = {
  'body-kg': 'g per kg of body mass',
  'body-lb': 'g per lb of body mass',
  'lean-kg': 'g per kg of lean mass',
  'lean-lb': 'g per lb of lean mass',
  grams: 'g',
  percent: '% of the energy',
};

const EXPENDITURE_WORDS: Readonly<Record<BodyBasis['expenditureFrom'], string>> = {
  equation: 'from an equation and an activity level, until the log can tell',
  known: 'as you know it from experience',
  balance: 'measured from 28 days of log and mornings',
  filter: 'told by your mornings and complete days, in logged kcal',
  carried: 'carried over from the week before',
};

const partText = (rule: MacroPart, basis: BodyBasis): string => {
  const amount = rule.to === null ? figure(rule.amount) : `${figure(rule.amount)} to ${figure(rule.to)}`;
  const mass = massFor(rule.by, basis);
  const by =
    rule.by === 'grams' || rule.by === 'percent' || mass === undefined
      ? ''
      : ` × ${figure(mass)} ${rule.by.endsWith('lb') ? 'lb' : 'kg'}`;
  return `${amount} ${MASS_WORDS[rule.by]}${by}`;
};

const aimText = (phase: Phase, basis: BodyBasis, aim: number): { text: string; source: string } => {
  const { energy } = phase;
  const e = `expenditure ${whole(basis.expenditure)} kcal`;
  switch (energy.kind) {
    case 'rate':
      return {
        text: `Aim of the phase: ${e} ${energy.percentPerWeek < 0 ? '−' : '+'} (${figure(Math.abs(energy.percentPerWeek))} % of ${figure(basis.weightKg)} kg a week) ÷ 7 days × 7,700 kcal/kg = ${whole(aim)} kcal.`,
        source: 'Wishnofsky 1958 for the 7,700 kcal/kg',
      };
    case 'step':
      return {
        text: `Aim of the phase: ${e} ${signed(energy.kcal)} kcal = ${whole(aim)} kcal.`,
        source: PRACTICE,
      };
    case 'percent':
      return {
        text: `Aim of the phase: ${e} ${signed(energy.percent)} % = ${whole(aim)} kcal.`,
        source: energy.percent >= 10 && energy.percent <= 20 ? 'Iraki 2019, surplus 10–20 %' : PRACTICE,
      };
    case 'range':
      return {
        text: `Aim of the phase: anywhere from ${whole(energy.low)} to ${whole(energy.high)} kcal; its middle is ${whole(aim)}.`,
        source: PRACTICE,
      };
    case 'hand':
      return { text: `Aim of the phase: ${whole(aim)} kcal, set by hand.`, source: PRACTICE };
  }
};

/** Collects the steps of one day. */
export const explain = (): { explainer: Explainer; steps: WhyStep[] } => {
  const steps: WhyStep[] = [];
  const say = (about: readonly TargetKey[], text: string, source: string | null = null, orderId?: string) =>
    void steps.push({ about, text, source, ...(orderId === undefined ? {} : { orderId }) });
  const all = TARGET_KEYS;
  const fromEnergy: readonly TargetKey[] = ['ENERC', 'CARB', 'FIBTG'];
  let lastEnergyBy = fromEnergy;
  const explainer: Explainer = {
    aim: (phase, basis, aim) => {
      lastEnergyBy = phase.macros.kind === 'split' ? all : fromEnergy;
      say(
        all,
        `Figures in force since ${basis.from}: ${figure(basis.weightKg)} kg body mass, ${basis.leanKg === null ? 'lean mass not known' : `${figure(basis.leanKg)} kg lean mass`}, expenditure ${whole(basis.expenditure)} ± ${whole(K90 * basis.expenditureSd)} kcal (90 %), ${EXPENDITURE_WORDS[basis.expenditureFrom]}.`,
      );
      if (phase.macros.kind === 'menu') return;
      const { text, source } = aimText(phase, basis, aim);
      say(lastEnergyBy, text, source);
    },
    day: (dayType, typeKcal, level, energy) => {
      if (typeKcal !== 0)
        say(
          lastEnergyBy,
          `${dayType.name} day: ${signed(typeKcal)} kcal, so ${whole(energy - level)} kcal.`,
          PRACTICE,
        );
      if (level !== 0)
        say(
          lastEnergyBy,
          `Levelled so that the week keeps its mean: ${signed(level)} kcal, so ${whole(energy)} kcal.`,
          PRACTICE,
        );
    },
    own: (dayType, own) =>
      say(
        ['ENERC', 'PROCNT', 'CARB', 'FAT'],
        `${dayType.name} days have macros of their own: ${own.protein} g protein, ${own.carbs} g carbs, ${own.fat} g fat.`,
        PRACTICE,
      ),
    part: (key, rule, basis, grams, bounded) => {
      const word = TARGET_WORDS[key];
      const held = bounded === undefined ? '' : `, held at its ${bounded} of ${rule[bounded] ?? grams} g,`;
      const about: TargetKey[] = key === 'CARB' ? ['CARB', 'ENERC'] : [key, 'CARB', 'ENERC'];
      say(
        about,
        `${word.charAt(0).toUpperCase()}${word.slice(1)}: ${partText(rule, basis)}${held} = ${grams} g${rule.as === 'floor' ? ' at least' : rule.as === 'ceiling' ? ' at most' : ''}.`,
        rule.by === 'percent' ? 'Merrill & Watt 1973, 4/4/9 kcal per g' : PRACTICE,
      );
    },
    remainder: (draft, basis) =>
      say(
        ['CARB', 'ENERC'],
        basis.carbBasis === 'available'
          ? `Carbs are the remainder: (${whole(draft.energy)} − 4 × ${draft.PROCNT ?? 0} − 9 × ${draft.FAT ?? 0} − 2 × ${draft.FIBTG} of fibre) ÷ 4 = ${draft.CARB ?? 0} g net.`
          : `Carbs are the remainder: (${whole(draft.energy)} − 4 × ${draft.PROCNT ?? 0} − 9 × ${draft.FAT ?? 0}) ÷ 4 = ${draft.CARB ?? 0} g.`,
        basis.carbBasis === 'available'
          ? 'Regulation (EU) 1169/2011 Annex XIV, fibre at 2 kcal per g'
          : 'Merrill & Watt 1973, 4/4/9 kcal per g',
      ),
    split: (rule, draft, fibreKcal) =>
      say(
        ['PROCNT', 'CARB', 'FAT', 'ENERC'],
        `${figure(rule.carbs)} / ${figure(rule.protein)} / ${figure(rule.fat)} % of ${whole(draft.energy)} kcal${fibreKcal > 0 ? `, the carbs less ${fibreKcal} kcal of fibre` : ''}: carbs ${draft.CARB ?? 0} g, protein ${draft.PROCNT ?? 0} g, fat ${draft.FAT ?? 0} g.`,
        'Merrill & Watt 1973, 4/4/9 kcal per g',
      ),
    free: (fatFloor) =>
      say(
        ['CARB', 'FAT', 'ENERC'],
        `Carbs${fatFloor === null ? ' and fat' : ''} fall where they fall inside the energy${fatFloor === null ? '' : `; fat not under ${fatFloor} g`}.`,
        PRACTICE,
      ),
    menu: (rule, sums, draft) =>
      say(
        all,
        `Menu “${rule.name}”, ${rule.portions.length} ${rule.portions.length === 1 ? 'portion' : 'portions'}: protein ${whole(sums.protein)} g, carbs ${draft.CARB ?? 0} g, fat ${whole(sums.fat)} g, fibre ${whole(sums.fibre)} g${sums.unknown > 0 ? ` at least: ${sums.unknown} of them do not state everything` : ''}.`,
        PRACTICE,
      ),
    carbs: (dayType, grams, draft) =>
      say(
        ['CARB', 'ENERC'],
        `${dayType.name} day: carbs ${signed(grams)} g${draft.CARB === undefined ? '' : `, so ${draft.CARB} g`}; protein and fat stay.`,
        PRACTICE,
      ),
    order: (order, before, wanted) => {
      const unit = order.macro === 'ENERC' ? 'kcal' : 'g';
      const about: TargetKey[] =
        order.macro === 'ENERC'
          ? ['ENERC', 'CARB']
          : order.macro === 'FIBTG'
            ? ['FIBTG']
            : [order.macro, 'ENERC'];
      say(
        about,
        `Order signed ${order.signedAt.slice(0, 10)}, in force from ${order.from}: ${TARGET_WORDS[order.macro]} ${whole(before)} → ${whole(wanted)} ${unit}${order.lever === null ? '' : `, through ${order.lever}`}.`,
        null,
        order.id,
      );
    },
    inert: (order) =>
      say(
        [order.macro],
        `Order signed ${order.signedAt.slice(0, 10)} on ${TARGET_WORDS[order.macro]}: the day sets no ${TARGET_WORDS[order.macro]}, so it has nothing to act on.`,
        null,
        order.id,
      ),
    energy: (draft, basis, kcal) =>
      say(
        ['ENERC'],
        draft.leads
          ? `Energy leads here: ${whole(kcal)} kcal.`
          : `Energy is what the macros hold: 4 × ${draft.PROCNT ?? 0} + 4 × ${draft.CARB ?? 0} + 9 × ${draft.FAT ?? 0}${basis.carbBasis === 'available' ? ` + 2 × ${draft.FIBTG}` : ''}${draft.beyond === 0 ? '' : `, and ${signed(draft.beyond)} that the foods of the menu state or hold beyond them`} = ${whole(kcal)} kcal.`,
        draft.leads ? PRACTICE : 'Merrill & Watt 1973, 4/4/9 kcal per g',
      ),
    windows: (phase, dayType, windows) => {
      for (const key of TARGET_KEYS) {
        const window = windows[key];
        if (!window) continue;
        const unit = key === 'ENERC' ? 'kcal' : 'g';
        const text =
          window.kind === 'floor'
            ? `At least ${whole(window.low)} ${unit}; more is no fault.`
            : window.kind === 'ceiling'
              ? `At most ${whole(window.high)} ${unit}; less is no fault.`
              : `Window ${whole(window.low)} to ${whole(window.high)} ${unit}: ${window.kind === 'band' ? 'the two ends of the band' : `the tolerance of the phase around ${whole(window.aim)}`}${dayType.widen === 1 ? '' : `, ${figure(dayType.widen)} times as wide on ${dayType.name.toLowerCase()} days`}. Inside it every gram is as good as the next.`;
        say([key], text, PRACTICE);
      }
      if (phase.macros.kind !== 'menu' && 'fibre' in phase.macros && windows.FIBTG)
        say(
          ['FIBTG'],
          'grams' in phase.macros.fibre
            ? `Fibre set to ${phase.macros.fibre.grams} g a day.`
            : `Fibre ${figure(phase.macros.fibre.per1000kcal)} g per 1,000 kcal.`,
          'grams' in phase.macros.fibre ? PRACTICE : 'IOM 2005, 14 g per 1,000 kcal',
        );
    },
    none: (phase) =>
      say(
        all,
        phase.macros.kind === 'plate'
          ? 'This phase goes by the plate, without numbers.'
          : 'This phase sets no target; the diary goes on.',
      ),
  };
  return { explainer, steps };
};
