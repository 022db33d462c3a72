import { DateField } from '../../ui/fields/DateField.tsx';
import { ALLERGENS } from '@maul/contract/foods';
import { NUTRIENT_LABELS, TAGNAME_LIST, TAGNAMES } from '@maul/core/nutrition';
import AddIcon from '@mui/icons-material/Add';
import CloseIcon from '@mui/icons-material/Close';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ExpandMoreIcon from '@mui/icons-material/ExpandMore';
import { ON_LABEL, labelFaults, type LabelForm } from './labelForm.ts';

type Put = (change: Partial<LabelForm>) => void;
const MORE = TAGNAME_LIST.filter((tag) => !ON_LABEL.has(tag));

const replaced = <T,>(list: readonly T[], at: number, change: Partial<T>): T[] =>
  list.map((one, i) => (i === at ? { ...one, ...change } : one));

const Measures = ({ form, put }: { form: LabelForm; put: Put }) => (
  <div className="rows" role="group" aria-label="Measures">
    <p className="second">
      Measures: a slice, a piece, a cup, a scoop. The spread is how far one strays, in per cent.
    </p>
    {form.measures.map((measure, i) => (
      <div key={i} className="measure-line">
        <TextField
          label="Measure"
          value={measure.name}
          onChange={(e) => put({ measures: replaced(form.measures, i, { name: e.target.value }) })}
        />
        <TextField
          label="Grams"
          value={measure.grams}
          onChange={(e) => put({ measures: replaced(form.measures, i, { grams: e.target.value }) })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="± %"
          value={measure.spread}
          onChange={(e) => put({ measures: replaced(form.measures, i, { spread: e.target.value }) })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <IconButton
          aria-label={`Remove the measure ${measure.name}`}
          onClick={() => put({ measures: form.measures.filter((_, at) => at !== i) })}
        >
          <CloseIcon />
        </IconButton>
      </div>
    ))}
    <Button
      size="small"
      variant="text"
      sx={{ alignSelf: 'flex-start' }}
      startIcon={<AddIcon />}
      onClick={() => put({ measures: [...form.measures, { name: '', grams: '', spread: '' }] })}
    >
      Add a measure
    </Button>
  </div>
);

const MoreNutrients = ({ form, put }: { form: LabelForm; put: Put }) => (
  <div className="rows" role="group" aria-label="Further nutrients">
    {form.more.map((line, i) => (
      <div key={i} className="measure-line">
        <TextField
          select
          label="Nutrient"
          value={line.tag}
          onChange={(e) => put({ more: replaced(form.more, i, { tag: e.target.value }) })}
        >
          {MORE.map((tag) => (
            <MenuItem key={tag} value={tag}>
              {NUTRIENT_LABELS[tag]}, {TAGNAMES[tag]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Amount"
          value={line.value}
          onChange={(e) => put({ more: replaced(form.more, i, { value: e.target.value }) })}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <IconButton
          aria-label={`Remove the nutrient ${line.tag}`}
          onClick={() => put({ more: form.more.filter((_, at) => at !== i) })}
        >
          <CloseIcon />
        </IconButton>
      </div>
    ))}
    <Button
      size="small"
      variant="text"
      sx={{ alignSelf: 'flex-start' }}
      startIcon={<AddIcon />}
      onClick={() => {
        const free = MORE.find((tag) => !form.more.some((m) => m.tag === tag));
        if (free) put({ more: [...form.more, { tag: free, value: '' }] });
      }}
    >
      Add a nutrient
    </Button>
  </div>
);

/** Everything about a food that its label's table does not say. */
export const FoodExtras = ({ form, put, open }: { form: LabelForm; put: Put; open: boolean }) => {
  const faults = labelFaults(form);
  const text = (
    name: 'density' | 'edible' | 'refuse' | 'tags' | 'code' | 'source' | 'sourceDate',
    label: string,
    extra: object = {},
  ) => {
    const fault = name === 'density' || name === 'edible' || name === 'code' ? faults[name] : undefined;
    return (
      <TextField
        label={label}
        value={form[name]}
        onChange={(e) => put({ [name]: e.target.value })}
        error={fault !== undefined}
        helperText={fault}
        {...extra}
      />
    );
  };
  const decimal = { slotProps: { htmlInput: { inputMode: 'decimal' } } };
  return (
    <Accordion defaultExpanded={open} disableGutters className="food-extras">
      <AccordionSummary expandIcon={<ExpandMoreIcon />}>
        <span>Measures, edible part, allergens, code, source</span>
      </AccordionSummary>
      <AccordionDetails className="rows">
        <Measures form={form} put={put} />
        {faults.measures !== undefined && <p className="is-over">{faults.measures}</p>}
        <div className="pair">
          {text('density', 'Density, g per mL', decimal)}
          {text('code', 'Code on the package', { slotProps: { htmlInput: { inputMode: 'numeric' } } })}
        </div>
        <div className="pair">
          {text('edible', 'Edible part, %', decimal)}
          {text('refuse', 'What is not eaten')}
        </div>
        <TextField
          select
          label="Allergens"
          value={form.allergens}
          onChange={(e) => put({ allergens: e.target.value as unknown as LabelForm['allergens'] })}
          slotProps={{ select: { multiple: true } }}
        >
          {ALLERGENS.map((name) => (
            <MenuItem key={name} value={name}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        {text('tags', 'Tags, separated by commas')}
        <div className="pair">
          {text('source', 'Source')}
          <DateField
            label="Its date"
            value={form.sourceDate}
            onChange={(sourceDate) => put({ sourceDate })}
          />
        </div>
        <MoreNutrients form={form} put={put} />
        {faults.more !== undefined && <p className="is-over">{faults.more}</p>}
      </AccordionDetails>
    </Accordion>
  );
};
