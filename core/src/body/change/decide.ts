import { addDays, type IsoDate } from '../../units/index.ts';
import { balanceOfRate, kgOfBalance } from '../composition/energy.ts';
import type { Pace } from './pace.ts';

/** A new change so soon after the last cannot be told from it, days. common practice, no source. */
export const SETTLE_DAYS = 7;
/** One look at the next change comes after so many days. common practice, no source. */
const LOOK_DAYS = 14;
/** Steps of the fixed school, kcal: gaining too slowly, losing too slowly, too fast. common practice, no source. */
const FIXED = { gain: 200, cut: -150, ease: 150 } as const;
/** Session length by which cardio is added, minutes, and at most so many a week. common practice, no source. */
const CARDIO_MINUTES = 20;
const CARDIO_MOST = 5;
/** A tenth of a deficit closes again as expenditure follows. From memory. */
const KEEPS = 0.95;

/** What a draft would do: food in kcal a day, or work in minutes on so many days a week. */
export type DraftChange =
  | { kind: 'none' }
  | { kind: 'food'; kcalPerDay: number }
  | { kind: 'cardio'; minutes: number; daysPerWeek: number; kcalEach: number };

export type DraftSchool = 'none' | 'expenditure' | 'fixed' | 'movement';

export interface DecisionDraft {
  school: DraftSchool;
  change: DraftChange;
  /** Mean change of the energy balance, kcal a day. */
  balance: number;
  /** What that does to the pace, kg a week, once it lasts. */
  kgPerWeek: number;
}

export interface Decision {
  /** Where it stands, the one sentence. */
  standing: string;
  /** "No change" stands first where nothing is shown. */
  drafts: DecisionDraft[];
  /** Day of the next look, where nothing changes. */
  lookOn: IsoDate;
  /** Days since the last change, where they are fewer than seven: then a new one cannot be told from it. */
  settling: number | null;
}

export interface DecisionInput {
  pace: Pace;
  wanted: { low: number; high: number };
  today: IsoDate;
  weightKg: number;
  expenditure: number;
  /** Mean of what was eaten on the complete days of the last fourteen, kcal; undefined below seven of them. */
  eaten: number | undefined;
  /** Mean of what is planned for the next fourteen, kcal; undefined without a plan. */
  planned: number | undefined;
  /** kcal, net, of one more session of cardio of twenty minutes. */
  cardioKcal: number;
  /** Day of the last change that the coach or the athlete made; null without one. */
  lastChange: IsoDate | null;
}

const draft = (school: DraftSchool, change: DraftChange, balance: number): DecisionDraft => ({
  school,
  change,
  balance,
  kgPerWeek: KEEPS * kgOfBalance(balance),
});

/** kcal a day that would bring the middle of the wanted window, from expenditure and what is eaten. Source: Wishnofsky 1958. */
export const kcalToPace = ({
  wanted,
  weightKg,
  expenditure,
  eaten,
  planned,
}: Pick<DecisionInput, 'wanted' | 'weightKg' | 'expenditure' | 'eaten' | 'planned'>): number | undefined => {
  const now = eaten ?? planned;
  if (now === undefined) return undefined;
  const middle = (wanted.low + wanted.high) / 2;
  return expenditure + balanceOfRate(middle, weightKg) - now;
};

const standingOf = ({ pace }: DecisionInput): string => {
  const { verdict, counted, needed, verdictOn, direction } = pace;
  switch (verdict) {
    case 'early':
      return `Too early: ${counted.length} of the ${needed} days needed count. ${
        verdictOn === null
          ? 'The phase ends before enough of them do.'
          : `The first verdict comes on ${verdictOn}.`
      }`;
    case 'gaps':
      return `Too few mornings: ${pace.mornings} of ${counted.length} days that count. Seven of ten are needed.`;
    case 'inside':
      return 'Inside the wanted pace, with its whole band.';
    case 'slow':
      return direction === 'losing'
        ? 'A plateau is shown: the whole band lies slower than wanted.'
        : 'Slower than wanted, with the whole band.';
    case 'fast':
      return direction === 'level'
        ? 'Rising faster than wanted, with the whole band.'
        : 'Faster than wanted, with the whole band.';
    case 'open':
      return 'Not shown to be off pace: the band reaches into the wanted window.';
  }
};

const rounded = (kcal: number): number => Math.round(kcal / 5) * 5;

/**
 * Where a phase stands, and what the three schools would do: from expenditure; by a fixed step; movement before food. "No change" stands
 * first unless the pace is shown to be off. A proposal only. common practice, no source, but for the energy of a kilogram.
 */
export const decide = (input: DecisionInput): Decision => {
  const { pace, today, lastChange, cardioKcal } = input;
  const { direction, verdict, odds } = pace;
  const since =
    lastChange === null ? null : Math.max(0, (Date.parse(today) - Date.parse(lastChange)) / 86_400_000);
  const shown = verdict === 'slow' || verdict === 'fast';
  const none = draft('none', { kind: 'none' }, 0);
  // Which side is likelier: a draft is offered for it, also where it is not shown.
  const slower = direction === 'gaining' ? (odds?.below ?? 0) : (odds?.above ?? 0);
  const faster = direction === 'gaining' ? (odds?.above ?? 0) : (odds?.below ?? 0);
  const slow = verdict === 'slow' || (verdict !== 'fast' && slower >= faster);
  const drafts: DecisionDraft[] = [];
  const to = kcalToPace(input);
  if (to !== undefined && Math.abs(rounded(to)) >= 25)
    drafts.push(draft('expenditure', { kind: 'food', kcalPerDay: rounded(to) }, rounded(to)));
  // A step up of food is what both a slow gain and a fast loss ask for.
  const more = direction === 'gaining' ? slow : !slow;
  const step = more ? (direction === 'gaining' ? FIXED.gain : FIXED.ease) : FIXED.cut;
  if (direction !== 'level' || shown) drafts.push(draft('fixed', { kind: 'food', kcalPerDay: step }, step));
  // Movement takes energy away: it is no way out of losing too fast, nor of gaining too slowly.
  if (!more && cardioKcal > 0 && (direction !== 'level' || shown)) {
    const wantedAway = Math.max(100, Math.abs(Math.min(0, to ?? FIXED.cut)));
    const days = Math.min(CARDIO_MOST, Math.max(2, Math.round((wantedAway * 7) / cardioKcal)));
    drafts.push(
      draft(
        'movement',
        { kind: 'cardio', minutes: CARDIO_MINUTES, daysPerWeek: days, kcalEach: Math.round(cardioKcal) },
        (-days * cardioKcal) / 7,
      ),
    );
  }
  return {
    standing: standingOf(input),
    drafts: shown ? [...drafts, none] : [none, ...drafts],
    lookOn: pace.verdictOn ?? addDays(today, shown ? SETTLE_DAYS : LOOK_DAYS),
    settling: since !== null && since < SETTLE_DAYS ? since : null,
  };
};
