import { isSilent } from '@maul/core/coaching';
import { useQuery } from '@tanstack/react-query';
import { call } from './api.ts';
import { useSession } from './session.ts';

/** Hours of silence of whoever reads, and of their coaches. */
export const hoursQuery = { queryKey: ['hours'], queryFn: () => call('hours') } as const;

/** The silence of a person that is on now; undefined where there is none. */
export const useSilence = (personId: string) => {
  const { data } = useQuery(hoursQuery);
  const hours = data?.hours.find((h) => h.id === personId);
  return hours && isSilent(hours, new Date()) ? hours : undefined;
};

/** What an athlete is told beside their words while a coach of theirs is silent: "Tilde reads again from 07:00." Empty where all of them read. */
export const useSilentCoaches = (): string => {
  const { person, grants } = useSession();
  const { data } = useQuery({ ...hoursQuery, enabled: person.isAthlete });
  const now = new Date();
  return grants
    .flatMap((g) => {
      const hours = g.athleteId === person.id ? data?.hours.find((h) => h.id === g.coachId) : undefined;
      return hours && isSilent(hours, now)
        ? [`${g.coachName} reads again from ${hours.to} ${hours.zone}.`]
        : [];
    })
    .join(' ');
};
