/** The second demo song for a first evening: two chords, sixteen bars. All invented. */
export const PAPER_BOATS = `title: Paper Boats
credit: First evening, Wicket Street Hall
key: A
tempo: 80
chords: shapes
range: C#4-A4
form: Verse, Chorus
A = x02220
D = xx0232

Verse:
| A | same | D | same |
"paper boats along the gutter"
| A | same | D | A |
"one for me and one for you"

Chorus:
| D | same | A | same |
"round the corner, out of sight"
| D | same | A | same |
"meet them at the traffic light"
`;
