import type { CameRow, CheckIn } from '@maul/contract/coaching';
import type { OrderRow } from '@maul/contract/plan';
import type { Athlete } from '@maul/contract/people';
import { cameWords } from '@maul/core/body';
import { correctionsOf, ROW_WORDS, saidText, weekLetter } from '@maul/core/coaching';
import { changeText } from '@maul/core/plan';
import { addDays, fromGrams, grams, type IsoDate } from '@maul/core/units';
import type { Content, TableCell } from 'pdfmake/interfaces.js';
import type { AppTransaction } from '../platform/db/connect.ts';
import { longDate, type Paper, pdfOf, QUIET_INK, right } from '../platform/pdf.ts';
import { ordersFor } from '../plan/index.ts';
import { checkIn } from './checkIns.ts';
import { checkInIds } from './store/weeks.ts';

const shortDay = (day: IsoDate): string =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  }).format(new Date(`${day}T00:00:00Z`));
const moment = (at: string, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short', timeZone: zone }).format(
    new Date(at),
  );

const title = (text: string): Content => ({ text, bold: true, margin: [0, 10, 0, 2] });
/** A list with its title; nothing where it would be empty. */
const list = (name: string, lines: readonly string[]): Content[] =>
  lines.length === 0 ? [] : [title(name), { ul: [...lines] }];

/** "Carbs −20 g from Wed 4 Nov. Should bring −0.15 kg a week. Brought −0.21 kg a week ± 0.12. Worked." */
const cameSentence = (row: CameRow, to: IsoDate, { body }: Athlete['profile']['units']): string => {
  const { should, brought, verdict, lookOn } = cameWords(row, {
    today: addDays(to, 1),
    mass: (kg) => fromGrams(grams(kg * 1000), body),
    unit: body,
  });
  const began = row.kind === 'phase' ? 'on' : 'from';
  const look = lookOn === null ? '' : `; look on ${shortDay(lookOn)}`;
  return [`${row.what} ${began} ${shortDay(row.from)}`, should, brought ?? '', `${verdict}${look}`]
    .filter((part) => part !== '')
    .map((part) => `${part}.`)
    .join(' ');
};
const INK = { over: '#A3222B', short: '#7A5A00', inside: '#1E2327' } as const;

/** The letter of a week as a PDF of a page, or of more where the words are long. Figures are those that were sent. */
const letterPdf = (
  athlete: Athlete,
  week: CheckIn,
  orders: readonly OrderRow[],
  { paper, hide }: { paper: Paper; hide: { weight: boolean; energy: boolean } },
): Promise<Buffer> => {
  const { packet } = week;
  const { units } = athlete.profile;
  const letter = weekLetter({ packet, units, hide });
  const corrected = week.now ? correctionsOf(packet.days, week.now).length : 0;
  const inWeek = orders.filter((o) => packet.orders.includes(o.id));
  const name = `${athlete.name}, the week to ${longDate(packet.to)}`;
  const content: Content[] = [
    { text: name, fontSize: 15, bold: true },
    {
      color: QUIET_INK,
      text: `Sent ${moment(week.sentAt, athlete.zone)}.${packet.show ? ` ${packet.show.days} days to ${packet.show.name}.` : ''}${corrected > 0 ? ` ${corrected} of these figures read otherwise in the log since.` : ''}`,
    },
    { text: letter.head.join(' '), margin: [0, 6, 0, 6] },
    {
      table: {
        headerRows: 1,
        widths: ['*', ...letter.days.map(() => 'auto' as const), 'auto', 'auto'],
        body: [
          [
            '',
            ...letter.days.map((d) => right(`${shortDay(d.day).replace(/ \w+$/, '')}\n${d.type}`, true)),
            right('Mean', true),
            right('Window', true),
          ],
          ...letter.rows.map((row): TableCell[] => [
            {
              text: [
                { text: row.name, bold: true },
                { text: ` ${row.unit}`, color: QUIET_INK },
              ],
            },
            ...row.cells.map((cell): TableCell => ({
              text: cell.text,
              alignment: 'right',
              color: INK[cell.state ?? 'inside'],
            })),
            right(row.mean, true),
            { text: row.window, alignment: 'right', noWrap: true },
          ]),
        ],
      },
      layout: 'lightHorizontalLines',
      fontSize: 8,
    },
    ...list(
      'What stands out',
      letter.remarks.map((r) => `${shortDay(r.day)}: ${r.sentence}`),
    ),
    title(`${athlete.name} wrote`),
    week.words === '' ? { text: 'Nothing this week.', color: QUIET_INK } : week.words,
    ...list(
      'Asked with every week',
      (packet.said ?? []).map((one) => `${one.text} ${saidText(one)}`),
    ),
    ...list(
      'Orders',
      inWeek.map(
        (o) =>
          `${changeText(o)} from ${shortDay(o.from)}${o.until === null ? '' : ` until ${shortDay(o.until)}`}, signed by ${o.signedByName}: ${o.reason}`,
      ),
    ),
    ...list(
      'What came of what was changed',
      hide.weight ? [] : (packet.came ?? []).map((row) => cameSentence(row, packet.to, units)),
    ),
    ...list(
      'Cautions',
      (packet.cautions ?? []).map((c) => `${c.sentence} ${c.see} (${c.source})`),
    ),
    ...week.answers.flatMap((a): Content[] => [
      title(`${a.authorName} answered, ${moment(a.at, athlete.zone)}`),
      [a.noChange ? 'No change.' : '', a.words].filter((t) => t !== '').join(' '),
    ]),
    {
      margin: [0, 14, 0, 0],
      color: QUIET_INK,
      text: `${ROW_WORDS.energy.name} and the rest as they were logged; a dash is not known, ≥ is at least so much. Maul is not a doctor or a dietitian.`,
    },
  ];
  return pdfOf(name, content, { fontSize: 9.5, paper });
};

/** One letter, with what of it is shared with whoever asks; the athlete finds nothing in it that they hide on screen. */
export const letterOf = async (
  trx: AppTransaction,
  athlete: Athlete,
  id: string,
  paper: Paper,
): Promise<{ name: string; pdf: Buffer }> => {
  const week = await checkIn(trx, athlete, id);
  const orders = await ordersFor(trx, athlete.id, 'all');
  const hide = athlete.reader.role === 'self' ? athlete.profile.hide : { weight: false, energy: false };
  return { name: `week-${week.packet.to}.pdf`, pdf: await letterPdf(athlete, week, orders, { paper, hide }) };
};

/** Every letter of an athlete, the oldest first, one at a time. */
export async function* lettersOf(
  trx: AppTransaction,
  athlete: Athlete,
): AsyncGenerator<{ name: string; pdf: Buffer }> {
  for (const { id, to } of await checkInIds(trx, athlete.id)) {
    const { pdf } = await letterOf(trx, athlete, id, 'A4');
    // Two of one week are told apart.
    yield { name: `week-${to}-${id.slice(-4)}.pdf`, pdf };
  }
}
