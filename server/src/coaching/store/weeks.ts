import type { Answer, CheckIn, CheckInHead, OpenWord, Packet } from '@maul/contract/coaching';
import type { Confirmation } from '@maul/core/plan';
import type { IsoDate } from '@maul/core/units';
import { type RawBuilder, sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** So long a word waits for an answer, days. */
const WAITS_DAYS = 21;

/**
 * A note `n` that waits: nobody of those who answer (`c.author_id`) has written in the same place since, or said that it needs no answer
 * (`s.person_id`).
 */
const waits = (answers: (who: RawBuilder<string>) => RawBuilder<unknown>) => sql`
  n.deleted_at is null and n.author_as is null and n.created_at > now() - make_interval(days => ${WAITS_DAYS})
  and not exists (select from note c where c.athlete_id = n.athlete_id and c.day = n.day
    and c.meal_id is not distinct from n.meal_id and c.portion_id is not distinct from n.portion_id
    and c.order_id is not distinct from n.order_id and c.picture_id is not distinct from n.picture_id and c.deleted_at is null and c.created_at > n.created_at
    and ${answers(sql`c.author_id`)})
  and not exists (select from note_settled s where s.athlete_id = n.athlete_id and s.note_id = n.id and ${answers(sql`s.person_id`)})`;

/** What waits of an athlete, the first of it, the last day on which anything was measured, and the last week that was sent. */
export interface Words {
  waiting: number;
  first: { day: IsoDate; id: string } | null;
  last: IsoDate | null;
  open: number;
  sent: { id: string; to: IsoDate; sentAt: string; answered: boolean } | null;
  /** Cautions that a coach has read and stands by, of the last 15 days: older ones have lapsed. */
  confirmed: Confirmation[];
}

/** Looked through first: whoever logs has something in them, and years of meals need not be gone through. */
const RECENT_DAYS = 10;
/** The last day of athlete `t` on which anything was measured; null where nothing was in so many days. */
const lastMeasured = (days: number | null) => sql`(
  select max(m.day) from meal m where m.athlete_id = t.id and m.deleted_at is null
    and ${days === null ? sql`true` : sql`m.day > current_date - ${sql.lit(days)}::int`} and exists (
      select from portion p where p.athlete_id = m.athlete_id and p.meal_id = m.id and p.grams is not null and p.deleted_at is null))`;

/** What many athletes wrote after the coach's last word, and what else waits of each; by athlete, in one query. */
export const wordsIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  coachId: string,
): Promise<Map<string, Words>> => {
  const { rows } = await sql<Words & { athleteId: string }>`
    select t.id as "athleteId", coalesce(w.waiting, 0) as waiting, w.first, m.last, coalesce(o.open, 0) as open, c.sent, coalesce(h.confirmed, '[]') as confirmed
    from unnest(${athleteIds}::uuid[]) as t(id)
    left join lateral (
      select count(*)::int as waiting,
        (array_agg(jsonb_build_object('day', n.day, 'id', n.id) order by n.created_at))[1] as first
      from note n where n.athlete_id = t.id and n.author_id = t.id and ${waits((who) => sql`${who} = ${coachId}`)}) w on true
    left join lateral (
      select coalesce(${lastMeasured(RECENT_DAYS)}, ${lastMeasured(null)}) as last) m on true
    left join lateral (
      select count(*)::int as open from change_order o where o.athlete_id = t.id and not exists (
        select from order_acknowledgement a where a.athlete_id = o.athlete_id and a.order_id = o.id)) o on true
    left join lateral (
      select jsonb_agg(jsonb_build_object('cautionId', f.caution_id, 'figure', f.figure, 'by', f.by_role, 'at', f.at)) as confirmed
      from caution_confirmation f where f.athlete_id = t.id and f.by_role = 'coach' and f.at > now() - interval '15 days') h on true
    left join lateral (
      select jsonb_build_object('id', c.id, 'to', c.to_date, 'sentAt', c.sent_at, 'answered',
        exists (select from check_in_answer x where x.athlete_id = c.athlete_id and x.check_in_id = c.id)) as sent
      from check_in c where c.athlete_id = t.id order by c.to_date desc, c.sent_at desc limit 1) c on true`.execute(
    trx,
  );
  return new Map(rows.map(({ athleteId, ...words }) => [athleteId, words]));
};

/** What the athlete wrote and nobody else has answered, in three weeks, at most 20, the oldest first. */
export const openQuestions = async (trx: AppTransaction, athleteId: string): Promise<Packet['questions']> =>
  (
    await sql<Packet['questions'][number]>`
      select n.id, n.day, n.text from note n
      where n.athlete_id = ${athleteId} and n.author_id = ${athleteId} and ${waits((who) => sql`${who} <> ${athleteId}`)}
      order by n.created_at limit 20`.execute(trx)
  ).rows;

/** As many open words as one list shows. */
const MOST_OPEN = 100;

/**
 * Words that are open with whoever asks: of others to them, and of theirs to others, in every log that they may see; the oldest first, at most 100 of each.
 * RLS says which logs those are.
 */
