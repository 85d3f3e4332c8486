/** The first demo song for a first evening: two chords, sixteen bars. All invented. */
export const KETTLE_ON = `title: Kettle On
credit: First evening, Wicket Street Hall
key: Em
tempo: 72
chords: shapes
range: B3-G4
form: Verse, Chorus
Em = 022000
D = xx0232

Verse:
| Em | same | D | same |
"coats on the door, kettle on"
| Em | same | D | same |
"somebody's late, never long"

Chorus:
| D | same | Em | same |
"pour it out slow"
| D | same | Em | same |
"nowhere to go"
`;
