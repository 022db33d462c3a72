import { DateField } from '../../ui/fields/DateField.tsx';
import type { SeasonDocument } from '@maul/contract/plan';
import { addDays, isIsoDate } from '@maul/core/units';
import { basisOn } from '@maul/core/body';
import {
  changePhase,
  defaultRate,
  defaultTolerance,
  edgeBounds,
  PHASE_KINDS,
  PHASE_NAMES,
  phaseAim,
  phaseName,
  phaseTemplate,
  removePhase,
  splitPhase,
  stretchPhase,
  type Phase,
  type PhaseKind,
  type Tolerance,
} from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { datesInWords } from '../../ui/formats/show.ts';
import { DayTypeFields } from './DayTypeFields.tsx';
import { applySeason, select, useEditor } from '../editor.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { PatternFields } from './PatternFields.tsx';
import { EnergyFields, MacroFields } from './PolicyFields.tsx';
import { RateFields } from './RateFields.tsx';
import { lengthText } from '../timeline/timelineScale.ts';

export const KINDS = PHASE_KINDS.map((kind) => [kind, PHASE_NAMES[kind]] as const);

const ToleranceFields = ({
  tolerance,
  onChange,
}: {
  tolerance: Tolerance;
  onChange: (t: Tolerance) => void;
}) => (
  <div className="rows">
    {(['protein', 'carbs', 'fat'] as const).map((key) => (
      <div key={key} className="tolerance-line">
        <span>{key.charAt(0).toUpperCase() + key.slice(1)}, g</span>
        <NumberField
          label="below"
          value={tolerance[key].below}
          min={0}
          max={500}
          onChange={(below) => onChange({ ...tolerance, [key]: { ...tolerance[key], below } })}
        />
        <NumberField
          label="above"
          value={tolerance[key].above}
          min={0}
          max={500}
          onChange={(above) => onChange({ ...tolerance, [key]: { ...tolerance[key], above } })}
        />
      </div>
    ))}
    <div className="tolerance-line">
      <span>Energy</span>
      <WordField
        label="by"
        value={'kcal' in tolerance.energy ? 'kcal' : 'part'}
        options={[
          ['kcal', '± kcal'],
          ['part', '± %'],
        ]}
        onChange={(kind) =>
          onChange({ ...tolerance, energy: kind === 'kcal' ? { kcal: 50 } : { part: 0.05 } })
        }
      />
      {'kcal' in tolerance.energy ? (
        <NumberField
          label="kcal"
          value={tolerance.energy.kcal}
          min={0}
          max={1000}
          onChange={(kcal) => onChange({ ...tolerance, energy: { kcal } })}
        />
      ) : (
        <NumberField
          label="%"
          value={tolerance.energy.part * 100}
          min={0}
          max={50}
          onChange={(percent) => onChange({ ...tolerance, energy: { part: percent / 100 } })}
        />
      )}
    </div>
  </div>
);

const Dates = ({
  phase,
  today,
  onFault,
}: {
  phase: Phase;
  today: SeasonDocument['today'];
  onFault: (text: string | null) => void;
}) => {
  const season = useEditor((s) => s.season);
  const [cut, setCut] = useState('');
  const act = (work: () => void): void => {
    onFault(null);
    try {
      work();
    } catch (error) {
      onFault(error instanceof Error ? error.message : 'That cannot be done.');
    }
  };
  const edge = (which: 'from' | 'to', label: string) => {
    const bounds = edgeBounds(season, phase.id, which, today);
    return (
      <DateField
        label={label}
        value={phase[which]}
        disabled={!bounds}
        help={bounds ? undefined : 'Already over: past days do not change'}
        onChange={(edge) =>
          edge !== '' &&
          applySeason(stretchPhase(season, phase.id, which, edge, today), `${phase.id} ${which}`)
        }
        min={bounds?.min}
        max={bounds?.max}
      />
    );
  };
  return (
    <>
      <div className="pair">
        {edge('from', 'Starts')}
        {edge('to', 'Ends')}
      </div>
      <div className="split-line">
        <DateField
          label="Split on"
          value={cut}
          onChange={setCut}
          min={addDays(phase.from > today ? phase.from : today, 1)}
          max={phase.to}
        />
        <Button
          disabled={!isIsoDate(cut)}
          onClick={() =>
            act(() => {
              if (isIsoDate(cut)) applySeason(splitPhase(season, phase.id, cut, uuidv7()));
              setCut('');
            })
          }
        >
          Split
        </Button>
        <Button
          color="error"
          disabled={phase.to < today}
          onClick={() =>
            act(() => {
              applySeason(removePhase(season, phase.id, today));
              select(null);
            })
          }
        >
          {phase.from < today ? 'End it now' : 'Take it out'}
        </Button>
      </div>
    </>
  );
};

