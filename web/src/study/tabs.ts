/** RFC 4180 text as rows of cells. */
function rowsOf(csv: string): string[][] {
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
  return rows.filter((row) => row.length);
}

/** RFC 4180 text as tab-separated cells, which grids take from the clipboard. */
export const toTabs = (csv: string): string =>
  rowsOf(csv)
    .map((row) => row.map((text) => text.replace(/[\t\r\n]/g, ' ')).join('\t'))
    .join('\n');

/** RFC 4180 text as a table for documents and messages. */
export function toHtml(csv: string): string {
  const plain = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  const [heads = [], ...rows] = rowsOf(csv);
  const line = (cells: string[], cell: string) => `<tr>${cells.map((text) => `<${cell}>${plain(text)}</${cell}>`).join('')}</tr>`;
  return `<table><thead>${line(heads, 'th')}</thead><tbody>${rows.map((row) => line(row, 'td')).join('')}</tbody></table>`;
}
