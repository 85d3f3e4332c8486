/* A handout in words alone, in reading order: for screen readers, and for whoever hears it read out. */

import { formatTimes } from '../../words/line-words.ts';
import type { Figure } from '../drawing/figure.ts';
import { type HandoutBar, type HandoutBlock, type HandoutLine, headingOf, sayBar } from './handout-blocks.ts';
import type { Handout } from './handout-content.ts';
import type { SungBlock, SungPiece } from './sung-blocks.ts';

/** A heading with its paragraphs. */
export type SpokenPart = { readonly heading: string; readonly paragraphs: readonly string[] };

/** The words of a handout: setup, chords, patterns, form, sections, then what follows them. */
export function speakHandout(handout: Handout): readonly SpokenPart[] {
  const { words, chords, patterns, strumming, form, blocks, sung, wordsRight } = handout;
  const { ornaments, drills, cautions, pageKey, missing } = handout;
  const held = new Map(words.map(({ name, text }) => [name, text]));
  const parts: readonly SpokenPart[] = [
    {
      heading: handout.title,
      paragraphs: [handout.credit, ...missing.map(({ text }) => text), handout.setup.join(' ')],
    },
    {
      heading: 'Chords',
      paragraphs: chords.map(({ name, note }) =>
        [name, note, held.get(name) ?? ''].filter((text) => text !== '').join(': '),
      ),
    },
    { heading: 'Right hand', paragraphs: [...patterns.map(speakFigure), ...strumming] },
    { heading: 'Form', paragraphs: [form] },
    ...blocks.map(speakSection),
    ...sung.map(speakSection),
    { heading: 'Words', paragraphs: [wordsRight] },
    { heading: 'Fills and riffs', paragraphs: ornaments.map(speakFigure) },
    { heading: 'Drill first', paragraphs: drills.map(speakFigure) },
    { heading: 'What we did, what to practise', paragraphs: handout.catchUp },
    { heading: 'The lesson', paragraphs: handout.lesson },
    { heading: 'How we rehearse it', paragraphs: handout.scenes },
    { heading: 'How to read this page', paragraphs: pageKey },
    { heading: 'Take care', paragraphs: cautions },
  ];
  return parts
    .map(({ heading, paragraphs }) => ({ heading, paragraphs: paragraphs.filter((text) => text !== '') }))
    .filter(({ heading, paragraphs }) => paragraphs.length > 0 || heading === handout.title);
}

function speakSection(block: HandoutBlock | SungBlock): SpokenPart {
  const { remark, rightHand } = block;
  const said = [remark, rightHand].filter((text) => text !== '').join('. ');
  return 'rows' in block
    ? { heading: block.name, paragraphs: [said, ...block.rows.map(speakRow)] }
    : { heading: headingOf(block), paragraphs: [said, ...block.lines.flatMap(speakLine)] };
}

/** "G: rain on the; D (stop on 3): tin roof." */
function speakRow(pieces: readonly SungPiece[]): string {
  const said = pieces.map(({ sign, chord, mark, text }) => {
    const name = mark === '' ? chord : `${chord} (${mark})`;
    return [sign, name, text.trim()].filter((each) => each !== '').join(': ');
  });
  return `${said.filter((text) => text !== '').join('; ')}.`;
}

/** A figure in words: "Porch Step: down, down up, down, down up; bass: G 6." */
function speakFigure({ name, note, spoken }: Figure): string {
  const said = [spoken, note].map((text) => text.replace(/\.$/, '')).filter((text) => text !== '');
  return said.length === 0 ? name : `${name}: ${said.join('; ')}.`;
}

function speakLine({ label, firstBar, bars, repeat, endings, cues, note }: HandoutLine): readonly string[] {
  const from = firstBar === null ? '' : `, bar ${firstBar}`;
  const opens = repeat.opens && repeat.closes === 1 ? 'Repeat from here. ' : '';
  const times =
    repeat.closes > 1 ? `, ${formatTimes(repeat.closes)}${repeat.opens ? '' : ' from where the repeat opens'}` : '';
  const main = `${label}${from}: ${opens}${speakBars(bars)}${times}.`;
  return [
    main,
    ...endings.map(({ label, bars: ending }) => `Ending ${label} ${speakBars(ending)}.`),
    note,
    ...cues.map((cue) => `“${cue}”`),
  ];
}

function speakBars(bars: readonly HandoutBar[]): string {
  return bars.map(sayBar).join(' | ');
}
