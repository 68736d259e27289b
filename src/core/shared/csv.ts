/**
 * One line of CSV (RFC 4180), safe to open in a spreadsheet: a cell that would be read as a formula gets a leading apostrophe.
 *
 * @example csvLine(['=1+1', 'a "b"']) // `'=1+1,"a ""b"""\r\n`
 */
export function csvLine(cells: readonly (string | number | null | undefined)[]): string {
  return `${cells.map((cell) => quote(safe(String(cell ?? '')))).join(',')}\r\n`;
}

function safe(cell: string): string {
  return /^[=+\-@\t\r]/.test(cell) && !/^[+-]?[\d\s().-]+$/.test(cell) ? `'${cell}` : cell;
}

function quote(cell: string): string {
  return /[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}
