import { ENCODINGS, type ImportOptions, type ImportPreview } from '@maul/contract/foods';
import { NUTRIENT_LABELS, TAGNAME_LIST } from '@maul/core/nutrition';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { plural } from '../../ui/formats/show.ts';

const FORMATS: Readonly<Record<ImportOptions['format'], string>> = {
  'own-csv': 'CSV, one food a line',
  'own-json': 'JSON of Maul',
  'fdc-json': 'FoodData Central, JSON',
  'fdc-csv': 'FoodData Central, CSV download',
};
const LEFT_OUT = '';
const PLAIN = [
  ['name', 'name of the food'],
  ['state', 'state'],
  ['basis', 'what the figures are for'],
  ['serving_g', 'grams of a serving'],
  ['density', 'density, g/mL'],
  ['pack_g', 'grams of a pack'],
  ['code', 'code on the package'],
  ['measures', 'measures'],
  ['allergens', 'allergens'],
  ['tags', 'tags'],
  ['edible', 'edible part'],
  ['source', 'source'],
  ['source_date', 'date of the source'],
  ['SALT', 'salt, g'],
  ['ENERC_KJ', 'energy, kJ'],
] as const;

const wordOf = (as: string | null): string =>
  as === null
    ? 'left out'
    : ((NUTRIENT_LABELS as Record<string, string>)[as] ?? PLAIN.find(([key]) => key === as)?.[1] ?? as);

/** What a file would become, before anything of it is kept. */
export const Preview = ({
  preview,
  onLook,
  onImport,
}: {
  preview: ImportPreview;
  onLook: (options: ImportOptions) => void;
  onImport: (options: ImportOptions) => void;
}) => {
  const { options, columns, foods, rejects, warnings, looked, duplicates } = preview;
  const csv = options.format === 'own-csv';
  return (
    <section className="preview rows" aria-label="Preview">
      <h2 className="panel-title">What this file would become</h2>
      <p>
        {FORMATS[options.format]}. Of the first {plural(looked, 'food')}: {looked - rejects.length} can be
        taken, {rejects.length} cannot, {duplicates} known already.
      </p>
      {warnings.map((w) => (
        <Alert key={w} severity="warning" icon={false}>
          {w}
        </Alert>
      ))}
      {options.format !== 'fdc-csv' && (
        <TextField
          select
          label="Written in"
          value={options.encoding}
          onChange={(e) => onLook({ ...options, encoding: e.target.value as ImportOptions['encoding'] })}
          sx={{ maxWidth: 260 }}
        >
          {ENCODINGS.map((name) => (
            <MenuItem key={name} value={name}>
              {name.toUpperCase()}
            </MenuItem>
          ))}
        </TextField>
      )}
      <div className="preview-tables">
        <table>
          <caption>{csv ? 'Columns' : 'Nutrients'}</caption>
          <thead>
            <tr>
              <th scope="col">in the file</th>
              <th scope="col">read as</th>
              <th scope="col">stated</th>
            </tr>
          </thead>
          <tbody>
            {columns.map((c) => (
              <tr key={c.column} className={c.as === null ? 'quiet' : ''}>
                <td>{c.column}</td>
                <td>
                  {csv ? (
                    <TextField
                      select
                      size="small"
                      variant="standard"
                      value={c.as ?? LEFT_OUT}
                      onChange={(e) =>
                        onLook({ ...options, mapping: { ...options.mapping, [c.column]: e.target.value } })
                      }
                      slotProps={{
                        htmlInput: { 'aria-label': `${c.column} is read as` },
                        select: { displayEmpty: true },
                      }}
                    >
                      <MenuItem value={LEFT_OUT}>left out</MenuItem>
                      {PLAIN.map(([key, label]) => (
                        <MenuItem key={key} value={key}>
                          {label}
                        </MenuItem>
                      ))}
                      {TAGNAME_LIST.map((tag) => (
                        <MenuItem key={tag} value={tag}>
                          {NUTRIENT_LABELS[tag]}
                        </MenuItem>
                      ))}
                    </TextField>
                  ) : (
                    wordOf(c.as)
                  )}
                </td>
                <td className="n">{c.stated}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table>
          <caption>Foods, per 100 g</caption>
          <thead>
            <tr>
              <th scope="col">line</th>
              <th scope="col">food</th>
              <th scope="col">figures</th>
            </tr>
          </thead>
          <tbody>
            {foods.map((f) => (
              <tr key={f.line}>
                <td className="n">{f.line}</td>
                <td>
                  {f.name} <span className="quiet">{f.state}</span>
                </td>
                <td className="n">{f.figures}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {rejects.length > 0 && (
        <ul className="rejects" aria-label="Lines that cannot be taken">
          {rejects.map((r, i) => (
            <li key={i}>
              <span className="n">line {r.line}</span> <b>{r.what}</b>{' '}
              <span className="second">{r.reason}</span>
            </li>
          ))}
        </ul>
      )}
      <div>
        <Button variant="contained" onClick={() => onImport(options)} disabled={foods.length === 0}>
          Import in the background
        </Button>
      </div>
    </section>
  );
};
