/* How a guitar is brought into its tuning, string by string, as a page tells it. */
import { formatStringName, type StringNaming } from '../../fretboard/string-names.ts';
import { formatOpenString, STANDARD_TUNING, type Tuning } from '../../fretboard/tuning.ts';
import { range } from '../../kernel/list.ts';
import { formatCount } from '../../kernel/plural.ts';
import { joinWords } from '../sentence.ts';

/**
 * Sentences that lead from standard tuning to another, those that go down first (a string that is tuned up can break, common practice),
 * and its open notes; empty in standard tuning. Instruments with another number of strings are told their open notes alone.
 */
export function sayRetuning(tuning: Tuning, naming: StringNaming): readonly string[] {
  const standard = STANDARD_TUNING.openMidi;
  const { openMidi } = tuning;
  if (openMidi.length !== standard.length) {
    return [openNotes(tuning)];
  }
  const steps = range(0, openMidi.length).flatMap((string) => {
    const semitones = (openMidi[string] ?? 0) - (standard[string] ?? 0);
    // Strings are called as they are before anything is turned.
    const name = formatStringName(string, STANDARD_TUNING, naming === 'number' ? 'number' : 'standard letter');
    return semitones === 0
      ? []
      : [{ semitones, text: `${name} ${semitones < 0 ? 'down' : 'up'} to ${letterOf(openMidi[string] ?? 0)}` }];
  });
  if (steps.length === 0) {
    return [];
  }
  const [first] = steps;
  const isAll = steps.length === openMidi.length && steps.every(({ semitones }) => semitones === first?.semitones);
  const order = [...steps.filter(({ semitones }) => semitones < 0), ...steps.filter(({ semitones }) => semitones > 0)];
  const how = isAll
    ? `all strings ${(first?.semitones ?? 0) < 0 ? 'down' : 'up'} by ${formatCount(Math.abs(first?.semitones ?? 0), 'semitone')}`
    : joinWords(order.map(({ text }) => text));
  return [`From standard tuning: ${how}.`, openNotes(tuning)];
}

function openNotes({ openMidi }: Tuning): string {
  return `Open strings, low to high: ${openMidi.map(letterOf).join(' ')}.`;
}

function letterOf(midi: number): string {
  return formatOpenString(midi)
    .replace(/-?\d+$/, '')
    .replace('b', '♭')
    .replace('#', '♯');
}