const TABS = ['Energy and macros', 'Days', 'Meals', 'Windows'] as const;

/** Everything that a phase says, to be changed. */
export const PhasePanel = ({ phase, document }: { phase: Phase; document: SeasonDocument }) => {
  const season = useEditor((s) => s.season);
  const [tab, setTab] = useState(0);
  const [fault, setFault] = useState<string | null>(null);
  const { today, athlete } = document;
  const basis = basisOn(document.bases, today);
  const put = (change: Partial<Omit<Phase, 'id' | 'from' | 'to'>>, tag?: string): void =>
    applySeason(changePhase(season, phase.id, change), tag ?? `${phase.id} ${Object.keys(change).join()}`);
  const asTemplate = (kind: PhaseKind): void => {
    const fresh = phaseTemplate(kind, phase.from, phase.to, phase.id);
    put({
      kind,
      energy: fresh.energy,
      macros: fresh.macros,
      tolerance: defaultTolerance(kind),
      rate: defaultRate(kind),
      dayTypes: fresh.dayTypes,
      week: fresh.week,
      exceptions: {},
      levels: {},
    });
  };
  return (
    <section className="rows" aria-label={phaseName(phase)}>
      <div>
        <h2 className="panel-title">{phaseName(phase)}</h2>
        <p className="second">{lengthText(phase)}</p>
      </div>
      <div className="pair">
        <WordField label="Kind (brings its rules)" value={phase.kind} options={KINDS} onChange={asTemplate} />
        <TextField
          label="Called"
          value={phase.name ?? ''}
          placeholder={PHASE_NAMES[phase.kind]}
          onChange={(e) => put({ name: e.target.value.trim() === '' ? null : e.target.value })}
        />
      </div>
      <Dates key={phase.id} phase={phase} today={today} onFault={setFault} />
      {fault !== null && <Alert severity="error">{datesInWords(fault)}</Alert>}
      <WordField
        label="Moves with"
        value={phase.hangsOn ?? ''}
        options={[['', 'nothing; it gives way'], ...season.events.map((e) => [e.id, e.name] as const)]}
        onChange={(id) => put({ hangsOn: id === '' ? null : id })}
      />
      <Tabs
        value={tab}
        onChange={(_, next: number) => setTab(next)}
        aria-label="Targets of this phase"
        variant="scrollable"
      >
        {TABS.map((name) => (
          <Tab key={name} label={name} />
        ))}
      </Tabs>
      {tab === 0 && (
        <>
          {phase.macros.kind !== 'menu' && (
            <EnergyFields
              energy={phase.energy}
              aim={basis ? phaseAim(phase, basis) : 2500}
              onChange={(energy) => put({ energy })}
            />
          )}
          <MacroFields
            phase={phase}
            menu={{ athlete, carbBasis: basis?.carbBasis ?? 'total', today }}
            onChange={(macros) => put({ macros })}
          />
          <RateFields rate={phase.rate} onChange={(rate) => put({ rate })} />
        </>
      )}
      {tab === 1 && <DayTypeFields phase={phase} routine={athlete.profile.routine} onChange={put} />}
      {tab === 2 && (
        <PatternFields key={phase.id} phase={phase} routine={athlete.profile.routine} onChange={put} />
      )}
      {tab === 3 && (
        <ToleranceFields tolerance={phase.tolerance} onChange={(tolerance) => put({ tolerance })} />
      )}
    </section>
  );
};
