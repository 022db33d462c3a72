import { reviewSeason, confirmationHolds, type Season, seasonChanges, seasonRemarks } from '@maul/core/plan';
import type { ResponseOf } from '@maul/contract/routes';
import type { SeasonDocument } from '@maul/contract/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { allConfirmed, CautionChecks, CautionLine } from '../cautions/Cautions.tsx';
import { maySign } from '../../ui/NotShared.tsx';
import { datesInWords, plural } from '../../ui/formats/show.ts';
import { ApiProblem, call, sentenceOf } from '../../data/api.ts';
import { queryClient, useSession } from '../../data/session.ts';
import { discard, isDirty, redo, signed, takeWaiting, undo, useEditor } from '../editor.ts';
import './saveBar.css';

/** A season waiting for confirmation for somebody's word: what it is about, and the confirmation. */
export const PendingStrip = ({ document }: { document: SeasonDocument }) => {
  const { pending, athlete } = document;
  const { person } = useSession();
  const confirm = useMutation({
    mutationFn: (id: string) => call('confirmSeason', { params: { athleteId: athlete.id, id } }),
    onSuccess: (next) => {
      queryClient.setQueryData(['season', athlete.id], next);
      void queryClient.invalidateQueries({ queryKey: ['day', athlete.id] });
    },
  });
  if (!pending) return null;
  const mine =
    person.id === athlete.id ? pending.waitsFor.includes('athlete') : pending.waitsFor.includes('coach');
  return (
    <section className="pending rows" aria-label="A season waiting for confirmation">
      <p>
        <b>
          Not in force yet. {pending.revision.writtenByName} wrote this season; it waits for{' '}
          {pending.waitsFor}.
        </b>{' '}
        Until then the previous season stays in force.
      </p>
      {pending.cautions.map((caution) => (
        <CautionLine key={caution.id} caution={caution} />
      ))}
      {mine && maySign(athlete) && (
        <Button onClick={() => confirm.mutate(pending.revision.id)} disabled={confirm.isPending}>
          I have read this and stand by it
        </Button>
      )}
      {confirm.error && <Alert severity="error">{sentenceOf(confirm.error)}</Alert>}
    </section>
  );
};

const useSave = (document: SeasonDocument) =>
  useMutation({
    mutationFn: async ({ id, reason, confirmed }: { id: string; reason: string; confirmed: string[] }) => {
      const { base, season, protocol } = useEditor.getState();
      return call('putSeason', {
        params: { athleteId: document.athlete.id, id },
        body: {
          base,
          season,
          reason: reason.trim() || null,
          confirmed,
          // Left out where there is none: a server of the version before does not know the word.
          ...(protocol ? { protocol: { id: protocol.id, version: protocol.version } } : {}),
        },
      });
    },
    onError: (error) => {
      // Written elsewhere: the newer season is fetched and waits beside the draft.
      if (error instanceof ApiProblem && error.is('stale'))
        void queryClient.invalidateQueries({ queryKey: ['season', document.athlete.id] });
    },
    onSuccess: (next) => {
      signed();
      queryClient.setQueryData(['season', document.athlete.id], next);
      void queryClient.invalidateQueries({ queryKey: ['day', document.athlete.id] });
      void queryClient.invalidateQueries({ queryKey: ['roster'] });
    },
  });

/**
 * Signs what was just changed, with its reason, where nothing else was changed before and nothing in it needs a confirmation. Answers false where it
 * has to be looked at first: then it waits in the bar.
 */
export const useSignAtOnce = (document: SeasonDocument) => {
  const save = useSave(document);
  const athleteId = document.athlete.id;
  return {
    fault: save.error,
    sign: (before: Season, reason: string): boolean => {
      const { season, saved, waiting } = useEditor.getState();
      const measured = queryClient.getQueryData<ResponseOf<'cautions'>>(['cautions', athleteId]);
      const { cautions, faults } = reviewSeason(
        { season: saved, bases: document.bases, orders: document.orders },
        season,
        document.athlete,
        document.today,
        measured?.cautions,
      );
      const alone = seasonChanges(saved, before).length === 0;
      if (
        !maySign(document.athlete) ||
        !alone ||
        waiting !== null ||
        faults.length > 0 ||
        !allConfirmed(cautions, [])
      )
        return false;
      save.mutate({ id: uuidv7(), reason, confirmed: [] });
      return true;
    },
  };
};

