/* A handout in words alone, in reading order: for screen readers, and for whoever hears it read out. */

import { formatTimes } from '../../words/line-words.ts';
import { type HandoutBar, type HandoutLine, sayBar } from './handout-blocks.ts';
import type { Handout } from './handout-content.ts';

/** A heading with its paragraphs. */
export type SpokenPart = { readonly heading: string; readonly paragraphs: readonly string[] };

/** The words of a handout: setup, chords, patterns, form, sections, then what follows them. */
export function speakHandout(handout: Handout): readonly SpokenPart[] {
  const { words, chords, patterns, form, blocks, ornaments, drills, cautions } = handout;
  const held = new Map(words.map(({ name, text }) => [name, text]));
  const parts: readonly SpokenPart[] = [
    { heading: handout.title, paragraphs: [handout.credit, handout.setup.join(' ')] },
    {
      heading: 'Chords',
      paragraphs: chords.map(({ name, note }) =>
        [name, note, held.get(name) ?? ''].filter((text) => text !== '').join(': '),
      ),
    },
    { heading: 'Right hand', paragraphs: patterns.map(({ name, note }) => `${name}: ${note}.`) },
    { heading: 'Form', paragraphs: [form] },
    ...blocks.map(({ name, remark, rightHand, lines }) => ({
      heading: name,
      paragraphs: [[remark, rightHand].filter((text) => text !== '').join('. '), ...lines.flatMap(speakLine)],
    })),
    { heading: 'Ornaments', paragraphs: ornaments.map(({ name, note }) => (note === '' ? name : `${name}: ${note}`)) },
    { heading: 'Drill first', paragraphs: drills },
    { heading: 'Take care', paragraphs: cautions },
  ];
  return parts
    .map(({ heading, paragraphs }) => ({ heading, paragraphs: paragraphs.filter((text) => text !== '') }))
    .filter(({ heading, paragraphs }) => paragraphs.length > 0 || heading === handout.title);
}

function speakLine({ bars, times, endings, cues, note }: HandoutLine): readonly string[] {
  const main = `${speakBars(bars)}${times > 1 ? `, ${formatTimes(times)}` : ''}.`;
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
