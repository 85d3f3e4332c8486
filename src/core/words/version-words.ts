import { formatChordName } from '../harmony/chord-symbol.ts';
import { formatCount } from '../kernel/plural.ts';
import type { SongChange } from '../song/changes.ts';
import type { Facts } from '../song/document/document.ts';

const FACTS: Readonly<Record<keyof Facts, string>> = {
  title: 'title',
  credit: 'credit',
  key: 'key',
  tempo: 'tempo',
  metre: 'metre',
  feel: 'feel',
  melodyRange: 'melody range',
  recordSeconds: 'length of the record',
  recordShift: 'distance from the record’s key',
  recordCents: 'pitch of the record',
  highNote: 'where the tune is highest',
  notes: 'notes',
  tags: 'tags',
};

/** A change from an older to a newer version as a few words. */
function sayChange(change: SongChange): string {
  switch (change.kind) {
    case 'fact':
      return FACTS[change.fact] ?? change.fact;
    case 'section-added':
      return `${change.name} added (${formatCount(change.bars, 'bar')})`;
    case 'section-removed':
      return `${change.name} taken out (${formatCount(change.bars, 'bar')})`;
    case 'section-renamed':
      return `${change.from} renamed ${change.to}`;
    case 'section-changed':
      return change.bars === 0
        ? `${change.name}: words or repeats`
        : `${change.name}: ${formatCount(change.bars, 'bar')}`;
    case 'section-order':
      return 'order of the sections';
    case 'scenes':
      return 'scenes of the rehearsal';
    case 'chart-chords':
      return 'what the chart names: chords or shapes';
    case 'form':
      return 'form';
    case 'capo':
      return `capo ${change.from} to ${change.to}`;
    case 'tuning':
      return `tuning ${change.from} to ${change.to}`;
    case 'shapes':
      return `shapes of ${change.chords.map(formatChordName).join(', ')}`;
    case 'right-hand':
      return `right hand of ${change.part}`;
    case 'ornaments':
      return `ornaments of ${change.part}`;
    case 'levels':
      return `levels of ${change.part}`;
    case 'part-added':
      return `part ${change.part} added`;
    case 'part-removed':
      return `part ${change.part} taken out`;
    case 'part-changed':
      return `part ${change.part}`;
    case 'words':
      return 'the words';
    case 'draft':
      return 'lines of the chart that cannot be read';
  }
}

/** Several changes in one line; "nothing that shows" where there are none. */
export function sayChanges(changes: readonly SongChange[]): string {
  return changes.length === 0 ? 'nothing that shows' : changes.map(sayChange).join('; ');
}
