import { basisOn, type BodyBasis } from '../../body/index.ts';
import {
  countdown,
  type EnergyPolicy,
  insertPhase,
  type MacroPart,
  type MacroPolicy,
  type Phase,
  phaseDays,
  phaseName,
  type PhaseRules,
  phasesInOrder,
  type PhaseKind,
  phaseTemplate,
  type PlanInForce,
  type Season,
  seasonChanges,
} from '../../plan/index.ts';
import { addDays, daysBetween, isoDate, type IsoDate } from '../../units/index.ts';
import { holdsBoard, type Laid, peakRuns } from './laid.ts';

/** Phases one after another, written for one body and laid for any. */
export interface SeasonProtocol {
  /** From tomorrow on; or so that the last peak week, else the last phase, ends on the next show, and what follows it comes after. */
  lay: 'from-tomorrow' | 'to-show';
  /** For whom amounts in grams and kcal were written: kg, and expenditure in kcal a day. */
  body: { weightKg: number; expenditure: number };
  phases: readonly { weeks: number; rules: PhaseRules }[];
}

const DAYS = 7;

/** What of a phase goes into a protocol. */
export const rulesOf = ({
  id: _id,
  from: _from,
  to: _to,
  hangsOn: _hangsOn,
  exceptions: _exceptions,
  levels: _levels,
  board: _board,
  ...rules
}: Phase): PhaseRules => rules;

/** Where a phase of a kind begins in a protocol. */
export const templateRules = (kind: PhaseKind): PhaseRules => {
  const any = isoDate('2026-01-01');
  return rulesOf(phaseTemplate(kind, any, any, ''));
};

/** Phases of somebody’s season as a protocol: their lengths in whole weeks, and their body as that for which they were written. */
export const protocolOfSeason = (
  phases: readonly Phase[],
  basis: BodyBasis,
  lay: SeasonProtocol['lay'],
): SeasonProtocol => ({
  lay,
  body: { weightKg: basis.weightKg, expenditure: Math.round(basis.expenditure) },
  phases: phases.map((phase) => ({
    weeks: Math.max(1, Math.round(phaseDays(phase) / DAYS)),
    rules: rulesOf(phase),
  })),
});

/** How much larger a body is than the one written for, in mass and in what it spends. */
interface Scale {
  mass: number;
  energy: number;
}

const kcal = (amount: number, { energy }: Scale): number => 10 * Math.round((amount * energy) / 10);
const grams = (amount: number, { mass }: Scale): number => Math.round(amount * mass);

const energyFor = (energy: EnergyPolicy, scale: Scale): EnergyPolicy => {
  switch (energy.kind) {
    case 'step':
    case 'hand':
      return { ...energy, kcal: kcal(energy.kcal, scale) };
    case 'range':
      return { ...energy, low: kcal(energy.low, scale), high: kcal(energy.high, scale) };
    default:
      return energy;
  }
};

/** Plain grams move with body mass; floors and ceilings are what nobody should go below or above, and stay. */
const partFor = (part: MacroPart, scale: Scale): MacroPart =>
  part.by === 'grams'
    ? { ...part, amount: grams(part.amount, scale), to: part.to === null ? null : grams(part.to, scale) }
    : part;

const macrosFor = (macros: MacroPolicy, scale: Scale): MacroPolicy => {
  switch (macros.kind) {
    case 'per-mass':
      return {
        ...macros,
        protein: partFor(macros.protein, scale),
        fat: partFor(macros.fat, scale),
        carbs: macros.carbs && partFor(macros.carbs, scale),
      };
    case 'protein-range':
      return { ...macros, protein: partFor(macros.protein, scale) };
    default:
      return macros;
  }
};

/**
 * The rules of a phase for another body: what is said in rates, per cent and per kg stays; kcal move with expenditure and plain grams
 * with body mass. -300 kcal written for 2,400 kcal are -350 kcal for 2,800 kcal.
 */
export const rulesFor = (
  rules: PhaseRules,
  of: SeasonProtocol['body'],
  body: Pick<BodyBasis, 'weightKg' | 'expenditure'>,
): PhaseRules => {
  const scale = { mass: body.weightKg / of.weightKg, energy: body.expenditure / of.expenditure };
  return {
    ...rules,
    energy: energyFor(rules.energy, scale),
    macros: macrosFor(rules.macros, scale),
    dayTypes: rules.dayTypes.map((type) => {
      const { change } = type;
      if (change.kind === 'energy') return { ...type, change: { ...change, kcal: kcal(change.kcal, scale) } };
      if (change.kind === 'carbs')
        return { ...type, change: { ...change, grams: grams(change.grams, scale) } };
      return {
        ...type,
        change: {
          ...change,
          protein: grams(change.protein, scale),
          carbs: grams(change.carbs, scale),
          fat: grams(change.fat, scale),
        },
      };
    }),
  };
};

