/** What is never planned in Maul and always answered with its caution, by what it is. */
export type SubstanceKind =
  'diuretic' | 'laxative' | 'hormone' | 'stimulant' | 'fat burner' | 'potassium' | 'drying out';

/**
 * Words that name it, whole and in lower case; `*` stands for the rest of a word. Several languages, because notes are written in all of
 * them. common practice, no source; which of them are banned is the matter of the WADA prohibited list and of the federations.
 */
export const SUBSTANCES: Readonly<Record<SubstanceKind, readonly string[]>> = {
  diuretic: [
    'diuretic*', 'water pill*', 'water tablet*', 'furosemid*', 'lasix', 'torasemid*', 'torsemid*', 'bumetanid*',
    'spironolacton*', 'eplerenon*', 'hydrochlorothiazid*', 'hctz', 'chlorthalidon*', 'indapamid*', 'triamteren*', 'amilorid*',
    'acetazolamid*', 'mannitol infusion', 'glycerol load*', 'wassertablette*', 'entwässer*', 'entwaesser*', 'diuretik*',
    'diurétique*', 'diurétic*', 'diuretico*', 'odvodn*', 'диуретик*', 'мочегонн*',
  ],
  laxative: [
    'laxative*', 'senna', 'bisacodyl', 'sodium picosulfate', 'abführ*', 'abfuehr*', 'laxatif*', 'laxante*', 'lassativ*',
    'enema*', 'слабительн*',
  ],
  hormone: [
    'insulin*', 'trenbolon*', 'tren', 'testosteron*', 'nandrolon*', 'stanozolol', 'oxandrolon*', 'boldenon*', 'drostanolon*',
    'metandienon*', 'methandienon*', 'oxymetholon*', 'anabolic steroid*', 'anabolika', 'sarm', 'sarms', 'ostarin*', 'ligandrol',
    'growth hormone', 'hgh', 'somatropin', 'wachstumshormon*', 'igf-1', 'epo', 'erythropoietin', 't3', 't4', 'cytomel',
    'liothyronin*', 'thyroxin*', 'levothyroxin*', 'l-thyroxin*', 'инсулин*', 'тренболон*',
  ],
  stimulant: [
    'ephedr*', 'ma huang', 'eca', 'eca stack', 'yohimb*', 'dmaa', 'dmha', 'sibutramin*', 'amphetamin*', 'amfetamin*',
    'methylphenidat*', 'efedrin*', 'éphédrin*', 'эфедрин*',
  ],
  'fat burner': ['clen', 'clenbuterol', 'klenbuterol', 'albuterol', 'salbutamol', 'dnp', 'dinitrophenol', 'кленбутерол*'],
  potassium: [
    'potassium chloride', 'kcl', 'potassium salt*', 'potassium load*', 'potassium tablet*', 'potassium pill*', 'salt substitute*',
    'sodium-free salt', 'sodium free salt', 'e508', 'e 508', 'slow k', 'kaliumchlorid*', 'kalium chlorid*', 'kaliumtablette*',
    'chlorure de potassium', 'cloruro de potasio', 'cloruro di potassio', 'хлорид калия',
  ],
  'drying out': [
    'sauna*', 'sweat suit*', 'sweatsuit*', 'sauna suit*', 'hot bath*', 'spitting', 'cling film', 'cling wrap*', 'plastic wrap*',
    'schwitzanzug*', 'schwitzen', 'heißes bad', 'heisses bad', 'sudation', 'traje de sudoración', 'баня', 'сауна',
  ],
}; // prettier-ignore

const LETTER = '[\\p{L}\\p{N}]';
const asPattern = (word: string): string =>
  word
    .replace(/[.+?^${}()|[\]\\]/g, '\\$&')
    .replace(/\s+/g, '[\\s-]+')
    .replace('*', `${LETTER}*`);

const PATTERNS = Object.entries(SUBSTANCES).map(
  ([kind, words]) =>
    [
      kind as SubstanceKind,
      // The longest name is told back: a salt substitute, not its first word.
      new RegExp(
        `(?<!${LETTER})(?:${[...words]
          .sort((a, b) => b.length - a.length)
          .map(asPattern)
          .join('|')})(?!${LETTER})`,
        'iu',
      ),
    ] as const,
);

type Found = { kind: SubstanceKind; word: string } | undefined;
const look = (text: string): Found => {
  for (const [kind, pattern] of PATTERNS) {
    const found = pattern.exec(text.normalize('NFC'));
    if (found) return { kind, word: found[0] };
  }
  return undefined;
};

/** The names of a day's foods are asked for again with every portion that changes. */
const LOOKED_AT = new Map<string, { found: Found }>();
const LOOKED_AT_MOST = 1000;

/**
 * What a free text names that is never planned, and by which of its words; undefined when it names nothing of the kind.
 *
 * @example
 * substanceIn('two water pills before the show'); // => { kind: 'diuretic', word: 'water pills' }
 */
export const substanceIn = (text: string): Found => {
  const known = LOOKED_AT.get(text);
  if (known) return known.found;
  if (LOOKED_AT.size >= LOOKED_AT_MOST) LOOKED_AT.clear();
  const found = look(text);
  LOOKED_AT.set(text, { found });
  return found;
};