export const openWords = async (trx: AppTransaction, personId: string): Promise<OpenWord[]> => {
  const list = (side: 'you' | 'them') => sql<OpenWord>`
    (select ${sql.lit(side)} as side, n.athlete_id as "athleteId", a.name as "athleteName", n.id, n.day, n.meal_id as "mealId",
      m.time as "mealTime", n.portion_id as "portionId", o.food ->> 'name' as "portionName", n.order_id as "orderId", n.picture_id as "pictureId", n.text, coalesce(p.name, 'Somebody who has left') as "authorName", n.created_at as at
    from note n join known_people() a on a.id = n.athlete_id left join known_people() p on p.id = n.author_id
    left join meal m on m.athlete_id = n.athlete_id and m.id = n.meal_id and m.deleted_at is null
    left join portion o on o.athlete_id = n.athlete_id and o.id = n.portion_id
    where n.athlete_id = any(array(select unnest(athletes_seen('messages')))) and ${side === 'you' ? sql`n.author_id <> ${personId}` : sql`n.author_id = ${personId}`}
      and ${waits((who) => (side === 'you' ? sql`${who} = ${personId}` : sql`${who} <> ${personId}`))}
    order by n.created_at, n.id limit ${MOST_OPEN})`;
  return (await sql<OpenWord>`${list('you')} union all ${list('them')}`.execute(trx)).rows;
};

/** Says that a word needs no answer of this person, or takes that back. */
export const settle = async (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  personId: string,
  settled: boolean,
): Promise<void> => {
  if (settled)
    await trx
      .insertInto('note_settled')
      .values({ athlete_id: key.athleteId, note_id: key.id, person_id: personId })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  else
    await trx
      .deleteFrom('note_settled')
      .where('athlete_id', '=', key.athleteId)
      .where('note_id', '=', key.id)
      .where('person_id', '=', personId)
      .execute();
};

const MOST = 60;

/** The weeks that were sent, the newest first, at most 60. */
export const checkInHeads = async (trx: AppTransaction, athleteId: string): Promise<CheckInHead[]> =>
  (
    await sql<CheckInHead>`
      select c.id, c.from_date as "from", c.to_date as "to", c.sent_at as "sentAt",
        exists (select from check_in_answer a where a.athlete_id = c.athlete_id and a.check_in_id = c.id) as answered
      from check_in c where c.athlete_id = ${athleteId} order by c.to_date desc, c.sent_at desc limit ${MOST}`.execute(
      trx,
    )
  ).rows;

/** A week a day for ten years. */
const MOST_WEEKS = 3660;
/** Every week that was sent, the oldest first. */
export const checkInIds = (trx: AppTransaction, athleteId: string) =>
  trx
    .selectFrom('check_in')
    .select(['id', 'to_date as to'])
    .where('athlete_id', '=', athleteId)
    .orderBy('to_date')
    .orderBy('sent_at')
    .limit(MOST_WEEKS)
    .execute();

/** One week as it was sent, who read it, and its answers; undefined where there is none. */
export const checkInById = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
): Promise<Omit<CheckIn, 'now'> | undefined> => {
  const [found] = (
    await sql<Omit<CheckIn, 'now' | 'saidBefore'> & { saidBefore: CheckIn['saidBefore'] | null }>`
      select c.id, c.packet, c.words, c.sent_at as "sentAt",
        (select b.packet -> 'said' from check_in b where b.athlete_id = c.athlete_id and b.to_date < c.to_date
          order by b.to_date desc, b.sent_at desc limit 1) as "saidBefore",
        coalesce((select jsonb_agg(jsonb_build_object('name', coalesce(nullif(r.reader_as, ''), p.name), 'at', r.at) order by r.at)
          from check_in_read r join known_people() p on p.id = r.reader_id
          where r.athlete_id = c.athlete_id and r.check_in_id = c.id), '[]') as reads,
        coalesce((select jsonb_agg(jsonb_build_object('id', a.id, 'words', a.words, 'noChange', a.no_change,
            'authorId', case when a.author_as is null then a.author_id else a.id end,
            'authorName', coalesce(a.author_as, p.name, 'A former coach'), 'at', a.at) order by a.at, a.id)
          from check_in_answer a left join known_people() p on p.id = a.author_id
          where a.athlete_id = c.athlete_id and a.check_in_id = c.id), '[]') as answers
      from check_in c where c.athlete_id = ${athleteId} and c.id = ${id}`.execute(trx)
  ).rows;
  if (!found) return undefined;
  const { saidBefore, ...week } = found;
  return saidBefore ? { ...week, saidBefore } : week;
};

/** Keeps a week as it is sent; the same one twice is one. */
export const addCheckIn = (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  { packet, words, sentAt }: { packet: Packet; words: string; sentAt?: string },
): Promise<unknown> =>
  trx
    .insertInto('check_in')
    .values({
      athlete_id: athleteId,
      id,
      from_date: packet.from,
      to_date: packet.to,
      packet: JSON.stringify(packet),
      words,
      ...(sentAt === undefined ? {} : { sent_at: sentAt }),
    })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
    .execute();

/** A coach opened a week; the first time is kept. */
export const addRead = (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  readerId: string,
  at?: string,
): Promise<unknown> =>
  trx
    .insertInto('check_in_read')
    .values({
      athlete_id: key.athleteId,
      check_in_id: key.id,
      reader_id: readerId,
      ...(at === undefined ? {} : { at }),
    })
    .onConflict((conflict) =>
      conflict.columns(['athlete_id', 'check_in_id', 'reader_id', 'reader_as']).doNothing(),
    )
    .execute();

/** A coach's answer; the same one twice is one. */
export const addAnswer = (
  trx: AppTransaction,
  key: { athleteId: string; id: string; answerId: string },
  authorId: string,
  { words, noChange, at }: Pick<Answer, 'words' | 'noChange'> & { at?: string },
): Promise<unknown> =>
  trx
    .insertInto('check_in_answer')
    .values({
      athlete_id: key.athleteId,
      id: key.answerId,
      check_in_id: key.id,
      author_id: authorId,
      words,
      no_change: noChange,
      ...(at === undefined ? {} : { at }),
    })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
    .execute();
