// Draws docs/layers.svg from the code: the projects by what they refer to, the core's folders in the order that their test holds.
// node scripts/layers.mjs [FILE]
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const read = (...path) => readFileSync(join(root, ...path), 'utf8');
const projects = Object.fromEntries(
  readdirSync(join(root, 'src'))
    .filter((name) => name.startsWith('OneWhole.'))
    .map((name) => {
      const refers = [
        ...read('src', name, `${name}.csproj`).matchAll(/ProjectReference Include="[^"]*\/OneWhole\.(\w+)\.csproj"/g),
      ];
      return [name.replace('OneWhole.', ''), refers.map((match) => match[1])];
    }),
);
const depth = (name) => 1 + Math.max(0, ...projects[name].map(depth));
const layers = /Layers =\s*\[([^\]]*)\]/.exec(read('tests', 'OneWhole.Core.Tests', 'LayerTests.cs'))[1];
const folders = [...layers.matchAll(/"(\w+)"/g)].map((match) => match[1]);
const words = {
  Core: 'the rules of the job',
  Formats: 'files in and out, fonts',
  Engines: 'rows that stay elsewhere',
  Store: 'SQLite',
  App: 'documents, changes, waiting room',
  Web: 'HTTP',
  Cli: 'the command',
};

const rows = [];
for (const name of Object.keys(projects)) {
  const row = depth(name) - 1;
  rows[row] = [...(rows[row] ?? []), name];
}
const [width, gap, high] = [860, 18, 62];
const coreHigh = 118;
const height = (rows.length + 1) * (high + 46) + coreHigh - high + 20;
const boxes = {};
rows.forEach((names, row) => {
  const wide = row === 0 ? width - 40 : Math.min(260, (width - 40 - gap * (names.length - 1)) / names.length);
  const left = (width - wide * names.length - gap * (names.length - 1)) / 2;
  names.sort().forEach((name, at) => {
    const y = height - 20 - coreHigh - row * (high + 46) + (row === 0 ? 0 : coreHigh - high - (coreHigh - high));
    boxes[name] = { x: left + at * (wide + gap), y, wide, high: row === 0 ? coreHigh : high };
  });
});
const page = { x: boxes.Web.x, y: boxes.Web.y - high - 46, wide: boxes.Web.wide, high };
const text = (x, y, size, what, weight = 400, fill = '#20302e') =>
  `<text x="${x}" y="${y}" font-size="${size}" font-weight="${weight}" fill="${fill}" text-anchor="middle">${what}</text>`;
const box = ({ x, y, wide, high: tall }, fill) =>
  `<rect x="${x}" y="${y}" width="${wide}" height="${tall}" rx="3" fill="${fill}" stroke="#1d6b60"/>`;
const down = (from, to, at = from.x + from.wide / 2) =>
  `<path d="M${at} ${from.y + from.high}L${Math.min(Math.max(at, to.x + 12), to.x + to.wide - 12)} ${to.y}" stroke="#66736f" fill="none" marker-end="url(#tip)"/>`;
// What is known through another is not drawn again.
const direct = (refers) => refers.filter((other) => !refers.some((between) => projects[between].includes(other)));
const lines = Object.entries(projects).flatMap(([name, refers]) =>
  direct(refers).map((other, at, all) =>
    down(boxes[name], boxes[other], boxes[name].x + ((at + 1) * boxes[name].wide) / (all.length + 1)),
  ),
);
const chip = (boxes.Core.wide - 32) / Math.ceil(folders.length / 2);
const out = [
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" role="img">`,
  '<title>The layers: each knows only those below it</title>',
  '<defs><marker id="tip" markerWidth="8" markerHeight="8" refX="7" refY="4" orient="auto"><path d="M0 0L8 4L0 8z" fill="#66736f"/></marker></defs>',
  `<rect width="${width}" height="${height}" fill="#f6f3ea"/>`,
  ...lines,
  down(page, boxes.Web),
  box(page, '#ffffff'),
  text(page.x + page.wide / 2, page.y + 27, 15, 'web', 600),
  text(page.x + page.wide / 2, page.y + 46, 12, 'the page, in React', 400, '#66736f'),
  ...Object.entries(boxes).flatMap(([name, at]) => [
    box(at, '#ffffff'),
    text(at.x + at.wide / 2, at.y + 27, 15, name, 600),
    text(at.x + at.wide / 2, at.y + 46, 12, words[name] ?? '', 400, '#66736f'),
  ]),
  ...folders.flatMap((name, at) => {
    const column = at % Math.ceil(folders.length / 2);
    const y = boxes.Core.y + (at < folders.length / 2 ? 58 : 88);
    return [
      `<rect x="${boxes.Core.x + 16 + column * chip}" y="${y}" width="${chip - 6}" height="24" rx="3" fill="#e3ece6"/>`,
      text(boxes.Core.x + 16 + column * chip + (chip - 6) / 2, y + 16, 12, `${at + 1} ${name}`),
    ];
  }),
  '</svg>',
];
writeFileSync(resolve(process.argv[2] ?? join(root, 'docs', 'layers.svg')), `${out.join('\n')}\n`);
