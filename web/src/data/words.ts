import type { NoteRow } from '@maul/contract/diary';
import type { IsoDate } from '@maul/core/units';
import { queryOptions, useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call } from './api.ts';
import { queryClient } from './session.ts';

/** An order, or a picture and perhaps a place on it. */
export interface Thing {
  day: IsoDate;
  orderId?: string;
  pictureId?: string;
  mark?: { x: number; y: number } | null;
}

const wordsQuery = (athleteId: string) =>
  queryOptions({
    queryKey: ['words', athleteId],
    queryFn: ({ signal }) => call('words', { params: { athleteId }, signal }),
  });

/** Words beside one order or picture, the oldest first. */
export const useWordsOn = (athleteId: string, { orderId, pictureId }: Omit<Thing, 'day'>): NoteRow[] => {
  const { data } = useQuery(wordsQuery(athleteId));
  return (data?.notes ?? [])
    .filter((n) => (orderId === undefined ? n.pictureId === pictureId : n.orderId === orderId))
    .reverse();
};

/** Writes a word beside a thing, or takes one of one’s own back. Sent again after a bad connection it is one. */
export const useWriteWord = (athleteId: string) => {
  const [id, setId] = useState(() => uuidv7());
  return useMutation({
    mutationFn: ({ thing, text, note }: { thing: Thing; text: string; note?: NoteRow }) =>
      call('putNote', {
        params: { athleteId, id: note?.id ?? id },
        body: {
          base: note?.version ?? 0,
          day: note?.day ?? thing.day,
          mealId: null,
          orderId: thing.orderId ?? null,
          pictureId: thing.pictureId ?? null,
          mark: note ? note.mark : (thing.mark ?? null),
          text,
          deleted: note !== undefined,
        },
      }),
    onSuccess: async () => {
      setId(uuidv7());
      await queryClient.invalidateQueries({ queryKey: ['words', athleteId] });
      await queryClient.invalidateQueries({ queryKey: ['questions'] });
    },
  });
};
