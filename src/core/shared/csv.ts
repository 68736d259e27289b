/**
 * One line of CSV (RFC 4180), safe to open in a spreadsheet: what would be read as a formula gets an apostrophe before it, at the beginning
 * of a cell and after anything that a spreadsheet of another country takes for a separator.
 *
 * @example csvLine(['=1+1', 'a "b"']) // `'=1+1,"a ""b"""\r\n`
 */
export function csvLine(cells: readonly (string | number | null | undefined)[]): string {
  return `${cells.map((cell) => quote(safe(String(cell ?? '')))).join(',')}\r\n`;
}

function safe(cell: string): string {
  if (/^[+-]?[\d\s().,-]+$/.test(cell)) return cell;
  return cell.replace(
    /(^|[;,\t|\r\n])(\s*["']*)([=+@\t\r-])/g,
    (all, before: string, space: string, sign: string, at: number) => {
      // A minus before a number in the middle of a text is a number.
      if (at > 0 && sign === '-' && /^\d/.test(cell.slice(at + all.length))) return all;
      return `${before}${space}'${sign}`;
    },
  );
}

function quote(cell: string): string {
  return /[",;\t|\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}
