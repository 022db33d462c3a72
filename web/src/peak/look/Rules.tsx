import { LOOK_RULES, type LookRule } from '@maul/core/peak';
import AddIcon from '@mui/icons-material/Add';
import ArrowUpwardIcon from '@mui/icons-material/ArrowUpward';
import CloseIcon from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { PROPOSAL_WORDS } from './words.ts';

const MARKS = ['fullness', 'tightness', 'waist'] as const;
const MARK_NAMES = { fullness: 'Fullness', tightness: 'Tightness', waist: 'Waist' } as const;
/** Every range of marks from 1 to 5, as it is chosen. */
const RANGES: readonly (readonly [number, number])[] = [1, 2, 3, 4, 5].flatMap((low) =>
  [1, 2, 3, 4, 5].flatMap((high) => (high < low ? [] : [[low, high] as const])),
);
const rangeText = ([low, high]: readonly [number, number]): string =>
  low === high ? String(low) : `${low} to ${high}`;

const RuleFields = ({
  rule,
  at,
  onChange,
}: {
  rule: LookRule;
  at: number;
  onChange: (rule: LookRule) => void;
}) => (
  <div className="peak-rule-fields">
    {MARKS.map((mark) => (
      <TextField
        key={mark}
        select
        size="small"
        label={MARK_NAMES[mark]}
        value={rule[mark] ? rule[mark].join(' ') : ''}
        onChange={(e) => {
          const range = RANGES.find((r) => r.join(' ') === e.target.value);
          const { [mark]: _before, ...rest } = rule;
          onChange(range ? { ...rest, [mark]: range } : rest);
        }}
        slotProps={{
          htmlInput: { 'aria-label': `${MARK_NAMES[mark]} of rule ${at + 1}` },
          select: { displayEmpty: true },
          inputLabel: { shrink: true },
        }}
      >
        <MenuItem value="">any</MenuItem>
        {RANGES.map((r) => (
          <MenuItem key={r.join(' ')} value={r.join(' ')}>
            {rangeText(r)}
          </MenuItem>
        ))}
      </TextField>
    ))}
    <TextField
      select
      size="small"
      label="Proposes"
      value={rule.propose}
      onChange={(e) => onChange({ ...rule, propose: e.target.value as LookRule['propose'] })}
      slotProps={{ htmlInput: { 'aria-label': `What rule ${at + 1} proposes` } }}
    >
      {(Object.keys(PROPOSAL_WORDS) as LookRule['propose'][]).map((propose) => (
        <MenuItem key={propose} value={propose}>
          {PROPOSAL_WORDS[propose]}
        </MenuItem>
      ))}
    </TextField>
    <TextField
      size="small"
      className="peak-rule-why"
      label="Why"
      value={rule.why}
      error={rule.why.trim() === ''}
      onChange={(e) => onChange({ ...rule, why: e.target.value })}
      slotProps={{ htmlInput: { maxLength: 200, 'aria-label': `Why of rule ${at + 1}` } }}
    />
  </div>
);

/** What a look proposes on this board: rules from first to last, the first that fits counts. */
export const Rules = ({
  rules = LOOK_RULES,
  onKeep,
  onClose,
}: {
  rules: readonly LookRule[] | undefined;
  /** Undefined takes back the rules that a board begins with. */
  onKeep: (rules: readonly LookRule[] | undefined) => void;
  onClose: () => void;
}) => {
  const [draft, setDraft] = useState<readonly LookRule[]>(rules);
  const put = (at: number, rule: LookRule): void => setDraft(draft.map((r, i) => (i === at ? rule : r)));
  return (
    <FormDialog
      title="What a look proposes"
      onClose={onClose}
      keep="Keep the rules"
      canKeep={draft.length > 0 && draft.every((r) => r.why.trim() !== '')}
      onKeep={() => {
        onKeep(draft);
        onClose();
      }}
      away={
        <Button
          onClick={() => {
            onKeep(undefined);
            onClose();
          }}
        >
          Back to the rules of a new board
        </Button>
      }
      wide
    >
      <p>
        Marks go from 1 to 5: flat to full, soft to tight, small to wide. The first rule that fits counts.
      </p>
      <ol className="peak-rules">
        {draft.map((rule, i) => (
          <li key={i}>
            <RuleFields rule={rule} at={i} onChange={(next) => put(i, next)} />
            <IconButton
              aria-label={`Move rule ${i + 1} up`}
              disabled={i === 0}
              onClick={() =>
                setDraft(draft.flatMap((r, n) => (n === i - 1 ? [rule, r] : n === i ? [] : [r])))
              }
            >
              <ArrowUpwardIcon />
            </IconButton>
            <IconButton
              aria-label={`Remove rule ${i + 1}`}
              onClick={() => setDraft(draft.filter((_, n) => n !== i))}
            >
              <CloseIcon />
            </IconButton>
          </li>
        ))}
      </ol>
      {draft.length < 12 && (
        <Button
          size="small"
          startIcon={<AddIcon />}
          onClick={() => setDraft([...draft, { propose: 'wait', why: '' }])}
        >
          Another rule
        </Button>
      )}
    </FormDialog>
  );
};
