/** The script of a page's play-along, made by the bundlers (scripts/page-player.mjs). */
declare module 'virtual:page-player' {
  export const script: string;
  export const hash: string;
}
