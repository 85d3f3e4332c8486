import { strToU8, zipSync } from 'fflate';

const CONTAINER = `<?xml version="1.0" encoding="UTF-8"?>
<container>
 <rootfiles>
  <rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/>
 </rootfiles>
</container>
`;

/** Every archive says the same moment, so that the same score is the same bytes; zip knows no earlier year. */
const NO_MOMENT = new Date(1980, 0, 1);

/** MusicXML packed as .mxl: its type first and unpacked, then the container, then the score. */
export function packScore(text: string): Uint8Array {
  return zipSync(
    {
      mimetype: [strToU8('application/vnd.recordare.musicxml'), { level: 0 }],
      'META-INF/container.xml': strToU8(CONTAINER),
      'score.musicxml': strToU8(text),
    },
    { mtime: NO_MOMENT },
  );
}
