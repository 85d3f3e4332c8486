/** The first demo song as a text chart, typed in as a teacher would. All invented. */
export const TIN_ROOF_ALMANAC = `title: Tin Roof Almanac
credit: Wednesday class, Wicket Street Hall
key: Bb
tempo: 92
capo: 3
chords: shapes
range: C4-D5
length: 3:25
form: Intro, Verse, Chorus, Verse, Chorus, Bridge, Chorus, Outro
G from level 2 = 320033
D from level 2 = xx0232
Em7 from level 2 = 022033
Cadd9 from level 2 = x32033
G/B from level 2 = x20033
Am7 from level 2 = x02010

Intro:
| G | D | Em7 | Cadd9 |

Verse:
| G | D | Em7 | Cadd9 | x3
"rain on the tin roof" / "damp in the margins" / "Gran's pencil is showing"
| G | D | Em7 | Cadd9 D |
"where Thursday was folded"

Chorus:
| Cadd9 | G/B | Am7 | G |
"look up the ninth"
| Cadd9 | G/B | <Am7 | D!3 |
"turn the corner down"

Bridge:
| Em7 | same | Cadd9 | same | x2
"nobody in but the almanac"
| (2/4) D |

Outro:
| Cadd9 | G/B | Am7 | G_ |

Verse (time 2):
| G | D | Em7 | Cadd9 | x3
"a coat on the hall nail" / "the gutters are talking" / "nine days of west wind"
| G | D | Em7 | Cadd9 D |
"and one underlined"

Chorus (time 3):
| Cadd9 | G/B | Am7 | G |
"look up the ninth"
| Cadd9 | G/B | <Am7 | D!3 |
"turn the corner down"
| Cadd9 | G/B | <Am7 | D!3 |
"turn the corner down"
`;
