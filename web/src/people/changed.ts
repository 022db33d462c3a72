import { queryClient } from '../data/session.ts';

/** Something of the account changed: what its page shows is asked for again. */
export const accountChanged = async (): Promise<void> => {
  for (const key of ['session', 'sessions', 'account-history'])
    await queryClient.invalidateQueries({ queryKey: [key] });
};
