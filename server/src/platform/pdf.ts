import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type * as pdfmakePackage from 'pdfmake';
import type { Content, TableCell } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
const fontsDir = join(dirname(require.resolve('pdfmake/package.json')), 'fonts/Roboto');
const font = (name: string): string => join(fontsDir, `Roboto-${name}.ttf`);

type Pdfmake = typeof pdfmakePackage;
let ready: Pdfmake | undefined;
/** The package that writes PDF, with its own fonts and nothing else from this machine or the network. */
const pdfmake = (): Pdfmake => {
  if (ready) return ready;
  const made = require('pdfmake') as Pdfmake & {
    setLocalAccessPolicy: (may: (path: string) => boolean) => void;
    setUrlAccessPolicy: (may: (url: string) => boolean) => void;
  };
  made.setFonts({
    Roboto: {
      normal: font('Regular'),
      bold: font('Medium'),
      italics: font('Italic'),
      bolditalics: font('MediumItalic'),
    },
  });
  made.setLocalAccessPolicy((path) => path.startsWith(fontsDir));
  made.setUrlAccessPolicy(() => false);
  ready = made;
  return made;
};

export const QUIET_INK = '#474C4E';
export const PAPERS = ['A4', 'LETTER'] as const;
export type Paper = (typeof PAPERS)[number];

export const right = (text: string, bold = false): TableCell => ({ text, alignment: 'right', bold });

export const longDate = (date: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' }).format(
    new Date(`${date}T00:00:00Z`),
  );

/** A PDF on paper with Maul's margins and ink. */
export const pdfOf = (
  title: string,
  content: Content[],
  { fontSize, paper = 'A4' }: { fontSize: number; paper?: Paper },
): Promise<Buffer> =>
  pdfmake()
    .createPdf({
      pageSize: paper,
      pageMargins: [40, 36, 40, 36],
      info: { title, creator: 'Maul' },
      defaultStyle: { font: 'Roboto', fontSize, color: '#1E2327' },
      content,
    })
    .getBuffer();
