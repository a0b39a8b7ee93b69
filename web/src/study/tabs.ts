import { csvParseRows } from 'd3-dsv';

/** RFC 4180 text as tab-separated cells, which grids take from the clipboard. */
export const toTabs = (csv: string): string =>
  csvParseRows(csv)
    .map((row) => row.map((text) => text.replace(/[\t\r\n]/g, ' ')).join('\t'))
    .join('\n');

/** RFC 4180 text as a table for documents and messages. */
export function toHtml(csv: string): string {
  const plain = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  const [heads = [], ...rows] = csvParseRows(csv);
  const line = (cells: string[], cell: string) => `<tr>${cells.map((text) => `<${cell}>${plain(text)}</${cell}>`).join('')}</tr>`;
  return `<table><thead>${line(heads, 'th')}</thead><tbody>${rows.map((row) => line(row, 'td')).join('')}</tbody></table>`;
}
