/** A record that nobody made: something to tap along to, in the grammar of the chart. Its name and its music are our own. */
export const MADE_UP_RECORD = `title: Lantern on the Landing
key: G
tempo: 96

Intro:
| G | same | C | D |

Verse:
| G | D | Em | C |
| G | D | C | D |

Chorus:
| C | G | D | Em |
| C | G | (2/4) D | C | D |

Verse:
Chorus:

Outro:
| C | D | G_ |
`;
