/*
 * The grammar of what stands after a chord's root.
 *
 * A quality is read as a small form: minor or not, how far the thirds are stacked, whether the seventh is major, a
 * suspension, alterations, added and left out tones. Modifiers may come in any order and with any brackets; the form is
 * written in one order only, and that text is the quality's name. Naming by the set of tones was rejected: C11 and C9sus4
 * have the same tones and are not the same instruction.
 *
 * Decisions where books differ stand in docs/chords.md.
 */
import type { DEGREE_FIFTHS } from './quality.data.ts';

/** A chord tone named by its distance above the root: "1", "b3", "5", "#11". */
export type Degree = keyof typeof DEGREE_FIFTHS;

/** How far a chord is stacked: a power chord, a triad (null), a sixth, or up to the 7th, 9th, 11th or 13th. */
type Stack = '5' | '6' | '6/9' | 'dim7' | '7' | '9' | '11' | '13' | null;

type Alteration = 'b5' | '#5' | 'b9' | '#9' | '#11' | 'b13';
type Added = '9' | '11' | '13' | 'b9' | '#9' | '#11' | 'b13';

/** A quality taken apart. */
export type QualityForm = {
  readonly isMinor: boolean;
  readonly stack: Stack;
  /** Whether the seventh is a major one. */
  readonly isMajorSeventh: boolean;
  readonly suspension: '2' | '4' | '24' | null;
  readonly alterations: readonly Alteration[];
  readonly added: readonly Added[];
  readonly omitted: readonly ('3' | '5')[];
  /** "7alt", the altered dominant. */
  readonly isAltered: boolean;
};

const PLAIN: QualityForm = {
  isMinor: false,
  stack: null,
  isMajorSeventh: false,
  suspension: null,
  alterations: [],
  added: [],
  omitted: [],
  isAltered: false,
};

const ALTERATIONS: readonly Alteration[] = ['b5', '#5', 'b9', '#9', '#11', 'b13'];
const ADDED: readonly Added[] = ['b9', '9', '#9', '11', '#11', 'b13', '13'];

type Step = readonly [RegExp, (form: QualityForm, match: RegExpExecArray) => QualityForm | null];

const withAlteration = (form: QualityForm, name: Alteration): QualityForm | null =>
  form.alterations.includes(name) ? null : { ...form, alterations: [...form.alterations, name] };

/** What may stand first; each gives the form that the rest goes on from. */
const HEADS: readonly Step[] = [
  [/^ø7?/, (form) => ({ ...form, isMinor: true, stack: '7', alterations: ['b5'] })],
  [/^(?:dim|°|o)7/, (form) => ({ ...form, isMinor: true, stack: 'dim7', alterations: ['b5'] })],
  [/^(?:dim|°|o)/, (form) => ({ ...form, isMinor: true, alterations: ['b5'] })],
  [/^(?:aug|\+)(?!\d)|^(?:aug|\+)(?=7|9(?!\d)|11$)/, (form) => ({ ...form, alterations: ['#5'] })],
  [/^(?:minor|Minor|min|Min|MIN|mi|m(?!aj)|-)(?!ajor)/, (form) => ({ ...form, isMinor: true })],
  [/^dom$/, (form) => ({ ...form, stack: '7' })],
  [/^dom(?=\d)/, (form) => form],
];

