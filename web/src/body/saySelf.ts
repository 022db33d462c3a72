import type { DayDocument } from '@maul/contract/diary';
import type { Profile } from '@maul/contract/people';
import { v7 as uuidv7 } from 'uuid';
import { call } from '../data/api.ts';
import { queryClient } from '../data/session.ts';

/** Changes a part of what an athlete has said about themselves; all the rest stays as it is. */
export const saySelf = async ({ athlete, bases }: DayDocument, change: Partial<Profile>): Promise<void> => {
  await call('putAthlete', {
    params: { athleteId: athlete.id },
    body: {
      base: athlete.version,
      basisId: uuidv7(),
      sex: athlete.sex,
      birthDate: athlete.birthDate,
      heightCm: athlete.heightCm,
      zone: athlete.zone,
      dayTurnsAt: athlete.dayTurnsAt,
      carbBasis: bases.at(-1)?.carbBasis ?? 'total',
      profile: { ...athlete.profile, ...change },
    },
  });
  for (const key of ['season', 'day', 'cautions', 'trend'])
    await queryClient.invalidateQueries({ queryKey: [key, athlete.id] });
};
