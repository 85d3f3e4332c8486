/** The fourth demo song: one long walk-through in drop D. All invented. */
export const QUARRY_DOG = `title: Quarry Dog
credit: Wednesday class, Wicket Street Hall
key: E
tempo: 112
tuning: drop D
capo: 2
chords: shapes
D from level 2 = 000232
D5 from level 2 = 000xxx
G from level 2 = 5x0003
Em from level 2 = 222000
C from level 2 = x32010
A from level 2 = x02220
Bm7 from level 2 = x20202

| D5 | same | same | same | [riff]
| D | same | G | D |
"up at the quarry"
| D | same | C | G |
"a dog with one ear"
| Em | G | A | same |
"knows every whistle"
| D5 | same | [riff]
| D | same | G | D |
"down at the weighbridge"
| D | same | C | G |
"he rides in the truck"
| Em | G | A | A_ |
"and chooses the tune"
| C | G | D | same | x2
"nobody owns him"
| G | D | A | Bm7 |
"gravel and thunder"
| G | D | A | same |
"tail in the dust"
| D5 | same | same | same | [riff, second guitar answers]
| Bm7 | same | G | same | [soft, muted]
"late in the evening"
| Em | same | A | same | [soft, muted]
"all the saws stop"
| G | D | A | Bm7 |
"gravel and thunder"
| G | D | A | D |
"he walks himself home"
| D5 | same | same | D5_ | [riff, hold]
`;
