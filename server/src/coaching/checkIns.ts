import type { CheckIn, CheckIns, Packet, SendCheckIn } from '@maul/contract/coaching';
import type { Athlete } from '@maul/contract/people';
import { checkInDue, correctionsOf, packetSeen } from '@maul/core/coaching';
import { phaseOn } from '@maul/core/plan';
import { addDays, type IsoDate } from '@maul/core/units';
import type { z } from 'zod';
import { todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { seasonOn } from '../plan/index.ts';
import { packetDays, packetOf } from './packet.ts';
import { addCheckIn, checkInById, checkInHeads } from './store/weeks.ts';

/** A week is read so far back, days. */
const OLDEST_DAYS = 1096;
/** A week may be sent so long after its end, days. */
const LATEST_DAYS = 60;

/** What is due, and what was sent. */
export const checkIns = async (trx: AppTransaction, athlete: Athlete): Promise<CheckIns> => {
  const today = todayOf(athlete);
  const sent = await checkInHeads(trx, athlete.id);
  const due = checkInDue({
    weekday: athlete.profile.checkInOn,
    today,
    sentTo: sent[0]?.to ?? null,
    daily: phaseOn(await seasonOn(trx, athlete.id, today), today)?.kind === 'peak-week',
  });
  return { today, due, sent };
};

/** The seven days up to a day, as the log says them now. */
export const weekOf = async (trx: AppTransaction, athlete: Athlete, to: IsoDate): Promise<Packet> => {
  const today = todayOf(athlete);
  if (to > today || to < addDays(today, -OLDEST_DAYS))
    throw new ProblemError(
      'invalid',
      'A week is read up to today at the latest, and three years back at most.',
    );
  return packetOf(trx, athlete, to, today);
};

/** A week as it was sent, with who read it and what was answered; what is not shared with whoever asks is left out. */
export const sentWeek = async (
  trx: AppTransaction,
  { id: athleteId, reader }: Pick<Athlete, 'id' | 'reader'>,
  id: string,
): Promise<Omit<CheckIn, 'now'>> => {
  const kept = await checkInById(trx, athleteId, id);
  if (!kept) throw new ProblemError('not-found', 'There is no such week.');
  return { ...kept, packet: packetSeen(kept.packet, reader.sees) };
};

/** A week as it was sent; what the log says otherwise since then lies beside it, and changes nothing of it. */
export const checkIn = async (trx: AppTransaction, athlete: Athlete, id: string): Promise<CheckIn> => {
  const kept = await sentWeek(trx, athlete, id);
  const days = await packetDays(trx, athlete, kept.packet.to);
  return { ...kept, now: correctionsOf(kept.packet.days, days).length > 0 ? days : null };
};

/** Sends a week; the same one twice is one, whatever was written in between. */
export const sendCheckIn = async (
  trx: AppTransaction,
  athlete: Athlete,
  id: string,
  { to, words, said, pictures }: z.output<typeof SendCheckIn>,
): Promise<CheckIn> => {
  const today = todayOf(athlete);
  if (to >= today || to < addDays(today, -LATEST_DAYS))
    throw new ProblemError(
      'invalid',
      `A week is sent when its last day is over, and at most ${LATEST_DAYS} days later. Your words are still here.`,
    );
  if ((await checkInById(trx, athlete.id, id)) === undefined)
    await addCheckIn(trx, athlete.id, id, {
      packet: {
        ...(await packetOf(trx, athlete, to, today)),
        ...(said.length > 0 ? { said } : {}),
        ...(pictures ? { pictures } : {}),
      },
      words,
    });
  return checkIn(trx, athlete, id);
};