/** What a draft changes, what may hurt in it, and signing it. Nothing is in force before it is signed. */
export const SaveBar = ({ document }: { document: SeasonDocument }) => {
  const editor = useEditor();
  const { saved, history, waiting } = editor;
  // What was changed shows first; what it means for the whole season is said a moment later, and nothing is signed before it.
  const season = useDeferredValue(editor.season);
  const behind = season !== editor.season;
  const dirty = isDirty(editor);
  const signs = maySign(document.athlete);
  const athleteId = document.athlete.id;
  const [id, setId] = useState(() => uuidv7());
  const [reason, setReason] = useState(() => useEditor.getState().protocol?.reason ?? '');
  const [confirmed, setConfirmed] = useState<string[]>([]);
  const { data: measured } = useQuery({
    queryKey: ['cautions', athleteId],
    queryFn: () => call('cautions', { params: { athleteId } }),
    enabled: dirty,
  });
  const changes = useMemo(() => (dirty ? seasonChanges(saved, season) : []), [dirty, saved, season]);
  const remarks = useMemo(() => seasonRemarks(season, document.today), [season, document.today]);
  const { cautions, faults } = useMemo(
    () =>
      reviewSeason(
        { season: saved, bases: document.bases, orders: document.orders },
        season,
        document.athlete,
        document.today,
        measured?.cautions,
      ),
    [document, saved, season, measured],
  );
  const { person } = useSession();
  const role = person.id === athleteId ? 'athlete' : 'coach';
  const held = useMemo(() => {
    const now = new Date().toISOString();
    return cautions
      .filter((c) =>
        document.confirmations.some((said) => said.by === role && confirmationHolds(c, said, now)),
      )
      .map((c) => c.id as string);
  }, [cautions, document.confirmations, role]);
  const [open, setOpen] = useState(false);
  const save = useSave(document);
  const barred =
    behind || waiting !== null || faults.length > 0 || !allConfirmed(cautions, [...confirmed, ...held]);
  return (
    <section className="save-bar" aria-label="Changes">
      <div className="save-line">
        <p role="status">
          {dirty ? (
            <b>{`${plural(changes.length, 'change')}, not signed.${signs ? '' : ' The coach signs; yours is a look only.'}`}</b>
          ) : (
            <span className="second">Nothing changed.</span>
          )}{' '}
          {(dirty ? faults : []).slice(0, 2).map(({ sentence }) => (
            <span key={sentence} className="is-over">
              {datesInWords(sentence)}{' '}
            </span>
          ))}
          {faults.length === 0 &&
            remarks.slice(0, 2).map((remark) => (
              <span key={remark} className="second">
                {datesInWords(remark)}{' '}
              </span>
            ))}
        </p>
        <Button
          size="small"
          disabled={history.done.length === 0}
          onClick={undo}
          aria-keyshortcuts="Control+Z"
        >
          Undo
        </Button>
        <Button
          size="small"
          disabled={history.undone.length === 0}
          onClick={redo}
          aria-keyshortcuts="Control+Shift+Z"
        >
          Redo
        </Button>
        <Button size="small" disabled={!dirty} onClick={discard}>
          Discard
        </Button>
        <Button
          size="small"
          variant={open ? 'outlined' : 'contained'}
          disabled={!dirty || !signs}
          aria-expanded={open && dirty}
          onClick={() => setOpen(!open)}
        >
          {open && dirty ? 'Close' : 'Review and sign'}
        </Button>
      </div>
      {waiting && (
        <Alert
          severity="warning"
          action={
            <Button size="small" onClick={takeWaiting}>
              Show theirs
            </Button>
          }
        >
          {waiting.history[0]?.writtenByName ?? 'Somebody'} has signed another season meanwhile. Your draft is
          kept: look at theirs, and Undo brings yours back on top of it.
        </Alert>
      )}
      {dirty && open && (
        <div className="save-body">
          <div>
            <h2 className="panel-title">What changes</h2>
            <ul className="plain-list">
              {changes.slice(0, 14).map((change) => (
                <li key={change}>{datesInWords(change)}</li>
              ))}
              {changes.length > 14 && <li>and {changes.length - 14} more.</li>}
            </ul>
            <p className="second">It takes effect today. Earlier days keep what they had.</p>
          </div>
          <div className="rows">
            <CautionChecks
              cautions={cautions}
              confirmed={confirmed}
              held={held}
              onConfirm={(caution, yes) =>
                setConfirmed(yes ? [...confirmed, caution] : confirmed.filter((c) => c !== caution))
              }
            />
            <TextField
              label="Reason (for whoever asks later)"
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
            {save.error && <Alert severity="error">{sentenceOf(save.error)}</Alert>}
            <Button
              variant="contained"
              disabled={barred || save.isPending}
              onClick={() =>
                save.mutate(
                  { id, reason, confirmed },
                  {
                    onSuccess: () => {
                      setId(uuidv7());
                      setReason('');
                      setConfirmed([]);
                      setOpen(false);
                    },
                  },
                )
              }
            >
              Sign the season
            </Button>
          </div>
        </div>
      )}
    </section>
  );
};
