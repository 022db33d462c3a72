import {
  type CountedBy,
  type EnergyPolicy,
  type FibreRule,
  type MacroPart,
  type MacroPolicy,
  type Phase,
  macroPart,
  templateMacros,
} from '@maul/core/plan';
import type { Athlete } from '@maul/contract/people';
import type { CarbBasis } from '@maul/core/nutrition';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { MenuFields } from './MenuFields.tsx';
import '../season.css';

const ENERGY = [
  ['rate', 'From a rate of change'],
  ['step', 'Expenditure and a step'],
  ['percent', 'Expenditure and a percentage'],
  ['range', 'A range'],
  ['hand', 'Set by hand'],
] as const;

const startEnergy = (kind: EnergyPolicy['kind'], aim: number): EnergyPolicy => {
  const round = Math.round(aim / 10) * 10;
  switch (kind) {
    case 'rate':
      return { kind, percentPerWeek: 0 };
    case 'step':
      return { kind, kcal: 0 };
    case 'percent':
      return { kind, percent: 0 };
    case 'range':
      return { kind, low: round - 50, high: round + 50 };
    case 'hand':
      return { kind, kcal: round };
  }
};

/** The phase's energy rule; a new kind starts at what the old one came to. */
export const EnergyFields = ({
  energy,
  aim,
  onChange,
}: {
  energy: EnergyPolicy;
  aim: number;
  onChange: (rule: EnergyPolicy) => void;
}) => (
  <div className="pair">
    <WordField
      label="Energy"
      value={energy.kind}
      options={ENERGY}
      onChange={(kind) => kind !== energy.kind && onChange(startEnergy(kind, aim))}
    />
    {energy.kind === 'rate' && (
      <NumberField
        label="% of body mass a week"
        value={energy.percentPerWeek}
        min={-2}
        max={2}
        onChange={(percentPerWeek) => onChange({ kind: 'rate', percentPerWeek })}
      />
    )}
    {energy.kind === 'step' && (
      <NumberField
        label="kcal more or less"
        value={energy.kcal}
        min={-2000}
        max={3000}
        onChange={(kcal) => onChange({ kind: 'step', kcal })}
      />
    )}
    {energy.kind === 'percent' && (
      <NumberField
        label="% more or less"
        value={energy.percent}
        min={-60}
        max={60}
        onChange={(percent) => onChange({ kind: 'percent', percent })}
      />
    )}
    {energy.kind === 'hand' && (
      <NumberField
        label="kcal"
        value={energy.kcal}
        min={0}
        max={12000}
        onChange={(kcal) => onChange({ kind: 'hand', kcal })}
      />
    )}
    {energy.kind === 'range' && (
      <div className="pair">
        <NumberField
          label="From, kcal"
          value={energy.low}
          min={0}
          max={12000}
          onChange={(low) => onChange({ ...energy, low })}
        />
        <NumberField
          label="To, kcal"
          value={energy.high}
          min={0}
          max={12000}
          onChange={(high) => onChange({ ...energy, high })}
        />
      </div>
    )}
  </div>
);

const MACROS = [
  ['per-mass', 'By mass, carbs the remainder'],
  ['split', 'Percentages of energy'],
  ['protein-range', 'Protein floor, energy range'],
  ['menu', 'A fixed menu'],
  ['plate', 'A plate, without numbers'],
  ['none', 'No target for a while'],
] as const;
const COUNTED = [
  ['body-kg', 'g per kg of body mass'],
  ['body-lb', 'g per lb of body mass'],
  ['lean-kg', 'g per kg of lean mass'],
  ['lean-lb', 'g per lb of lean mass'],
  ['grams', 'grams'],
  ['percent', '% of energy'],
] as const satisfies readonly (readonly [CountedBy, string])[];
const AS = [
  ['point', 'around it'],
  ['floor', 'at least'],
  ['ceiling', 'at most'],
] as const;

const startMacros = (kind: MacroPolicy['kind'], phase: Pick<Phase, 'kind' | 'macros'>): MacroPolicy => {
  const fibre: FibreRule = 'fibre' in phase.macros ? phase.macros.fibre : { per1000kcal: 14 };
  switch (kind) {
    case 'per-mass':
      return templateMacros(phase.kind);
    case 'split':
      return { kind, protein: 30, carbs: 45, fat: 25, fibre };
    case 'protein-range':
      return { kind, protein: macroPart('body-kg', 2), fatFloor: null, fibre };
    case 'menu':
      return { kind, name: 'Menu', portions: [] };
    case 'plate':
      return { kind, groups: ['greens', 'a grain', 'two proteins', 'a fat', 'vegetables', 'fruit'] };
    case 'none':
      return { kind };
  }
};

/** What each plate holds: a list with commas, kept as it is typed. */
const PlateGroups = ({
  groups,
  onChange,
}: {
  groups: readonly string[];
  onChange: (groups: string[]) => void;
}) => {
  const [text, setText] = useState(groups.join(', '));
  const read = (typed: string): string[] =>
    typed
      .split(',')
      .map((g) => g.trim())
      .filter((g) => g !== '');
  return (
    <TextField
      label="What each plate holds, separated by commas"
      value={text}
      onChange={(e) => {
        setText(e.target.value);
        const next = read(e.target.value);
        if (next.length > 0) onChange(next);
      }}
      error={read(text).length === 0}
      helperText={read(text).length === 0 ? 'Name at least one. The last list is kept.' : undefined}
      multiline
    />
  );
};

