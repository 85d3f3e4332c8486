import type { BarPlacesError } from '../arrange/form/bar-places.ts';
import { formatCount } from '../kernel/plural.ts';

/** Why a text names no bars, and what could be written. */
export function sayBarPlacesError(error: BarPlacesError): string {
  switch (error.kind) {
    case 'no-such-bar':
      return `The song has bars up to ${error.last}; there is no bar ${error.number}.`;
    case 'not-bar-numbers':
      return `“${error.found}” is no bar; write 5, 1-4, or Chorus, line 2, bar 3.`;
    case 'no-such-section':
      return `“${error.found}” is no section here; there are ${error.labels.join(', ')}.`;
    case 'no-such-line':
      return `${error.label} has ${formatCount(error.lines, 'line')}; there is no line ${error.line}.`;
    case 'no-such-bar-of-line':
      return `Line ${error.line} of ${error.label} has ${formatCount(error.bars, 'bar')}; there is no bar ${error.bar}.`;
  }
}
