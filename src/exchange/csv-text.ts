import Papa from 'papaparse';
import type { Table } from '../core/formats/csv/song-rows.ts';

/**
 * A table as comma-separated values (RFC 4180). A cell that a spreadsheet would run as a formula gets an apostrophe in front, which
 * spreadsheets hide.
 */
export function toCsvText(table: Table): string {
  return `${Papa.unparse(
    table.map((row) => [...row]),
    { escapeFormulae: true, newline: '\r\n' },
  )}\r\n`;
}
