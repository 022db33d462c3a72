import { isOrder, type ProtocolDocument } from '@maul/contract/coaching';
import { COLUMN_WORDS, COLUMNS, DEFAULT_PROTOCOL, schoolOf } from '@maul/core/peak';
import { phaseName } from '@maul/core/plan';
import { NUTRIENT_NAMES, plural } from '../../ui/formats/show.ts';

export type Kind = Exclude<ProtocolDocument['kind'], undefined>;
export const kindOf = (document: ProtocolDocument): Kind => (isOrder(document) ? 'order' : document.kind);

/** What each kind is called, and what it is for. */
export const KINDS: readonly { kind: Kind; name: string; about: string }[] = [
  { kind: 'order', name: 'Order', about: 'More or less of one target, or so much per kg of body mass.' },
  {
    kind: 'season',
    name: 'Season',
    about: 'Phases one after another, starting tomorrow or ending on the show.',
  },
  {
    kind: 'menu',
    name: 'Menu',
    about: 'The same foods and meals, with portions that meet each athlete’s targets.',
  },
  {
    kind: 'board',
    name: 'Peak board',
    about: 'A peak week by the same schools; grams come from what each athlete usually eats.',
  },
  { kind: 'form', name: 'Check-in form', about: 'Questions that your athletes answer with every week.' },
];
export const kindName = (kind: Kind): string => KINDS.find((k) => k.kind === kind)?.name ?? kind;

/** "carbs −8 % on low days", "16 weeks to the show: contest prep 15, peak week 1", "9 portions". */
export const protocolText = (document: ProtocolDocument): string => {
  if (isOrder(document)) {
    const { macro, amount, dayTypes } = document;
    const { name, unit } = NUTRIENT_NAMES[macro];
    const days = dayTypes.length === 0 ? 'every day' : `on ${dayTypes.join(' and ').toLowerCase()} days`;
    return amount.kind === 'percent'
      ? `${name.toLowerCase()} ${amount.percent < 0 ? '−' : '+'}${Math.abs(amount.percent)} % ${days}`
      : `${name.toLowerCase()} ${amount.perKg} ${unit} for each kg of body mass ${days}`;
  }
  switch (document.kind) {
    case 'season': {
      const weeks = document.phases.reduce((sum, p) => sum + p.weeks, 0);
      const phases = document.phases.map((p) => `${phaseName(p.rules).toLowerCase()} ${p.weeks}`);
      return `${plural(weeks, 'week')} ${document.lay === 'to-show' ? 'to the show' : 'from tomorrow'}: ${phases.join(', ')}`;
    }
    case 'menu':
      return `${document.menu}: ${plural(document.portions.length, 'portion')}`;
    case 'board': {
      const { board } = document;
      const moved = COLUMNS.filter(
        (column) => schoolOf(board.protocol, column).id !== DEFAULT_PROTOCOL[column],
      ).map(
        (column) =>
          `${COLUMN_WORDS[column].name.toLowerCase()} ${schoolOf(board.protocol, column).name.toLowerCase()}`,
      );
      const set = Object.keys(board.set).length;
      return [
        moved.length === 0 ? 'the steady schools' : moved.join(', '),
        ...(set > 0 ? [`${plural(set, 'cell')} set by hand`] : []),
      ].join('; ');
    }
    case 'form':
      return plural(document.questions.length, 'question');
  }
};
