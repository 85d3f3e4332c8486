/** The fifth demo song: quick, with stops, a drone and two odd bars. All invented. */
export const LAST_TRAM = `title: Last Tram, Wrong Shoes
credit: Wednesday class, Wicket Street Hall
key: A
tempo: 152
chords: shapes
range: E3-E4
length: 2:24
form: Intro, Verse, Chorus, Verse 2, Chorus, Middle, Verse, Chorus, Middle 2, Chorus, Outro
A from level 2 = x02220
D from level 2 = xx0232
E from level 2 = 022100
F#m = 244222
Bm7 from level 2 = x20202

Intro:
| A | same | D | E |

Verse:
| A | same | D | <E |
"last tram at the corner"
| A | F#m | D | E | (2/4) E |
"one brown and one blue"

Chorus:
| D | <A | E | F#m |
"ring it twice, driver"
| D | <A | <E | A!3 |
"the left one is mine"

Verse 2:
| A!1 | A!1 | D!1 | <E |
"I ran from the kitchen"
| A | F#m | D | E |
"I laced in the dark"

Middle:
| F#m | same | D | same |
"whoever you are there"
| F#m | same | Bm7 | E_ |
"in one of my shoes"

Middle 2:
| F#m | same | D | same |
| F#m | same | Bm7 | same | E | E_ |

Outro:
| D | E | N.C. | A_ |
"mind the doors"

Verse (time 2):
| A | same | D | <E |
"rain on the timetable"
| A | F#m | D | E | (2/4) E |
"seat with no view"

Chorus (time 4):
| D | <A | E | F#m |
"ring it twice, driver"
| D | <A | <E | A!3 |
"the left one is mine"
| D | <A | <E | A!3 |
"the left one is mine"
`;