const STACKS: readonly Step[] = [
  [
    /^(?:major|Major|maj|Maj|MAJ|ma|M|Δ)(?=$|[#b+-]|sus|add|no|omit|alt)/,
    (form, [word]) => withMajorWord(form, word ?? ''),
  ],
  [/^(?:major|Major|maj|Maj|MAJ|ma|M|Δ)(7|9|11|13)/, (form, match) => withMajorStack(form, match[1] as Stack)],
  [/^(?:major|Major|maj|Maj|MAJ|ma|M)?(6\/9|69)/, (form) => withStack(form, '6/9')],
  [/^(?:major|Major|maj|Maj|MAJ|ma|M)?6/, (form) => withStack(form, '6')],
  [/^(13|11|9|7)/, (form, match) => withStack(form, match[1] as Stack)],
  [/^5/, (form) => (form.isMinor ? null : withStack(form, '5'))],
];

function withMajorWord(form: QualityForm, word: string): QualityForm | null {
  const isTriangle = word === 'Δ';
  const isMinorMajor = form.isMinor && form.stack === null;
  return isTriangle || isMinorMajor ? withMajorStack(form, '7') : form.isMinor ? null : form;
}

function withStack(form: QualityForm, stack: Stack): QualityForm | null {
  const mayRestack = form.stack === null || (form.stack === '7' && form.alterations.includes('b5'));
  return mayRestack ? { ...form, stack } : null;
}

function withMajorStack(form: QualityForm, stack: Stack): QualityForm | null {
  return form.stack === null ? { ...form, stack, isMajorSeventh: true } : null;
}

const MODIFIERS: readonly Step[] = [
  [/^sus(?:24|42|2sus4|4sus2)/, (form) => suspended(form, '24')],
  [/^sus2/, (form) => suspended(form, '2')],
  [/^sus4?/, (form) => suspended(form, '4')],
  [/^add([b#]?)(2|4|6|9|11|13)/, (form, match) => withAdded(form, match[1] ?? '', match[2] ?? '')],
  [/^(?:no|omit)([35])/, (form, match) => withOmitted(form, match[1] === '3' ? '3' : '5')],
  [/^alt/, (form) => (isBareDominant(form) ? { ...PLAIN, stack: '7', isAltered: true } : null)],
  [/^b6/, (form) => withAdded(form, 'b', '13')],
  [/^(?:b|-)(5|9|13)/, (form, match) => withAlteration(form, `b${match[1]}` as Alteration)],
  [
    /^(?:#|\+)(5|9|11|4)/,
    (form, match) => withAlteration(form, (match[1] === '4' ? '#11' : `#${match[1]}`) as Alteration),
  ],
  [/^\+$/, (form) => withAlteration(form, '#5')],
  [/^aug$/, (form) => withAlteration(form, '#5')],
  [/^2$/, (form) => suspended(form, '2')],
  [/^4$/, (form) => suspended(form, '4')],
];

function isBareDominant(form: QualityForm): boolean {
  return (
    !form.isMinor &&
    !form.isMajorSeventh &&
    (form.stack === null || form.stack === '7') &&
    form.alterations.length === 0
  );
}

function suspended(form: QualityForm, suspension: '2' | '4' | '24'): QualityForm | null {
  return form.isMinor || form.suspension !== null || form.stack === '5' || form.stack === '11'
    ? null
    : { ...form, suspension };
}

function withAdded(form: QualityForm, sign: string, figure: string): QualityForm | null {
  const high = figure === '2' ? '9' : figure === '4' ? '11' : figure === '6' ? '13' : figure;
  const isSixth = high === '13' && sign === '' && form.stack === null;
  const name = `${sign}${high}`;
  if (isSixth) {
    return { ...form, stack: '6' };
  }
  const isKnown = ADDED.some((known) => known === name);
  return isKnown && !form.added.some((known) => known === name)
    ? { ...form, added: [...form.added, name as Added] }
    : null;
}

function withOmitted(form: QualityForm, degree: '3' | '5'): QualityForm | null {
  return form.omitted.includes(degree) ? null : { ...form, omitted: [...form.omitted, degree] };
}

/** Reads the text after a root; null where it is no quality. */
export function parseQualityForm(text: string): QualityForm | null {
  let rest = text
    .replaceAll('♯', '#')
    .replaceAll('♭', 'b')
    .replaceAll('\u2212', '-')
    .replace(/[\s(),[\]]/g, '');
  let form = PLAIN;
  for (const steps of [HEADS, STACKS]) {
    const taken = takeStep(steps, rest, form);
    if (taken === null) {
      return null;
    }
    [form, rest] = taken;
  }
  while (rest !== '') {
    const before = rest;
    const taken = takeStep(MODIFIERS, rest, form);
    if (taken === null) {
      return null;
    }
    [form, rest] = taken;
    if (rest === before) {
      return null;
    }
  }
  return isPossible(form) ? inOrder(form) : null;
}

/** The first step that fits, carried out; the form and text unchanged where none fits, null where it cannot be done. */
function takeStep(steps: readonly Step[], text: string, form: QualityForm): readonly [QualityForm, string] | null {
  for (const [pattern, apply] of steps) {
    const match = pattern.exec(text);
    if (match !== null) {
      const next = apply(form, match);
      return next === null ? null : [next, text.slice(match[0].length)];
    }
  }
  return [form, text];
}

/** Whether the parts of a form do not contradict each other. */
function isPossible(form: QualityForm): boolean {
  const { alterations, added, stack, suspension, omitted } = form;
  const has = (name: Alteration): boolean => alterations.includes(name);
  const degrees = degreesOfForm(form);
  const isTwice = new Set(degrees).size < degrees.length || degrees.length < 2;
  const tooManyFifths = has('b5') && has('#5');
  const needsSeventh = alterations.some((name) => name === 'b9' || name === '#9' || name === 'b13');
  const hasSeventh = stack === '7' || stack === '9' || stack === '11' || stack === '13';
  const isStackedTwice =
    (stack === '11' && has('#11')) || (stack === '13' && has('b13')) || (stack === '5' && alterations.length > 0);
  const omitsNothing = omitted.includes('3') && (suspension !== null || stack === '5');
  const isBareFlat = added.length > 0 && stack === 'dim7';
  return !isTwice && !tooManyFifths && (!needsSeventh || hasSeventh) && !isStackedTwice && !omitsNothing && !isBareFlat;
}

/** The form in its one order; a sixth with an added ninth is a 6/9. */
function inOrder(form: QualityForm): QualityForm {
  if (form.stack === '6' && form.added.includes('9')) {
    return inOrder({ ...form, stack: '6/9', added: form.added.filter((name) => name !== '9') });
  }
  return {
    ...form,
    alterations: ALTERATIONS.filter((name) => form.alterations.includes(name)),
    added: ADDED.filter((name) => form.added.includes(name)),
    omitted: (['3', '5'] as const).filter((degree) => form.omitted.includes(degree)),
  };
}

/** The one way a form is written. */
export function formatQualityForm(form: QualityForm): string {
  if (form.isAltered) {
    return '7alt';
  }
  const { word, saysFifth } = headOf(form);
  const major = form.isMajorSeventh ? (form.isMinor ? 'Maj' : 'maj') : '';
  const tail = [
    major,
    form.stack === 'dim7' ? '7' : (form.stack ?? ''),
    form.suspension === null ? '' : `sus${form.suspension}`,
    ...form.alterations.filter((name) => name !== saysFifth),
    ...form.added.map((name) => `add${name}`),
    ...form.omitted.map((degree) => `no${degree}`),
  ].join('');
  return word === '' && /^[b#]/.test(tail) ? `(${tail})` : `${word}${tail}`;
}

/** The first word of a quality, and the altered fifth that it says already. */
function headOf({ isMinor, stack, alterations }: QualityForm): {
  readonly word: string;
  readonly saysFifth: string | null;
} {
  const isTriad = stack === null || stack === 'dim7';
  if (isMinor && isTriad && alterations.includes('b5')) {
    return { word: 'dim', saysFifth: 'b5' };
  }
  if (!isMinor && stack === null && alterations.includes('#5')) {
    return { word: 'aug', saysFifth: '#5' };
  }
  return { word: isMinor ? 'm' : '', saysFifth: null };
}

/** The tones of a form, as degrees in the order in which they are named. */
export function degreesOfForm(form: QualityForm): readonly Degree[] {
  if (form.isAltered) {
    return ['1', '3', '#5', 'b7', '#9'];
  }
  return ['1', ...thirdOf(form), ...fifthOf(form), ...upperOf(form)];
}

function thirdOf({ isMinor, stack, suspension, omitted }: QualityForm): readonly Degree[] {
  if (suspension !== null) {
    return suspension === '2' ? ['9'] : suspension === '4' ? ['11'] : ['9', '11'];
  }
  const isLeftOut = stack === '5' || (stack === '11' && !isMinor) || omitted.includes('3');
  return isLeftOut ? [] : [isMinor ? 'b3' : '3'];
}

function fifthOf({ alterations, omitted }: QualityForm): readonly Degree[] {
  const altered = alterations.find((name) => name === 'b5' || name === '#5');
  const isLeftOut = omitted.includes('5') || (altered === undefined && alterations.includes('b13'));
  return isLeftOut ? [] : [altered === 'b5' || altered === '#5' ? altered : '5'];
}

function upperOf(form: QualityForm): readonly Degree[] {
  const { stack, suspension, alterations, added } = form;
  const nines = alterations.filter((name) => name === 'b9' || name === '#9');
  const isStackedToNine = stack === '9' || stack === '11' || stack === '13' || stack === '6/9';
  const hasNine = isStackedToNine && nines.length === 0 && suspension !== '2' && suspension !== '24';
  return [
    ...(stack === '6' || stack === '6/9' ? (['6'] as const) : []),
    ...seventhOf(form),
    ...nines,
    ...(hasNine ? (['9'] as const) : []),
    ...(stack === '11' ? (['11'] as const) : []),
    ...(alterations.includes('#11') ? (['#11'] as const) : []),
    ...(alterations.includes('b13') ? (['b13'] as const) : []),
    ...(stack === '13' ? (['13'] as const) : []),
    ...added,
  ];
}

function seventhOf({ stack, isMajorSeventh }: QualityForm): readonly Degree[] {
  if (stack === 'dim7') {
    return ['bb7'];
  }
  const hasSeventh = stack === '7' || stack === '9' || stack === '11' || stack === '13';
  return hasSeventh ? [isMajorSeventh ? '7' : 'b7'] : [];
}
