import { plural } from '../../kernel/plural.ts';
import type { Assumption, AssumptionKind } from './assumption.ts';

/** What each assumption is about, and what each way of taking it says. */
const WORDS: Readonly<
  Record<AssumptionKind, { readonly title: string; readonly ways: Readonly<Record<string, string>> }>
> = {
  metre: {
    title: 'No metre is named',
    ways: {
      '4/4': 'the song is in 4/4',
      '3/4': 'the song is in 3/4',
      '6/8': 'the song is in 6/8',
      '2/4': 'the song is in 2/4',
    },
  },
  'chord-length': {
    title: 'Chords without bar lines',
    ways: { bar: 'each lasts a bar', 'half-bar': 'each lasts half a bar', 'two-bars': 'each lasts two bars' },
  },
  'bar-lines': {
    title: 'Bar lines only between bars',
    ways: { added: 'the outer ones are added', 'left-out': 'these lines are left out' },
  },
  beats: {
    title: 'Slashes or dots between chords',
    ways: { counted: 'each is one more beat', 'left-out': 'these lines are left out' },
  },
  heading: {
    title: 'Names in brackets',
    ways: { heading: 'they are headings', 'left-out': 'they are left out' },
  },
  again: {
    title: 'A heading comes again with other bars',
    ways: { 'another-pass': 'it is that section, played otherwise', 'new-section': 'it is a section of its own' },
  },
  repeats: {
    title: 'The same line again below itself',
    ways: { folded: 'they are rounds of one line', 'as-written': 'they stay as they are written' },
  },
  sections: {
    title: 'No heading stands in it',
    ways: { proposed: 'what comes again is made a section', 'one-piece': 'it is one walk-through' },
  },
  words: {
    title: 'Words under chords',
    ways: {
      'first-words': 'the first five words stay',
      'whole-lines': 'whole lines stay',
      'kept-traditional': 'they are traditional: kept whole, under their chords',
      'kept-mine': 'they are mine: kept whole, under their chords',
      'left-out': 'they are left out',
    },
  },
  title: { title: 'The first line', ways: { title: 'it is the title', 'left-out': 'it is left out' } },
  credit: { title: 'The second line', ways: { credit: 'it is the credit', 'left-out': 'it is left out' } },
  capo: {
    title: 'A capo is named',
    ways: { shapes: 'the chords are shapes behind it', sounding: 'the chords are what sounds' },
  },
  header: {
    title: 'Facts above the song',
    ways: { read: 'they are read as headers', 'left-out': 'they are left out' },
  },
  'bracketed-chord': {
    title: 'Chords in brackets',
    ways: { chord: 'they are chords like the others', 'left-out': 'they are left out' },
  },
  tablature: {
    title: 'Tablature',
    ways: { 'left-out': 'it is left out', 'kept-as-words': 'it is kept as words' },
  },
  tabs: { title: 'Tab stops', ways: { eight: 'a tab is eight columns', four: 'a tab is four columns' } },
  'other-line': {
    title: 'Lines that belong to no bars',
    ways: { 'left-out': 'they are left out', 'kept-as-words': 'they are kept as words' },
  },
};

const MOST_LINES = 6;

/** An assumption in words: what it is about, where, and the ways to take it. */
export function sayAssumption({ kind, lines, found }: Assumption): {
  readonly title: string;
  readonly where: string;
  readonly ways: readonly { readonly value: string; readonly text: string }[];
} {
  const { title, ways } = WORDS[kind];
  const shown = lines.slice(0, MOST_LINES).join(', ');
  const more = lines.length > MOST_LINES ? ` and ${lines.length - MOST_LINES} more` : '';
  const place = `${plural(lines.length, 'line')} ${shown}${more}`;
  return {
    title,
    where: found === '' ? 'the whole song' : `${place}: “${found}”`,
    ways: Object.entries(ways).map(([value, text]) => ({ value, text })),
  };
}
