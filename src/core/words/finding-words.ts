import type { Finding, LinePlace } from '../arrange/recogniser/recogniser.ts';
import { formatCount } from '../kernel/plural.ts';

/** A finding as a plain statement: "Chorus line 1 is Verse line 1." */
export function formatFinding(finding: Finding): string {
  switch (finding.kind) {
    case 'same-section':
      return `${finding.section} is ${finding.like}${movedWords(finding.semitones)}.`;
    case 'near-section':
      return `${finding.section} is ${finding.like}${movedWords(finding.semitones)}; bar ${finding.bar} is the only difference.`;
    case 'same-line':
      return `${lineWords(finding.line)} is ${lineWords(finding.like, finding.line)}${movedWords(finding.semitones)}.`;
    case 'near-line':
      return `${lineWords(finding.line)} is ${lineWords(finding.like, finding.line)}${movedWords(finding.semitones)}; bar ${finding.bar} is the only difference.`;
    case 'rotated-line':
      return `${lineWords(finding.line)} is ${lineWords(finding.like, finding.line)} begun at its bar ${finding.fromBar}.`;
    case 'common-loop':
      return `${lineWords(finding.line)} goes ${finding.degrees.join(' ')}, as many songs do.`;
  }
}

function lineWords({ section, line }: LinePlace, beside: LinePlace | null = null): string {
  return beside?.section === section ? `line ${line}` : `${section} line ${line}`;
}

function movedWords(semitones: number): string {
  return semitones === 0
    ? ''
    : `, ${formatCount(Math.abs(semitones), 'semitone')} ${semitones > 0 ? 'higher' : 'lower'}`;
}
