import { NEW_SONG_SIZE, SONG_LIMITS } from '../../song/document/song-limits.ts';
import type { ChartProblem, ProblemKind } from './problem.ts';

/** A sentence for each finding; `found` is what stands in the text. */
const SENTENCES: Readonly<Record<ProblemKind, (found: string, proposal: string) => string>> = {
  'too-long': () => `The chart is longer than ${SONG_LIMITS.chartCharacters.toLocaleString('en')} characters.`,
  'unknown-header': (found) =>
    `“${found}” is no header. Known: title, credit, key, tempo, metre, feel, tuning, capo, chords, range, length, form.`,
  'header-again': (found) => `“${found}” stands a second time; the first counts.`,
  'header-too-late': (found) => `“${found}” belongs above the first bars.`,
  'bad-header-text': () => `This is longer than ${SONG_LIMITS.titleCharacters} characters.`,
  'bad-key': (found) => `“${found}” is none of the 30 keys.`,
  'bad-tempo': (found) => `“${found}” is no tempo between 20 and 400.`,
  'bad-metre': (found) => `“${found}” is no metre.`,
  'bad-tuning': (found) => `“${found}” is no tuning known here, nor six open strings from low to high.`,
  'bad-capo': (found) => `“${found}” is no capo fret from 0 to 12.`,
  'bad-chords-word': (found) => `“${found}”: chords are either sounding or shapes.`,
  'bad-range': (found) => `“${found}” is no range of two notes.`,
  'range-upside-down': (found) => `“${found}”: the lowest note comes first.`,
  'bad-length': (found) => `“${found}” is no length in minutes and seconds.`,
  'bad-pin': (found) => `“${found}”: a pinned shape is a chord and one fret, 0 or x for each string.`,
  'bad-pin-place': (found) =>
    `“${found}”: the song has no such place. A section, “Chorus (time 2)” or “Chorus bar 3” can be named.`,
  'bad-fingers': (found) =>
    `“${found}”: no hand holds it so. Fingers are 1 to 4, T for the thumb on the lowest string, and - for each string without one.`,
  'unknown-in-form': (found) => `There is no section called “${found}”.`,
  'bad-form': (found) => `“${found}” cannot stand in the form.`,
  'not-understood': (found) => `“${found}” is neither bars nor a heading. Words under bars stand right below them.`,
  'bad-section-name': (found) => `“${found}” cannot name a section: 1 to 40 characters, without , | : " or brackets.`,
  'section-again': (found) =>
    `“${found}” has other bars than before. Is it that pass as played, or a section of its own?`,
  'pass-number-off': (found) => `“${found}”: the form has no such pass, or it stands twice.`,
  'chords-without-bars': () => 'These are chords without bars: how long does each last?',
  'unknown-chord': (found) => `“${found}” is no chord known here.`,
  'bad-bar-prefix': (found) => `“${found}” cannot stand before a bar.`,
  'bad-mark': (found) => `The signs at “${found}” do not go together.`,
  'uneven-share': (found) => `“${found}” does not share the bar in whole beats. Say where the beats go.`,
  'beats-do-not-fill': (found) => `“${found}” does not fill the bar: each chord and each slash is one beat.`,
  'starts-with-slash': () => 'A bar begins with a chord, or is “same”.',
  'tie-not-first': () => 'A tie (~) can only stand first in its bar: it lets what sounds before go on.',
  'bad-start': (found) => `“${found}” starts outside its place in the bar.`,
  'bad-stop': (found) => `“${found}” stops on a beat at which it does not sound.`,
  'empty-bar': () => 'This bar is empty. Is it the same again, or no chord?',
  'same-not-alone': (found) => `“${found}”: “same” stands alone in its bar and takes the metre of the bar before.`,
  'same-first': () => 'The first bar of a section has no bar before it to repeat.',
  'push-on-first': (found) => `“${found}”: the first chord of the song has nothing to come early to.`,
  'repeat-inside-line': () => 'A repeat sign inside a line: give the repeated bars a line of their own.',
  'repeat-across-lines': () => 'This repeat closes on another line: write x2 behind each line, or on the heading.',
  'bad-line-end': (found) => `“${found}” cannot stand behind the bars; x2 or a note in [brackets] can.`,
  'bad-times': (found) => `“${found}”: a number of rounds lies between 1 and ${SONG_LIMITS.times}.`,
  'bad-ending': (found) => `“${found}”: an ending names rounds of the line above, each once.`,
  'cue-without-line': () => 'Words belong under a line of bars.',
  'bad-cue': () =>
    `Words of more than one round are each in quotes and parted by a slash, at most ${SONG_LIMITS.cueCharacters} characters.`,
  'too-many-cues': (found) => `There are more words than rounds (${found}).`,
  'bad-words-right': (found) =>
    `“${found}”: whole words are kept where they are traditional or mine; write words: traditional, or words: mine.`,
  'words-without-heading': () => 'Words stand under the heading of their section, for example Verse:',
  'words-heading-off': (found) => `“${found}” is no section of the bars above, or has its words already.`,
  'words-chord-off': (found, proposal) =>
    proposal === ''
      ? `${found} comes after the last chord of these bars.`
      : `${found} does not come here: the next chord of the bars is ${proposal}.`,
  'words-too-long': () =>
    `A row of words has at most ${SONG_LIMITS.cueCharacters} characters, a section ${SONG_LIMITS.linesInSection} rows.`,
  'too-many-bars': () =>
    `A line holds at most ${SONG_LIMITS.barsInLine} bars, a song ${NEW_SONG_SIZE.writtenBars.toLocaleString('en')} as written and ${NEW_SONG_SIZE.playedBars.toLocaleString('en')} as played.`,
  'gave-up': () =>
    'So much of this text cannot be read that it was not read to its end. The song keeps its last good state.',
  'read-as': (found) => `“${found}” is not quite a chord’s name and was read as the nearest one.`,
  'spelled-in-key': (found, proposal) =>
    `${found} is ${proposal} in this key, and is written so unless the song has ${found} already.`,
  'capo-line': () => 'The capo was taken from this line, and the chords of the song are taken for shapes behind it.',
  'ninth-in-doubt': (found) => `${found} has a seventh in it, its neighbour an added ninth only. Is it meant?`,
};

/** A finding as a sentence, without its place. */
export function sayProblem(problem: ChartProblem): string {
  return SENTENCES[problem.kind](problem.found, problem.proposals[0] ?? '');
}
