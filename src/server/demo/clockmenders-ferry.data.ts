/** The second demo song: a waltz with a falling bass. All invented. */
export const CLOCKMENDERS_FERRY = `title: The Clockmender's Ferry
credit: Wednesday class, Wicket Street Hall
key: Bm
tempo: 108
metre: 3/4
capo: 2
chords: shapes
range: B3-B4
form: Intro, Verse x2, Chorus, Break, Verse, Chorus, Outro
Am from level 2 = x02210
Am/G from level 2 = 3x2210
Am/F# from level 2 = 2x2210
Fmaj7 from level 2 = 1x3210
C from level 2 = x32010
G from level 2 = 320003
E7 from level 2 = 020100
Dm from level 2 = xx0231
F = 133211

Intro:
| Am | Am/G | Am/F# | Fmaj7 |
| Am | Am/G | Am/F# | E7 |

Verse:
| Am | Am/G | Am/F# | Fmaj7 |
"the clock on the ferry"
| C | G | Am | E7 |
"is nine minutes wrong"
| Am | Am/G | Am/F# | Fmaj7 |
"he asks for no fare"
| Dm | E7 | Am | same |
"just somewhere to sit"

Chorus:
| F | C | G | Am |
"wind it up slowly"
| F | C | E7 | same |
"once for the mooring"
| F | C | G | Am |
"wind it up kindly"
| Dm | E7 | Am | same |
"and over we go"

Break:
| Am | Am/G | Am/F# | Fmaj7 |
| Dm | E7 | Am | same |

Outro:
| Am | Am/G | Am/F# | Fmaj7 |
| Am_ |

Verse (time 2):
| Am | Am/G | Am/F# | Fmaj7 |
"he opens the back of it"
| C | G | Am | E7 |
"brass in his lap"
| Am | Am/G | Am/F# | Fmaj7 |
"and under the seconds"
| Dm | E7 | Am | same |
"the river ticks on"

Verse (time 3):
| Am | Am/G | Am/F# | Fmaj7 |
"the last of the lamp oil"
| C | G | Am | E7 |
"a spring in his hand"
| Am | Am/G | Am/F# | Fmaj7 |
"he sets it by guessing"
| Dm | E7 | Am | same |
"we land on the hour"
`;
