import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { type KeyboardEvent as ReactKey, type RefObject, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { actOrLater, useActs } from '../../data/sending/acts.ts';
import { sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

/** A coach's answer to a week: words, or that nothing changes. */
export const AnswerForm = ({
  athleteId,
  checkInId,
  words,
  onWords,
  onAnswered,
  field,
  noChange,
}: {
  athleteId: string;
  checkInId: string;
  words: string;
  onWords: (words: string) => void;
  onAnswered: () => void;
  field: RefObject<HTMLTextAreaElement | null>;
  noChange: RefObject<HTMLButtonElement | null>;
}) => {
  const [id] = useState(() => uuidv7());
  const send = useMutation({
    mutationFn: (noChange: boolean) =>
      actOrLater({
        id,
        route: 'answerCheckIn',
        params: { athleteId, id: checkInId, answerId: id },
        body: { words: words.trim(), noChange },
        what: 'Your answer to a week',
      }),
    onSuccess: async () => {
      await queryClient.invalidateQueries({ queryKey: ['check-ins', athleteId] });
      await queryClient.invalidateQueries({ queryKey: ['roster'] });
      onAnswered();
    },
  });
  const waits = useActs((s) =>
    s.acts.some((a) => a.route === 'answerCheckIn' && a.refused === null && a.params.id === checkInId),
  );
  // Control and Enter send what is written.
  const press = (event: ReactKey): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && words.trim() !== '') send.mutate(false);
    if (event.key === 'Escape') (event.target as HTMLElement).blur();
  };
  return (
    <section aria-label="Answer">
      <h2 className="panel-title">Answer</h2>
      <TextField
        label="Your answer"
        multiline
        minRows={3}
        maxRows={8}
        fullWidth
        value={words}
        inputRef={field}
        onChange={(e) => onWords(e.target.value)}
        onKeyDown={press}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      {waits && (
        <p role="status" className="second">
          An answer to this week waits on this device. It is sent when the server answers.
        </p>
      )}
      {send.error && <Alert severity="error">{sentenceOf(send.error)} Your words are still here.</Alert>}
      <p className="button-line">
        <Button
          variant="contained"
          disabled={send.isPending || words.trim() === ''}
          onClick={() => send.mutate(false)}
        >
          Send the answer
        </Button>
        <Button ref={noChange} variant="outlined" disabled={send.isPending} onClick={() => send.mutate(true)}>
          No change
        </Button>
      </p>
    </section>
  );
};
