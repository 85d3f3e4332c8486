/** The third demo song: a letter in 6/8 with a borrowed chord. All invented. */
export const LIGHTHOUSE_COOK = `title: A Letter to the Lighthouse Cook
credit: Wednesday class, Wicket Street Hall
key: D
tempo: 56
metre: 6/8
capo: 2
chords: shapes
range: A3-D5
form: Intro, Verse, Chorus, Verse, Chorus, Bridge, Chorus, Outro
C from level 2 = x32010
Em from level 2 = 022000
Am from level 2 = x02210
Am/G from level 2 = 3x2210
F = 133211
G/B from level 2 = x20003
Dm7 from level 2 = xx0211
G from level 2 = 320003
E7 from level 2 = 020100
Fm = 133111

Intro:
| C | Em | F | G |

Verse:
| C | Em | Am Am/G | F |
"dear cook of the tall house"
| C G/B | Am | Dm7 | G |
"is the bread rising yet"
| C | Em | Am Am/G | F |
"we look from the harbour"
| C E7 | Am Am/G | Dm7 G | C |
"at one yellow square"

Chorus:
| F | G | Em E7 | Am |
"smoke if it's supper"
| F | Fm | C | G |
"lamp if it's not"
| F | G | Em E7 | Am |
"we'll row with an apple"
| F Fm | C Am | Dm7 G | C |
"whatever you've got"

Bridge:
| Am | Em | F | C |
"some nights the fog"
| Dm7 | E7 | F Fm | G |
"has no handwriting"

Outro:
| F | Fm | C | C_ |

Verse (time 2):
| C | Em | Am Am/G | F |
"the post boat is painted"
| C G/B | Am | Dm7 | G |
"the gulls all have names"
| C | Em | Am Am/G | F |
"the children draw stairways"
| C E7 | Am Am/G | Dm7 G | C |
"with you at the top"

Chorus (time 3):
| F | G | Em E7 | Am |
"smoke if it's supper"
| F | Fm | C | G |
"lamp if it's not"
| F | G | Em E7 | Am |
"we'll row with an apple"
| F Fm | C Am | Dm7 G | C |
"whatever you've got"
| F Fm | C Am | Dm7 G | C |
"whatever you've got"
`;
