/*
 * Where on a page something stands that is decided elsewhere in the song: so whoever sees the page on a screen can go there.
 */

/** A place of the song: what is chosen there, by id, or by the name of a chord. */
export type SongPlace =
  | { readonly step: 'listen' | 'capo' | 'levels' }
  | { readonly step: 'shapes'; readonly chord: string }
  | { readonly step: 'map'; readonly sectionId: number; readonly barId: number | null }
  | { readonly step: 'right-hand'; readonly sectionId: number | null; readonly of: 'patterns' | 'ornaments' };

/** A part of a page, in mm from its top left corner, with the place it leads to and what that is called. */
export type Region = {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly place: SongPlace;
  readonly label: string;
};

/** The region moved by some mm. */
export function moveRegion(region: Region, xMm: number, yMm: number): Region {
  return { ...region, xMm: region.xMm + xMm, yMm: region.yMm + yMm };
}