interface Span {
  from: IsoDate;
  to: IsoDate;
  rules: PhaseRules;
}

/** Phases one after another from a day on. */
const forward = (phases: SeasonProtocol['phases'], first: IsoDate): Span[] => {
  let next = first;
  return phases.map(({ weeks, rules }) => {
    const from = next;
    next = addDays(from, weeks * DAYS);
    return { from, to: addDays(next, -1), rules };
  });
};

const weeksOf = (phases: SeasonProtocol['phases']): number => phases.reduce((sum, p) => sum + p.weeks, 0);

/** Which show, or which peak week, would be run over between two days, in a sentence; undefined where none is. */
const runsOver = (season: Season, from: IsoDate, to: IsoDate): string | undefined => {
  const event = countdown(season, from)?.event;
  if (event && event.date <= to) return `It would run to ${to}, over ${event.name} on ${event.date}.`;
  const peak = phasesInOrder(season).find((p) => p.kind === 'peak-week' && p.from <= to && p.to >= from);
  return peak && `It would run to ${to}, over the peak week from ${peak.from}.`;
};

/**
 * The season that a protocol makes of somebody’s, from a day on (their tomorrow). What lies there gives way; a peak week that has a board stays.
 * Where fewer weeks are left to the show than it has, its first ones fall away.
 */
export const seasonOfProtocol = (
  protocol: SeasonProtocol,
  plan: PlanInForce,
  from: IsoDate,
  newId: () => string,
): Laid => {
  const basis = basisOn(plan.bases, from);
  if (!basis) return { fault: 'No body mass is known.' };
  if (peakRuns(plan.season, from)) return { fault: 'Their peak week runs: lay it when that is over.' };
  const notes: string[] = [];
  const { phases } = protocol;
  let spans: Span[];
  let hangsOn: string | null = null;
  if (protocol.lay === 'from-tomorrow') {
    spans = forward(phases, from);
    const over = runsOver(plan.season, from, spans.at(-1)?.to ?? from);
    if (over !== undefined) return { fault: `${over} Lay it to the show, or make it shorter.` };
  } else {
    const show = countdown(plan.season, from)?.event;
    if (!show) return { fault: 'No show or shoot is planned.' };
    hangsOn = show.id;
    const anchor = phases.findLastIndex((p) => p.rules.kind === 'peak-week');
    const last = anchor < 0 ? phases.length - 1 : anchor;
    const ahead = phases.slice(0, last + 1);
    const kept = plan.season.phases.find((p) => holdsBoard(p, show.date));
    const weeks = weeksOf(ahead);
    let end = show.date;
    const back: Span[] = [];
    for (const { weeks: length, rules } of ahead.toReversed()) {
      const start = addDays(end, 1 - length * DAYS);
      back.unshift({ from: start, to: end, rules });
      end = addDays(start, -1);
    }
    const after = addDays(kept?.to ?? show.date, 1);
    const behind = forward(phases.slice(last + 1), after);
    const over = runsOver(plan.season, after, behind.at(-1)?.to ?? addDays(after, -1));
    if (over !== undefined) return { fault: `${over} Make what follows ${show.name} shorter.` };
    // A board that somebody has laid is not thrown away by a template.
    const room = kept ? addDays(kept.from, -1) : show.date;
    if (kept) notes.push(`The board for ${show.name} stays as it is.`);
    const begins = back[0]?.from ?? from;
    if (begins < from) {
      const gone = daysBetween(begins, from);
      const left = Math.ceil((weeks * DAYS - gone) / DAYS);
      notes.push(
        `Of ${weeks} weeks to ${show.name} ${left} are left: it begins in week ${weeks - left + 1}.`,
      );
    }
    spans = [
      ...back.flatMap((span): Span[] => {
        if (kept && span.rules.kind === 'peak-week' && span.to === show.date) return [];
        const [start, stop] = [span.from < from ? from : span.from, span.to > room ? room : span.to];
        return start > stop ? [] : [{ ...span, from: start, to: stop }];
      }),
      ...behind,
    ];
    if (spans.length === 0) return { fault: `No day is left before ${show.name}.` };
  }
  const season = spans.reduce(
    (made, span) =>
      insertPhase(
        made,
        {
          ...rulesFor(span.rules, protocol.body, basis),
          id: newId(),
          from: span.from,
          to: span.to,
          hangsOn,
          exceptions: {},
          levels: {},
        },
        from,
        newId,
      ),
    plan.season,
  );
  const first = spans[0]?.from ?? from;
  notes.unshift(
    spans
      .map((s) => `${phaseName(s.rules)} from ${s.from} to ${s.to}`)
      .join(', ')
      .concat('.'),
  );
  return { season, from: first, notes, lines: seasonChanges(plan.season, season) };
};