const PartFields = ({
  label,
  part,
  onChange,
}: {
  label: string;
  part: MacroPart;
  onChange: (part: MacroPart) => void;
}) => {
  const [more, setMore] = useState(part.to !== null || part.floor !== null || part.ceiling !== null);
  const put = (change: Partial<MacroPart>) => onChange({ ...part, ...change });
  return (
    <fieldset className="part">
      <legend>{label}</legend>
      <div className="part-line">
        <NumberField
          label="Amount"
          value={part.amount}
          min={0}
          max={1500}
          onChange={(amount) => put({ amount })}
        />
        <WordField label="Counted by" value={part.by} options={COUNTED} onChange={(by) => put({ by })} />
        <WordField label="Wanted" value={part.as} options={AS} onChange={(as) => put({ as })} />
      </div>
      {more ? (
        <div className="part-line">
          <NumberField
            label="Band to"
            value={part.to}
            min={0}
            max={1500}
            onChange={(to) => put({ to })}
            onEmpty={() => put({ to: null })}
          />
          <NumberField
            label="Never under, g"
            value={part.floor}
            min={0}
            max={1500}
            onChange={(floor) => put({ floor })}
            onEmpty={() => put({ floor: null })}
          />
          <NumberField
            label="Never over, g"
            value={part.ceiling}
            min={0}
            max={1500}
            onChange={(ceiling) => put({ ceiling })}
            onEmpty={() => put({ ceiling: null })}
          />
        </div>
      ) : (
        <Button size="small" variant="text" onClick={() => setMore(true)}>
          Band, floor, ceiling
        </Button>
      )}
    </fieldset>
  );
};

const FibreFields = ({ fibre, onChange }: { fibre: FibreRule; onChange: (fibre: FibreRule) => void }) => (
  <div className="pair">
    <WordField
      label="Fibre"
      value={'grams' in fibre ? 'grams' : 'per'}
      options={[
        ['per', 'g per 1,000 kcal'],
        ['grams', 'grams a day'],
      ]}
      onChange={(kind) => onChange(kind === 'grams' ? { grams: 30 } : { per1000kcal: 14 })}
    />
    {'grams' in fibre ? (
      <NumberField
        label="g"
        value={fibre.grams}
        min={0}
        max={150}
        onChange={(grams) => onChange({ grams })}
      />
    ) : (
      <NumberField
        label="g"
        value={fibre.per1000kcal}
        min={0}
        max={40}
        onChange={(per1000kcal) => onChange({ per1000kcal })}
      />
    )}
  </div>
);

/** The phase's macro rule. */
export const MacroFields = ({
  phase,
  menu,
  onChange,
}: {
  phase: Pick<Phase, 'kind' | 'macros'>;
  /** Whose foods and days a written menu is made of; null where none may be written. */
  menu: { athlete: Athlete; carbBasis: CarbBasis; today: string } | null;
  onChange: (rule: MacroPolicy) => void;
}) => {
  const { macros } = phase;
  return (
    <div className="rows">
      <WordField
        label="Macros"
        value={macros.kind}
        options={MACROS.filter(([kind]) => menu !== null || kind !== 'menu')}
        onChange={(kind) => kind !== macros.kind && onChange(startMacros(kind, phase))}
      />
      {macros.kind === 'per-mass' && (
        <>
          <PartFields
            label="Protein"
            part={macros.protein}
            onChange={(protein) => onChange({ ...macros, protein })}
          />
          <PartFields label="Fat" part={macros.fat} onChange={(fat) => onChange({ ...macros, fat })} />
          {macros.carbs ? (
            <>
              <PartFields
                label="Carbs"
                part={macros.carbs}
                onChange={(carbs) => onChange({ ...macros, carbs })}
              />
              <Button size="small" variant="text" onClick={() => onChange({ ...macros, carbs: null })}>
                Let carbs be the remainder
              </Button>
            </>
          ) : (
            <Button
              size="small"
              variant="text"
              onClick={() => onChange({ ...macros, carbs: macroPart('grams', 200) })}
            >
              Carbs are the remainder. Set them too
            </Button>
          )}
        </>
      )}
      {macros.kind === 'split' && (
        <div className="part-line">
          <NumberField
            label="Protein, %"
            value={macros.protein}
            min={0}
            max={100}
            onChange={(protein) => onChange({ ...macros, protein })}
          />
          <NumberField
            label="Carbs, %"
            value={macros.carbs}
            min={0}
            max={100}
            onChange={(carbs) => onChange({ ...macros, carbs })}
          />
          <NumberField
            label="Fat, %"
            value={macros.fat}
            min={0}
            max={100}
            onChange={(fat) => onChange({ ...macros, fat })}
          />
        </div>
      )}
      {macros.kind === 'protein-range' && (
        <>
          <PartFields
            label="Protein floor"
            part={macros.protein}
            onChange={(protein) => onChange({ ...macros, protein })}
          />
          <NumberField
            label="Fat not under, g (empty: free)"
            value={macros.fatFloor}
            min={0}
            max={300}
            onChange={(fatFloor) => onChange({ ...macros, fatFloor })}
            onEmpty={() => onChange({ ...macros, fatFloor: null })}
          />
        </>
      )}
      {'fibre' in macros && (
        <FibreFields fibre={macros.fibre} onChange={(fibre) => onChange({ ...macros, fibre })} />
      )}
      {macros.kind === 'menu' && menu && <MenuFields rule={macros} {...menu} onChange={onChange} />}
      {macros.kind === 'plate' && (
        <PlateGroups groups={macros.groups} onChange={(groups) => onChange({ kind: 'plate', groups })} />
      )}
      {macros.kind === 'none' && <p className="second">The diary goes on; no window is shown on Today.</p>}
    </div>
  );
};
