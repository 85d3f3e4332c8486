import type { Score } from '../core/formats/musicxml/score.ts';
import { toScoreXml } from '../core/formats/musicxml/score-xml.ts';
import { formatXml } from './format-xml.ts';

const DOCTYPE =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';

/** A score as the text of a MusicXML file. */
export function toMusicXmlText(score: Score): string {
  return formatXml(toScoreXml(score), DOCTYPE);
}
