import type { FoodImport, ImportOptions, ImportPreview } from '@maul/contract/foods';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { bytesText, plural } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';
import { Preview } from './Preview.tsx';
import { sendFile } from './sendFile.ts';

const STATES: Readonly<Record<FoodImport['state'], string>> = {
  receiving: 'not all of the file is here',
  ready: 'waits for your word',
  running: 'importing',
  stopped: 'stopped',
  done: 'done',
  failed: 'failed',
};

const Rejects = ({ athleteId, id }: { athleteId: string; id: string }) => {
  const { data, error } = useQuery({
    queryKey: ['import-rejects', athleteId, id],
    queryFn: ({ signal }) => call('importRejects', { params: { athleteId, id }, signal }),
  });
  if (error) return <p role="alert">{sentenceOf(error)}</p>;
  return (
    <ul className="rejects" aria-label="Lines not taken">
      {data?.rejects.map((r, i) => (
        <li key={i}>
          <span className="n">line {r.line}</span> <b>{r.what}</b> <span className="second">{r.reason}</span>
        </li>
      ))}
    </ul>
  );
};

const ImportRow = ({
  athleteId,
  one,
  onOpen,
  onFault,
}: {
  athleteId: string;
  one: FoodImport;
  onOpen: (id: string) => void;
  onFault: (sentence: string | null) => void;
}) => {
  const [showing, setShowing] = useState(false);
  const refused = one.rejected + one.duplicates;
  const act = (work: () => Promise<unknown>): void => {
    onFault(null);
    void work()
      .catch((error: unknown) => onFault(sentenceOf(error)))
      .finally(() => void queryClient.invalidateQueries({ queryKey: ['imports', athleteId] }));
  };
  const params = { athleteId, id: one.id };
  return (
    <li className="import-row" aria-label={one.fileName}>
      <div className="import-head">
        <b>{one.fileName}</b>
        <span className="second">
          {bytesText(one.bytes)}, {STATES[one.state]}
        </span>
      </div>
      {one.state === 'running' && (
        <LinearProgress
          variant="determinate"
          value={one.part * 100}
          aria-label={`Progress of ${one.fileName}`}
        />
      )}
      {one.read > 0 && (
        <p className="n">
          {whole(one.read)} read: {whole(one.kept)} taken, {whole(one.duplicates)} known already,{' '}
          {whole(one.rejected)} not taken
          {one.state === 'running' ? ` (${Math.round(one.part * 100)} % of the file)` : ''}
        </p>
      )}
      {one.sentence !== null && <p className={one.state === 'failed' ? 'is-over' : ''}>{one.sentence}</p>}
      {one.state !== 'done' && one.read > 0 && one.state !== 'running' && (
        <p className="second">You can search its foods once it is finished.</p>
      )}
      <div className="import-buttons">
        {one.state === 'ready' && (
          <Button size="small" variant="contained" onClick={() => onOpen(one.id)}>
            Look at it
          </Button>
        )}
        {one.state === 'running' && (
          <Button size="small" onClick={() => act(() => call('stopImport', { params }))}>
            Stop
          </Button>
        )}
        {one.state === 'stopped' && one.options !== null && (
          <Button
            size="small"
            variant="contained"
            onClick={() =>
              act(() => call('runImport', { params, body: one.options ?? ({} as ImportOptions) }))
            }
          >
            Go on
          </Button>
        )}
        {refused > 0 && (
          <Button size="small" variant="text" aria-expanded={showing} onClick={() => setShowing(!showing)}>
            {showing ? 'Hide' : `Show ${plural(refused, 'line')} not taken`}
          </Button>
        )}
        {one.state !== 'running' && (
          <Button
            size="small"
            variant="text"
            color="error"
            onClick={() => act(() => call('dropImport', { params }))}
          >
            Remove it
          </Button>
        )}
      </div>
      {showing && <Rejects athleteId={athleteId} id={one.id} />}
    </li>
  );
};

/** Tables of foods from elsewhere: sent in pieces, looked at, then imported in the background. */
export const ImportPanel = ({ athleteId }: { athleteId: string }) => {
  const picker = useRef<HTMLInputElement>(null);
  const [sending, setSending] = useState<{ name: string; part: number } | null>(null);
  const [preview, setPreview] = useState<{ id: string; found: ImportPreview } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { data, error } = useQuery({
    queryKey: ['imports', athleteId],
    queryFn: ({ signal }) => call('imports', { params: { athleteId }, signal }),
    refetchInterval: (query) => (query.state.data?.imports.some((i) => i.state === 'running') ? 1000 : false),
  });
  const look = async (id: string, options: ImportOptions | null): Promise<void> => {
    setFault(null);
    try {
      const found = await call('previewImport', { params: { athleteId, id }, body: { options } });
      setPreview({ id, found });
    } catch (problem) {
      setFault(sentenceOf(problem));
    }
  };
  const send = async (file: File): Promise<void> => {
    setFault(null);
    setPreview(null);
    // The same file goes on where it was interrupted.
    const begun = data?.imports.find(
      (i) => i.state === 'receiving' && i.fileName === file.name.slice(-200) && i.bytes === file.size,
    );
    const id = begun?.id ?? uuidv7();
    try {
      setSending({ name: file.name, part: 0 });
      await sendFile(athleteId, id, file, (part) => setSending({ name: file.name, part }));
      await look(id, null);
    } catch (problem) {
      setFault(sentenceOf(problem));
    } finally {
      setSending(null);
      void queryClient.invalidateQueries({ queryKey: ['imports', athleteId] });
    }
  };
  const run = async (id: string, options: ImportOptions): Promise<void> => {
    setFault(null);
    try {
      await call('runImport', { params: { athleteId, id }, body: options });
      setPreview(null);
    } catch (problem) {
      setFault(sentenceOf(problem));
    } finally {
      void queryClient.invalidateQueries({ queryKey: ['imports', athleteId] });
    }
  };
  return (
    <section className="rows" aria-label="Import">
      <p className="second">
        USDA FoodData Central as it is downloaded (JSON: Foundation, SR Legacy, Branded; or the CSV download
        as its ZIP), or a table of your own (CSV or JSON, described in docs/formats). Up to 4 GB. Only you and
        your coach find its foods.
      </p>
      <div>
        <input
          ref={picker}
          type="file"
          className="hidden"
          accept=".csv,.json,.zip,text/csv,application/json"
          aria-label="File of foods"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (file) void send(file);
          }}
        />
        <Button variant="contained" onClick={() => picker.current?.click()} disabled={sending !== null}>
          Choose a file
        </Button>
      </div>
      {sending && (
        <div>
          <p>
            Sending {sending.name}: {Math.round(sending.part * 100)} %
          </p>
          <LinearProgress variant="determinate" value={sending.part * 100} aria-label="Sending the file" />
        </div>
      )}
      {(fault ?? (error && !data)) && (
        <p role="alert" className="is-over">
          {fault ?? sentenceOf(error)}
        </p>
      )}
      {preview && (
        <Preview
          key={JSON.stringify(preview.found.options)}
          preview={preview.found}
          onLook={(options) => void look(preview.id, options)}
          onImport={(options) => void run(preview.id, options)}
        />
      )}
      {data?.imports.length === 0 && <p className="second">No imports yet.</p>}
      <ul className="pantry-list imports" aria-label="Imports">
        {data?.imports.map((one) => (
          <ImportRow
            key={one.id}
            athleteId={athleteId}
            one={one}
            onOpen={(id) => void look(id, null)}
            onFault={setFault}
          />
        ))}
      </ul>
    </section>
  );
};
