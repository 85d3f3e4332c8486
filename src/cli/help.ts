const GUITAR = `  --hand small|average|large   the hand (average)
  --no-barres                  the hand holds no full barre yet
  --thumb                      the thumb may stop the lowest string
  --stage beginner|year|player how long the hand has played, for the time of changes
  --scale MM                   scale length (648)
  --highest-fret N             highest fret that can be reached, from the nut (14)`;
const SETUP = `  --tuning T                   a shipped name, or open strings low to high: "drop D", DADGBD, "G4 C4 E4 A4"
  --capo N                     capo fret (0)`;

/** What each command does, in full. */
export const HELP: Readonly<Record<string, string>> = {
  plan: `ladder plan FILE… [options]
The best setups for a song: tuning, capo, key, and a shape for every chord, with the reasons.
FILE is a text chart, MusicXML, or a song saved as JSON; - is standard input. The sounding key stays, the shipped tunings and
capo 0 to 9 are tried, unless:
  --free-key                   the key may move 3 semitones either way
  --keys N                     the key may move N semitones either way (0 to 6)
  --singer LOW-HIGH            the key may move to where the melody lies in this range, such as A3-E5
  --melody LOW-HIGH            the melody's range, where the song does not say
  --tunings T,T…               tunings to try
  --capos N or N-M             capo frets to try
  --pin PIN                    what has to be kept, once for each: open:A2 (that note rings on an open string),
                               reach:D2 (it can be played), barres:1 (at most), capo:3, G=320033 (that shape),
                               F!=133211 (not that shape)
  --known LIST                 shapes the class knows: "G, C, D/F#, F xx3211"
  --per-occurrence             also the best shape each time a chord comes, for the first setup
  --limit N                    how many setups (8, at most 16)
${GUITAR}
  --json                       as JSON`,
  shapes: `ladder shapes CHORD [options]
The ways to hold a chord, easiest first, with fingers (lowest string first), effort, sounding notes and what makes it
hard. CHORD is named behind the capo.
${SETUP}
  --limit K                    how many (8)
${GUITAR}
  --json                       as JSON`,
  name: `ladder name FRETS [options]
What a shape is called, best name first. FRETS such as x32010 or 10-12-12-11-10-10, from the capo.
${SETUP}
  --as CHORD                   whether this name is right: exact, incomplete or wrong
  --limit K                    how many names (5)
  --json                       as JSON`,
  change: `ladder change CHORD CHORD [options]
The easiest way from one chord to the next: what stays, slides, lifts and lands. C=x32010 asks for that shape.
${SETUP}
${GUITAR}
  --json                       as JSON`,
  chart: `ladder chart FILE --capo N [options]
The song's chart with the shapes behind that capo; what sounds stays.
  --capo N                     capo fret (as in the song)
  --tuning T                   another tuning
  --keep-shapes                the shapes stay and all that sounds moves with capo and tuning
  --key K                      move the song to another key of its mode first
  --sounding                   in sounding names instead of shapes
  --json                       as JSON`,
  map: `ladder map FILE [options]
The song's map: sections as written, the unrolled bars with their beats and seconds, what they add up to, and what
repeats: equal lines and sections, those that differ in one bar, loops begun at another point, loops many songs share.
  --json                       as JSON`,
  levels: `ladder levels FILE [options]
The song on its levels, the easiest first: how each chord is held, which strokes are played, and what makes a level hard. Levels
that come out equal are one.
  --json                       as JSON`,
  export: `ladder export FILE… --to pdf|html|musicxml|midi|text|svg|csv|json [options]
Each song as a file of another format, one line for each: the handout as PDF, as a web page in one file, or as a picture of
each page; MusicXML 4.0; a Standard MIDI File of the whole song as it is strummed (count-in, click, tempo, metre, key, section
markers); the text chart; its played bars and its shapes as comma-separated values; the song as canonical JSON.
  --out DIR                    the folder to write into (this one)
  --level N                    as level N plays it, for pdf, html, svg and midi
  --paper A4|Letter            for pdf, html and svg (A4)
  --for guitar|keys|bass|ukulele   who reads it, for pdf, html and svg (guitar)
  --page bars|words            bars, or words with chords above, for pdf, html and svg (bars)
  --one-side                   smaller type rather than a second side, for pdf, html and svg
  --large-print                nothing under 18 pt, for pdf, html and svg
  --sound                      the web page plays the song, with its sounds in it (some 0.4 MB more)
  --book TITLE                 all files as one PDF with contents and page numbers`,
  import: `ladder import FILE… [options]
Each file into the library of the Golden Ladder that is running on this machine, one line for each: what came in, what was
assumed, and what was left. Files are text charts in any encoding and manner of writing, MusicXML (.musicxml, .xml, .mxl), and
songs saved as JSON; what a file is, is told from its contents.
  --to ADDRESS                 another address than http://127.0.0.1:5186 (or PORT)
  --out DIR                    write each as canonical JSON into a folder instead
  --dry                        only look, and say what would come in`,
  schema: `ladder schema [--library]
The JSON Schema (2020-12) of a song as export writes it and chart, map and the others read it; with --library that of a whole
library as it is taken along.`,
};

/** The commands at a glance. */
export const OVERVIEW = `ladder COMMAND …

  plan FILE…            the best setups for songs
  shapes CHORD          the ways to hold a chord
  name FRETS            what a shape is called
  change CHORD CHORD    the way from one chord to the next
  chart FILE --capo N   a chart behind another capo
  map FILE              sections, bars, length, and what repeats
  levels FILE           the song at its levels of difficulty
  export FILE… --to F   each song as PDF, web page, MusicXML, MIDI, text, picture, CSV or JSON
  import FILE…          songs from other files into the library
  schema                the JSON Schema of a saved song

ladder COMMAND --help says more. Answers go to standard output, mistakes to standard error. Exit codes: 0 answered,
1 something could not be answered, 2 the command was not understood.`;
