import { EVERYTHING_FILE, ReadBack as Taken } from '@maul/contract/people';
import { whole } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { call, sendFile, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { bytesText, longDateTime, plural } from '../ui/formats/show.ts';

const fileAddress = (athleteId: string): string => EVERYTHING_FILE.replace(':athleteId', athleteId);
/** How often one asks how far it is, ms. */
const ASK_MS = 700;

/** All of one's data as one file, made in the background. */
export const TakeEverything = ({ athleteId }: { athleteId: string }) => {
  const queryKey = ['everything', athleteId];
  const { data } = useQuery({
    queryKey,
    queryFn: () => call('everything', { params: { athleteId } }),
    refetchInterval: ({ state }) => (state.data?.state === 'making' ? ASK_MS : false),
  });
  const make = useMutation({
    mutationFn: () => call('makeEverything', { params: { athleteId } }),
    onSuccess: (state) => queryClient.setQueryData(queryKey, state),
  });
  const part = data && data.of > 0 ? (100 * data.done) / data.of : 0;
  return (
    <section className="rows" aria-label="Take everything">
      <h2 className="panel-title">Take everything</h2>
      <p>
        One ZIP with every meal, portion, morning, order, note, week and picture of yours, as tables for a
        spreadsheet too. A new account reads it back, here or on another Maul.
      </p>
      {data?.state === 'making' ? (
        <div role="status">
          <LinearProgress variant="determinate" value={part} aria-label="How far it is" />
          <p className="second">
            {data.of === 0
              ? 'It waits for its turn …'
              : `${whole(data.done)} of ${plural(data.of, 'row', 'rows')} …`}
          </p>
        </div>
      ) : data?.state === 'ready' && data.madeAt !== null ? (
        <>
          <p role="status">
            It is ready since {longDateTime(data.madeAt)}, {bytesText(data.bytes)}, and lies here for an hour.
            Keep it where only you can read it.
          </p>
          <div className="pair">
            <Button variant="contained" href={fileAddress(athleteId)} download>
              Save the file
            </Button>
            <Button onClick={() => make.mutate()}>Make it anew</Button>
          </div>
        </>
      ) : (
        <>
          {data?.state === 'failed' && (
            <Alert severity="error">
              It could not be made; your data is untouched. Try once more, and if it fails again, tell whoever
              runs this Maul.
            </Alert>
          )}
          <div>
            <Button onClick={() => make.mutate()} disabled={make.isPending}>
              Take everything
            </Button>
          </div>
        </>
      )}
      {make.error && <Alert severity="error">{sentenceOf(make.error)}</Alert>}
    </section>
  );
};

/** A file of everything, read back before anything else is in an account. */
export const ReadBack = ({ athleteId }: { athleteId: string }) => {
  const field = useRef<HTMLInputElement>(null);
  const read = useMutation({
    mutationFn: async (file: File) => Taken.parse(await sendFile(fileAddress(athleteId), file)),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  return (
    <section className="rows" aria-label="Read back a file">
      <h2 className="panel-title">You have a file of Maul already</h2>
      <p className="second">
        “Take everything” in another account made it. All of it comes back, or nothing: afterwards your log is
        as it was there.
      </p>
      <input
        ref={field}
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="File of everything"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) read.mutate(file);
        }}
      />
      {read.isPending ? (
        <div role="status">
          <LinearProgress aria-label="Reading it back" />
          <p className="second">Reading it back. This may take a minute …</p>
        </div>
      ) : (
        <div>
          <Button onClick={() => field.current?.click()}>Read back a file</Button>
        </div>
      )}
      {read.error && <Alert severity="error">{sentenceOf(read.error)}</Alert>}
    </section>
  );
};
