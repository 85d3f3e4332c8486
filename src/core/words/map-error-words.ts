import type { BeatUnit } from '../rhythm/metre.ts';
import type { MapError } from '../song/map/map-commands.ts';

const COUNTED: Readonly<Record<Extract<MapError, { kind: 'too-many' }>['what'], string>> = {
  writtenBars: 'bars as written in a song',
  playedBars: 'bars as played in a song',
  differences: 'differences between the times a section is played',
  'bars-in-line': 'bars in a line',
  lines: 'lines in a section',
  sections: 'sections',
  passes: 'sections in the form',
  rounds: 'repeats of a line',
};

/** A refused change of the map as a sentence. */
export function sayMapError(error: MapError): string {
  switch (error.kind) {
    case 'no-such-place':
      return 'That place is not in the song any more.';
    case 'bad-bar':
      return sayBarFault(error.fault);
    case 'plays-more-than-once':
      return 'This is played more than once; write its repeats out first.';
    case 'bad-endings':
      return 'An ending has bars, and names repeats of its line, each once.';
    case 'bad-rounds':
      return `A number of repeats lies between 1 and ${error.most}.`;
    case 'bad-words':
      return `Words are one line, no more of them than repeats; a note holds no brackets.`;
    case 'nothing-in-common':
      return 'These do not begin alike, so they cannot be repeats of one line.';
    case 'notes-differ':
      return 'These lines have different notes; make the notes alike first.';
    case 'too-many':
      return `There can be at most ${error.most.toLocaleString('en')} ${COUNTED[error.what]}.`;
    case 'same-first':
      return 'The first bar of a section has no bar before it to repeat.';
    case 'push-on-first':
      return 'The song would begin with a chord that comes early, and there is nothing before it. Put that chord on its beat first.';
    case 'bad-section-name':
      return 'A section’s name has 1 to 40 characters, without commas, colons, bars, quotes and brackets, and no x and number at its end.';
    case 'name-taken':
      return `There is a section called ${error.name} already.`;
    case 'not-neighbours':
      return 'These two do not always follow each other in the form.';
    case 'pass-needs-a-bar':
      return 'At least one bar is played each time. Delete this time from the form instead.';
    case 'pass-differs':
      return 'One time this section differs; let it follow the section, or make it a section of its own, first.';
  }
}

const NOTE_VALUES: Readonly<Record<BeatUnit, string>> = { 2: 'halves', 4: 'quarters', 8: 'eighths', 16: 'sixteenths' };

function sayBarFault(fault: Extract<MapError, { kind: 'bad-bar' }>['fault']): string {
  switch (fault.kind) {
    case 'does-not-fill':
      return `This bar holds ${fault.beats} of ${fault.wantedBeats} ${NOTE_VALUES[fault.unit]}.`;
    case 'off-the-half-beat':
      return 'A chord starts on a beat or on its “and”.';
    case 'repeats-and-has-content':
      return 'A bar that says same has nothing else in it.';
    case 'tie-inside':
      return 'A tie can only stand first in its bar: it lets what sounds before go on.';
  }
}
