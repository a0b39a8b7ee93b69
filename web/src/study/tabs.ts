/** RFC 4180 text as tab-separated cells, which grids take from the clipboard. */
export function toTabs(csv: string): string {
  const rows: string[][] = [[]];
  let cell = '';
  let quoted = false;
  for (let i = 0; i < csv.length; i++) {
    const c = csv[i];
    if (quoted) {
      if (c === '"' && csv[i + 1] === '"') {
        cell += '"';
        i++;
      } else if (c === '"') quoted = false;
      else cell += c;
    } else if (c === '"') quoted = true;
    else if (c === ',') {
      rows.at(-1)?.push(cell);
      cell = '';
    } else if (c === '\r' && csv[i + 1] === '\n') {
      rows.at(-1)?.push(cell);
      cell = '';
      rows.push([]);
      i++;
    } else cell += c;
  }
  if (cell) rows.at(-1)?.push(cell);
  return rows
    .filter((row) => row.length)
    .map((row) => row.map((text) => text.replace(/[\t\r\n]/g, ' ')).join('\t'))
    .join('\n');
}
