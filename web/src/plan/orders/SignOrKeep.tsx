import Button from '@mui/material/Button';
import { type Draft, keepDraft, useDraftOf } from '../../data/sending/drafts.ts';
import { useOutbox } from '../../data/sending/outbox.ts';
import { longDateTime } from '../../ui/formats/show.ts';

/** The draft that was kept of something to sign, and the two things one does with it. */
export const useDraft = <T,>(name: string, what: string) => {
  const kept = useDraftOf<T>(name);
  return {
    kept,
    keep: (value: T): void =>
      keepDraft(name, {
        at: Date.now(),
        what,
        to: window.location.pathname + window.location.search,
        value,
      } satisfies Draft),
    drop: (): void => keepDraft(name, null),
  };
};

/** Says that this is a draft, and since when. */
export const DraftLine = ({ draft, onDiscard }: { draft: Draft | undefined; onDiscard: () => void }) =>
  draft ? (
    <p className="second">
      <b>This draft is not signed yet.</b> Kept on this device{' '}
      {longDateTime(new Date(draft.at).toISOString())}.{' '}
      <Button size="small" variant="text" onClick={onDiscard}>
        Discard the draft
      </Button>
    </p>
  ) : null;

/** Signs; while the server is away nothing can be signed, and what was written is kept as a draft. */
export const SignOrKeep = ({
  sign,
  ready,
  written,
  onKeep,
}: {
  sign: string;
  ready: boolean;
  /** Whether there is anything to keep. */
  written: boolean;
  onKeep: () => void;
}) => {
  const reachable = useOutbox((s) => s.reachable);
  if (reachable)
    return (
      <Button type="submit" variant="contained" fullWidth disabled={!ready}>
        {sign}
      </Button>
    );
  return (
    <>
      <p className="second">
        The server does not answer, so nothing can be signed now. Keep it as a draft, and sign it when the
        server answers.
      </p>
      <Button variant="contained" fullWidth disabled={!written} onClick={onKeep}>
        Keep it as a draft
      </Button>
    </>
  );
};
