import type { ProtocolDocument } from '@maul/contract/coaching';
import type { SeasonDocument } from '@maul/contract/plan';
import { basisOn } from '@maul/core/body';
import { protocolOfSeason, type SeasonProtocol, templateRules } from '@maul/core/coaching';
import { countdown, PHASE_KINDS, PHASE_NAMES, phaseName, phasesInOrder } from '@maul/core/plan';
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import ArrowUpward from '@mui/icons-material/ArrowUpward';
import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import { EnergyFields, MacroFields, RateFields } from '../../plan/index.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { plural } from '../../ui/formats/show.ts';
import { type FormProps, Frame } from './Frame.tsx';
import { Whose } from './Whose.tsx';

type Part = SeasonProtocol['phases'][number] & { key: number };
type Draft = Omit<SeasonProtocol, 'phases'> & { phases: readonly Part[] };

const LAYS = [
  ['to-show', 'Back from the next show'],
  ['from-tomorrow', 'From tomorrow'],
] as const;
const KIND_OPTIONS = PHASE_KINDS.map((kind) => [kind, PHASE_NAMES[kind]] as const);
const NEW_WEEKS = 4;
const MOST_PHASES = 12;

const keyed = (phases: SeasonProtocol['phases']): Part[] => phases.map((part, key) => ({ ...part, key }));

/** One phase: how long, and by which rules. */
const PartFields = ({
  part,
  expenditure,
  onChange,
  onUp,
  onDown,
  onRemove,
}: {
  part: Part;
  expenditure: number;
  onChange: (part: Part) => void;
  onUp: (() => void) | undefined;
  onDown: (() => void) | undefined;
  onRemove: (() => void) | undefined;
}) => {
  const { rules, weeks } = part;
  const name = phaseName(rules);
  const put = (change: Partial<Part['rules']>): void => onChange({ ...part, rules: { ...rules, ...change } });
  const buttons = [
    [`${name} earlier`, onUp, ArrowUpward],
    [`${name} later`, onDown, ArrowDownward],
    [`Take out ${name}`, onRemove, Close],
  ] as const;
  return (
    <li className="protocol-part">
      <div className="protocol-part-line">
        <WordField
          label="Phase"
          value={rules.kind}
          options={KIND_OPTIONS}
          onChange={(kind) => kind !== rules.kind && onChange({ ...part, rules: templateRules(kind) })}
        />
        <NumberField
          label="Weeks"
          value={weeks}
          min={1}
          max={104}
          whole
          onChange={(n) => onChange({ ...part, weeks: n })}
        />
        <span>
          {buttons.map(([label, press, Icon]) => (
            <IconButton key={label} size="small" aria-label={label} disabled={!press} onClick={press}>
              <Icon fontSize="inherit" />
            </IconButton>
          ))}
        </span>
      </div>
      <details>
        <summary>
          Energy and macros
          {rules.dayTypes.length > 1 &&
            `; ${rules.dayTypes.map((t) => t.name.toLowerCase()).join(', ')} days`}
        </summary>
        <div className="rows">
          <EnergyFields energy={rules.energy} aim={expenditure} onChange={(energy) => put({ energy })} />
          <MacroFields phase={rules} menu={null} onChange={(macros) => put({ macros })} />
          <RateFields rate={rules.rate} onChange={(rate) => put({ rate })} />
        </div>
      </details>
    </li>
  );
};

const Phases = ({ draft, onChange }: { draft: Draft; onChange: (draft: Draft) => void }) => {
  const { phases, body } = draft;
  const put = (next: readonly Part[]): void => onChange({ ...draft, phases: next });
  const move = (at: number, to: number): void => {
    const next = [...phases];
    next.splice(to, 0, ...next.splice(at, 1));
    put(next);
  };
  const add = (): void =>
    put([
      ...phases,
      {
        weeks: NEW_WEEKS,
        rules: templateRules(phases.at(-1)?.rules.kind === 'contest-prep' ? 'peak-week' : 'contest-prep'),
        key: 1 + Math.max(...phases.map((p) => p.key)),
      },
    ]);
  return (
    <>
      <p className="second">
        Written for {Math.round(body.weightKg)} kg and {Math.round(body.expenditure)} kcal a day.
      </p>
      <WordField
        label="When it runs"
        value={draft.lay}
        options={LAYS}
        onChange={(lay) => onChange({ ...draft, lay })}
      />
      <ul className="protocol-parts" aria-label="Phases of the protocol">
        {phases.map((part, i) => (
          <PartFields
            key={part.key}
            part={part}
            expenditure={body.expenditure}
            onChange={(next) => put(phases.map((p) => (p.key === part.key ? next : p)))}
            onUp={i > 0 ? () => move(i, i - 1) : undefined}
            onDown={i < phases.length - 1 ? () => move(i, i + 1) : undefined}
            onRemove={phases.length > 1 ? () => put(phases.filter((p) => p.key !== part.key)) : undefined}
          />
        ))}
      </ul>
      <p className="button-line">
        <Button size="small" disabled={phases.length >= MOST_PHASES} onClick={add}>
          Another phase
        </Button>
        <span className="second">
          {plural(
            phases.reduce((sum, p) => sum + p.weeks, 0),
            'week',
          )}
        </span>
      </p>
    </>
  );
};

/** What of a season is still to come, as a protocol; null where no body is known. Phases by a written menu get the macros of their kind. */
const taken = ({ season, bases, today }: SeasonDocument): Draft | null => {
  const basis = basisOn(bases, today);
  if (!basis) return null;
  const ahead = phasesInOrder(season).filter((p) => p.to >= today);
  const made = protocolOfSeason(
    ahead.slice(0, MOST_PHASES),
    basis,
    countdown(season, today) ? 'to-show' : 'from-tomorrow',
  );
  const phases = made.phases.map(({ weeks, rules }) => ({
    weeks,
    rules: rules.macros.kind === 'menu' ? { ...rules, macros: templateRules(rules.kind).macros } : rules,
  }));
  const first = { weeks: NEW_WEEKS, rules: templateRules('contest-prep') };
  return { ...made, phases: keyed(phases.length > 0 ? phases : [first]) };
};

/** Phases one after another, taken from somebody’s season and changed at will. */
export const SeasonForm = ({ one, onDone }: FormProps) => {
  const kept = one?.document.kind === 'season' ? one.document : null;
  const [draft, setDraft] = useState<Draft | null>(
    kept && { lay: kept.lay, body: kept.body, phases: keyed(kept.phases) },
  );
  return (
    <Frame
      one={one}
      onDone={onDone}
      about="Rates, per cent and grams for each kg are the same for everybody; kcal and plain grams move with expenditure and body mass. A board is a protocol of its own, and stays where one is laid."
      documentOf={(reason): ProtocolDocument | null =>
        draft && {
          kind: 'season',
          lay: draft.lay,
          body: draft.body,
          phases: draft.phases.map(({ weeks, rules }) => ({ weeks, rules })),
          reason,
        }
      }
    >
      {draft ? (
        <Phases draft={draft} onChange={setDraft} />
      ) : (
        <Whose
          label="Take it from the season of"
          help="What of it is still to come. Everything may be changed here; their season stays as it is."
        >
          {(document) => (
            <p className="button-line">
              <Button
                variant="outlined"
                disabled={taken(document) === null}
                onClick={() => setDraft(taken(document))}
              >
                Take what is to come of it
              </Button>
            </p>
          )}
        </Whose>
      )}
    </Frame>
  );
};
