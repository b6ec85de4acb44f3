import Papa from 'papaparse';
import { FileRefused } from './refused';

const MOST_CHARACTERS = 2_000_000;

/** Text of a list, without its byte order mark. @throws FileRefused when it is too long for one. */
export function bounded(text: string): string {
  if (text.length > MOST_CHARACTERS) throw new FileRefused('This file is over 2 MB: too long for a list.');
  return text.replace(/^\uFEFF/, '');
}

/** A name as it may be shown and written: no control characters, 80 letters at most. */
export const tidyName = (name: string): string =>
  name
    .replace(/[\p{Cc}\p{Cf}]/gu, ' ')
    .trim()
    .slice(0, 80);

/** A name as part of a file's name or of a code: small letters, digits and hyphens. */
export const slug = (name: string, otherwise: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || otherwise;

/** The rows of a CSV (RFC 4180, or with semicolons or tabs), empty ones left out. */
export const csvRows = (text: string): string[][] =>
  Papa.parse<string[]>(bounded(text), { skipEmptyLines: 'greedy' }).data;

/** A table as CSV (RFC 4180); cells that a spreadsheet would run as a formula are made plain text. */
export const writeCsv = (rows: (string | number)[][]): string =>
  `${Papa.unparse(rows, { escapeFormulae: true })}\r\n`;

/** Words as they stand in XML, between tags or in double quotes; what XML has no letters for is left out. */
export const escapeXml = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
