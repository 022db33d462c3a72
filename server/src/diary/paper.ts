import { entriesOn } from './store/entries.ts';
import { DAY_PAPER_FILE } from '@maul/contract/routes';
import { Day, Id } from '@maul/contract/common';
import { dayPaper, type DayPaper, type PaperInput } from '@maul/core/diary';
import { dayTargets } from '@maul/core/plan';
import type { Router } from 'express';
import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { z } from 'zod';
import { acting, type AppTransaction } from '../platform/db/connect.ts';
import { signedIn, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { longDate, pdfOf, QUIET_INK, right } from '../platform/pdf.ts';
import { addDeed, athleteOf, deviceOf } from '../people/index.ts';
import { basesAround } from '../body/index.ts';
import { ordersFor, seasonOn } from '../plan/index.ts';
import { mealsOn, portionsOf } from './store/meals.ts';

const mealRows = (paper: DayPaper): TableCell[][] =>
  paper.meals.flatMap((meal): TableCell[][] => [
    [
      { text: `${meal.number}   ${meal.time}`, bold: true, margin: [0, 4, 0, 0] },
      '',
      ...meal.figures.map((f) => ({ ...(right(f, true) as object), margin: [0, 4, 0, 0] }) as TableCell),
    ],
    ...meal.rows.map((row): TableCell[] => [
      { text: row.name, margin: [14, 0, 0, 0] },
      right(row.method === '' ? row.amount : `${row.amount}, ${row.method}`),
      ...row.figures.map((f) => right(f)),
    ]),
  ]);

/** Letters get smaller as a day gets longer, so that it stays on one page. */
const sizeFor = (rows: number): number => (rows <= 40 ? 9.5 : rows <= 60 ? 7.5 : 5.8);

/** A day as a PDF of one page, A4. `heading` is its title and what the day is. */
export const paperPdf = (heading: [string, ...string[]], paper: DayPaper): Promise<Buffer> => {
  const rows = mealRows(paper);
  const supplements = paper.supplements.map((row): TableCell[] => [
    { text: row.name, margin: [0, 4, 0, 0] },
    right('supplement'),
    ...row.figures.map((f) => right(f)),
  ]);
  const content: Content[] = [
    { text: heading[0], fontSize: 15, bold: true },
    ...heading.slice(1).map((text): Content => ({ text, color: QUIET_INK })),
    {
      margin: [0, 8, 0, 8],
      table: {
        body: [
          paper.targets.map((t): TableCell => ({ text: t.name, color: QUIET_INK })),
          paper.targets.map((t): TableCell => ({ text: t.value, bold: true })),
          paper.targets.map((t): TableCell => (t.window === '' ? '' : `window ${t.window}`)),
        ],
        widths: paper.targets.map(() => '*'),
      },
      layout: 'noBorders',
    },
    {
      table: {
        headerRows: 1,
        widths: ['*', 'auto', 42, 36, 36, 36],
        body: [
          ['', '', ...paper.columns.map((c) => right(c, true))],
          ...(rows.length + supplements.length === 0
            ? [[{ text: 'Nothing.', colSpan: 6 }, '', '', '', '', '']]
            : [...rows, ...supplements]),
          [
            { text: paper.kind === 'plan' ? 'Planned' : 'Eaten', bold: true },
            '',
            ...paper.total.map((f) => right(f, true)),
          ],
        ],
      },
      layout: 'lightHorizontalLines',
    },
  ];
  return pdfOf(heading[0], content, { fontSize: sizeFor(rows.length + supplements.length) });
};

const Kind = z.enum(['plan', 'log']);

const paperOf = async (
  trx: AppTransaction,
  athleteId: string,
  date: z.infer<typeof Day>,
  kind: PaperInput['kind'],
  ownEyes: boolean,
) => {
  const athlete = await athleteOf(trx, athleteId);
  const season = await seasonOn(trx, athleteId, date);
  const bases = await basesAround(trx, athleteId, date);
  const orders = await ordersFor(trx, athleteId, 'all');
  const targets = dayTargets(season, bases, orders, date);
  const meals = await mealsOn(trx, athleteId, date, date);
  const portions = await portionsOf(
    trx,
    athleteId,
    meals.map((m) => m.id),
  );
  const paper = dayPaper({
    kind,
    day: {
      date,
      meals,
      portions,
      entries: await entriesOn(trx, athleteId, date),
      windows: targets?.windows ?? null,
      bases,
      turnsAt: athlete.dayTurnsAt,
    },
    units: athlete.profile.units,
    showEnergy: !(ownEyes && athlete.profile.hide.energy),
  });
  const heading: [string, ...string[]] = [
    `${longDate(date)}, ${kind === 'plan' ? 'the plan' : 'the log'}`,
    `${athlete.name}${targets ? `, ${targets.dayType.name.toLowerCase()} day` : ''}`,
  ];
  return { heading, paper };
};

export const mountPaper = (router: Router, house: Services): void => {
  // Not JSON, so not of the contract's table.
  router.get(DAY_PAPER_FILE, async (req, res) => {
    const signed = await signedIn(house, req);
    const { token } = signed;
    const athleteId = Id.safeParse(req.params.athleteId);
    const date = Day.safeParse(req.params.date);
    const kind = Kind.safeParse(req.query.kind ?? 'plan');
    if (!athleteId.success || !date.success || !kind.success)
      throw new ProblemError('not-found', 'There is no such page.');
    const own = signed.personId === athleteId.data;
    const { heading, paper } = await acting(house.app, token, async (trx) => {
      const made = await paperOf(trx, athleteId.data, date.data, kind.data, own);
      if (!own) await house.noteReading(trx, [athleteId.data], 'log');
      return made;
    });
    const pdf = await paperPdf(heading, paper);
    await addDeed(house.accounts, {
      personId: athleteId.data,
      what: 'paper-made',
      byId: signed.personId,
      device: deviceOf(req),
    });
    res.setHeader('Content-Disposition', `inline; filename="${date.data}-${kind.data}.pdf"`);
    res.type('application/pdf').send(pdf);
  });
};
