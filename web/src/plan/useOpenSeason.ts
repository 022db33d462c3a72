import type { SeasonDocument } from '@maul/contract/plan';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { seasonQuery } from '../data/queries.ts';
import { openSeason } from './editor.ts';

/** The season of an athlete, open in the editor; undefined while it is not. */
export const useOpenSeason = (
  athleteId: string,
): { document: SeasonDocument | undefined; error: Error | null; again: () => void } => {
  const { data, error, refetch } = useQuery(seasonQuery(athleteId));
  const [opened, setOpened] = useState('');
  useEffect(() => {
    if (!data) return;
    openSeason(data);
    setOpened(data.athlete.id);
  }, [data]);
  return {
    document: data && opened === data.athlete.id ? data : undefined,
    error,
    again: () => void refetch(),
  };
};
