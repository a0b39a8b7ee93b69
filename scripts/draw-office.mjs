// Draws what the parts of a workbook or of slides say (charts, shapes, texts, tables), to be looked at where no program for them is.
// node scripts/draw-office.mjs FILE.pptx|FILE.xlsx OUT.png
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { resolve } from 'node:path';

const need = createRequire(resolve(import.meta.dirname, '..', 'web', 'package.json'));
const { chromium } = need('@playwright/test');
const { unzipSync, strFromU8 } = need('fflate');
const [file, out] = process.argv.slice(2);
const files = Object.fromEntries(
  Object.entries(unzipSync(new Uint8Array(readFileSync(file))))
    .filter(([name]) => /\.(xml|rels)$/.test(name))
    .map(([name, bytes]) => [name, strFromU8(bytes)]),
);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1300, height: 760 } });
await page.setContent('<body style="margin:0;background:#999"></body>');
await page.evaluate((parts) => {
  const parse = (name) => new DOMParser().parseFromString(parts[name].replace(/^\uFEFF/, ''), 'application/xml');
  const all = (node, name) => [...node.getElementsByTagName('*')].filter((child) => child.localName === name);
  const one = (node, name) => all(node, name)[0];
  const kids = (node, name) => [...node.children].filter((child) => child.localName === name);
  const val = (node, name) => kids(node, name)[0]?.getAttribute('val');
  const EMU = 9525;
  const svg = (name, attributes, text) => {
    const element = document.createElementNS('http://www.w3.org/2000/svg', name);
    for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
    if (text !== undefined) element.textContent = text;
    return element;
  };
  const fillOf = (sppr) => {
    if (!sppr || kids(sppr, 'noFill').length) return 'none';
    const solid = kids(sppr, 'solidFill')[0];
    return solid ? `#${one(solid, 'srgbClr').getAttribute('val')}` : 'none';
  };
  const rels = (name) => {
    const at = name.lastIndexOf('/');
    const path = `${name.slice(0, at)}/_rels${name.slice(at)}.rels`;
    const found = {};
    if (parts[path])
      for (const rel of all(parse(path), 'Relationship')) {
        const target = rel.getAttribute('Target');
        found[rel.getAttribute('Id')] = target.startsWith('/')
          ? target.slice(1)
          : new URL(target, `http://x/${name}`).pathname.slice(1);
      }
    return found;
  };

  function drawChart(root, name, x, y, width, height) {
    const chart = parse(name);
    const plot = one(chart, 'plotArea');
    const group = svg('g', { transform: `translate(${x} ${y})`, 'font-family': 'sans-serif' });
    root.append(group);
    const title = one(chart, 'title');
    const manual = title && one(title, 'manualLayout');
    const top = title && !manual ? 34 : 8;
    const size = title ? (Number(one(title, 'defRPr')?.getAttribute('sz') ?? 1200) / 100) * (96 / 72) : 0;
    if (manual)
      group.append(
        svg(
          'text',
          {
            x: width * Number(val(manual, 'x')) + 4,
            y: height * Number(val(manual, 'y')) + size,
            'font-size': size,
            'font-weight': 600,
          },
          all(title, 'v')[0]?.textContent,
        ),
      );
    else if (title)
      group.append(
        svg(
          'text',
          { x: width / 2, y: 22, 'text-anchor': 'middle', 'font-size': 17, 'font-weight': 600 },
          all(title, 'v')[0]?.textContent,
        ),
      );
    const points = (node) =>
      Object.fromEntries(node ? all(node, 'pt').map((pt) => [pt.getAttribute('idx'), one(pt, 'v').textContent]) : []);
    const axes = all(plot, 'valAx').map((axis) => ({
      id: val(axis, 'axId'),
      max: Number(val(kids(axis, 'scaling')[0], 'max') ?? NaN),
      hidden: val(axis, 'delete') === '1',
      format: kids(axis, 'numFmt')[0]?.getAttribute('formatCode'),
    }));
    const names = kids(plot, 'catAx')[0];
    const turned = names && val(kids(names, 'scaling')[0], 'orientation') === 'maxMin';
    const legend = one(chart, 'legend');
    const deleted = legend ? all(legend, 'legendEntry').map((entry) => val(entry, 'idx')) : [];
    const pieces = [];
    for (const kind of [...plot.children].filter((child) => /Chart$/.test(child.localName))) {
      const series = kids(kind, 'ser').map((ser) => {
        const labels = kids(ser, 'dLbls')[0];
        return {
          index: val(ser, 'idx'),
          name: Object.values(points(kids(ser, 'tx')[0]))[0],
          values: points(kids(ser, 'val')[0]),
          categories: points(kids(ser, 'cat')[0]),
          fill: fillOf(kids(ser, 'spPr')[0]),
          own: Object.fromEntries(kids(ser, 'dPt').map((dpt) => [val(dpt, 'idx'), fillOf(kids(dpt, 'spPr')[0])])),
          falls: kids(ser, 'errBars').length > 0,
          line: one(kids(ser, 'spPr')[0], 'ln') ? fillOf(one(kids(ser, 'spPr')[0], 'ln')) : 'none',
          dashed: !!one(kids(ser, 'spPr')[0], 'prstDash'),
          labels: labels ? points(one(ser, 'dlblRangeCache')) : {},
          place: labels ? val(labels, 'dLblPos') : null,
          inks: Object.fromEntries(
            labels
              ? kids(labels, 'dLbl')
                  .filter((own) => kids(own, 'txPr').length)
                  .map((own) => [val(own, 'idx'), `#${one(kids(own, 'txPr')[0], 'srgbClr').getAttribute('val')}`])
              : [],
          ),
          ink: labels ? `#${one(kids(labels, 'txPr')[0], 'srgbClr').getAttribute('val')}` : '#000',
        };
      });
      pieces.push({
        kind: kind.localName,
        grouping: val(kind, 'grouping'),
        lying: val(kind, 'barDir') === 'bar',
        gap: Number(val(kind, 'gapWidth') ?? 50) / 100,
        overlap: Number(val(kind, 'overlap') ?? 0),
        hole: Number(val(kind, 'holeSize') ?? 0) / 100,
        axis: kids(kind, 'axId')[1]?.getAttribute('val'),
        series,
      });
    }
    const first = pieces[0];
    const count = Math.max(...Object.keys(first.series[0].categories).map(Number)) + 1;
    const round1 = /pie|doughnut/.test(first.kind);
    const slices = round1
      ? Object.entries(first.series[0].categories).map(([i, name]) => ({
          name,
          fill: first.series[0].own[i] ?? first.series[0].fill,
        }))
      : [];
    const key = !legend
      ? []
      : round1
        ? slices
        : pieces.flatMap((piece) => piece.series).filter((series) => !deleted.includes(series.index));
    const foot = key.length ? 26 : 6;
    let at = width / 2 - key.length * 55;
    for (const entry of key) {
      group.append(
        svg('rect', { x: at, y: height - 18, width: 10, height: 10, fill: entry.fill === 'none' ? entry.line : entry.fill }),
        svg('text', { x: at + 14, y: height - 9, 'font-size': 12 }, entry.name),
      );
      at += 110;
    }
    if (round1) {
      const inset = one(kids(plot, 'layout')[0], 'manualLayout');
      const side = (name) => Number(val(inset, name));
      const radius = inset ? Math.min(side('w') * width, side('h') * height) / 2 : (height - top - foot) / 2 - 30;
      const [cx, cy] = inset
        ? [(side('x') + side('w') / 2) * width, (side('y') + side('h') / 2) * height]
        : [width / 2, top + radius + 20];
      const series = first.series[0];
      const total = Object.values(series.values).reduce((sum, value) => sum + Number(value), 0);
      let angle = -Math.PI / 2;
      for (let i = 0; i < count; i++) {
        const to = angle + (Number(series.values[i] ?? 0) / total) * Math.PI * 2;
        const p = (a, r) => `${cx + r * Math.cos(a)} ${cy + r * Math.sin(a)}`;
        const big = to - angle > Math.PI ? 1 : 0;
        const inner = radius * first.hole;
        group.append(
          svg('path', {
            d:
              `M${p(angle, inner)}L${p(angle, radius)}A${radius} ${radius} 0 ${big} 1 ${p(to, radius)}L${p(to, inner)}` +
              `A${inner} ${inner} 0 ${big} 0 ${p(angle, inner)}Z`,
            fill: series.own[i] ?? series.fill,
            stroke: '#fff',
          }),
        );
        const middle = (angle + to) / 2;
        const on = (radius + inner) / 2;
        if (series.labels[i] && inner > 0)
          group.append(
            svg(
              'text',
              {
                x: cx + on * Math.cos(middle),
                y: cy + on * Math.sin(middle) + 4,
                'font-size': 12,
                'text-anchor': 'middle',
                fill: series.inks[i] ?? series.ink,
              },
              series.labels[i],
            ),
          );
        else if (series.labels[i])
          group.append(
            svg(
              'text',
              {
                x: cx + (radius + 8) * Math.cos(middle),
                y: cy + (radius + 8) * Math.sin(middle),
                'font-size': 11,
                'text-anchor': Math.cos(middle) < 0 ? 'end' : 'start',
              },
              series.labels[i],
            ),
          );
        angle = to;
      }
      return;
    }
    const lying = first.lying;
    const hideNames = val(names, 'delete') === '1';
    const left = lying && !hideNames ? 120 : axes[0].hidden ? 12 : 56;
    const box = { x: left, y: top + 6, width: width - left - 48, height: height - top - foot - (lying ? 28 : 40) };
    const extent = (piece) => {
      let [low, high] = [0, 0];
      for (let i = 0; i < count; i++) {
        const values = piece.series.map((series) => Number(series.values[i] ?? 0));
        if (piece.grouping === 'percentStacked') [low, high] = [0, 1];
        else if (piece.grouping === 'stacked') {
          high = Math.max(
            high,
            values.filter((value) => value > 0).reduce((sum, value) => sum + value, 0),
          );
          low = Math.min(
            low,
            values.filter((value) => value < 0).reduce((sum, value) => sum + value, 0),
          );
        } else [low, high] = [Math.min(low, ...values), Math.max(high, ...values)];
      }
      return [low, high];
    };
    const round = (value) =>
      value === 0
        ? 0
        : Math.sign(value) *
          Math.ceil(Math.abs(value) / 10 ** Math.floor(Math.log10(Math.abs(value))) / 0.5) *
          0.5 *
          10 ** Math.floor(Math.log10(Math.abs(value)));
    for (const piece of pieces) {
      const axis = axes.find((each) => each.id === piece.axis) ?? axes[0];
      const same = pieces.filter((other) => other.axis === piece.axis).map(extent);
      const low = round(Math.min(...same.map((each) => each[0])));
      const high = Number.isNaN(axis.max) ? round(Math.max(...same.map((each) => each[1]))) : axis.max;
      const length = lying ? box.width : box.height;
      const px = (value) =>
        lying ? box.x + ((value - low) / (high - low)) * length : box.y + box.height - ((value - low) / (high - low)) * length;
      const band = (lying ? box.height : box.width) / count;
      const show = (value) =>
        /%/.test(axis.format)
          ? `${Math.round(Math.abs(value) * 1000) / 10}%`
          : (/;/.test(axis.format) ? Math.abs(value) : value).toLocaleString('en-GB');
      if (!axis.hidden)
        for (let i = 0; i <= 4; i++) {
          const value = low + ((high - low) * i) / 4;
          if (piece === first)
            group.append(
              lying
                ? svg('line', { x1: px(value), x2: px(value), y1: box.y, y2: box.y + box.height, stroke: '#e4e0d5' })
                : svg('line', { x1: box.x, x2: box.x + box.width, y1: px(value), y2: px(value), stroke: '#e4e0d5' }),
            );
          const right = piece !== first;
          if (piece === first || piece.axis !== first.axis)
            group.append(
              lying
                ? svg('text', { x: px(value), y: box.y + box.height + 16, 'font-size': 11, 'text-anchor': 'middle' }, show(value))
                : svg(
                    'text',
                    {
                      x: right ? box.x + box.width + 6 : box.x - 6,
                      y: px(value) + 4,
                      'font-size': 11,
                      'text-anchor': right ? 'start' : 'end',
                    },
                    show(value),
                  ),
            );
        }
      const over = piece.grouping !== 'clustered' || piece.overlap === 100;
      const bars = over ? 1 : piece.series.length;
      const broad = band / (bars + piece.gap);
      if (piece.kind === 'lineChart') {
        for (const series of piece.series)
          group.append(
            svg('polyline', {
              points: Object.entries(series.values)
                .map(([i, value]) => `${box.x + (Number(i) + 0.5) * band},${px(Number(value))}`)
                .join(' '),
              fill: 'none',
              stroke: series.line,
              'stroke-width': series.dashed ? 1.3 : 2,
              'stroke-dasharray': series.dashed ? '5 4' : 'none',
            }),
          );
        for (const series of piece.series.filter((each) => each.falls))
          for (const [i, value] of Object.entries(series.values))
            group.append(
              svg('line', {
                x1: box.x + (Number(i) + 0.5) * band,
                x2: box.x + (Number(i) + 0.5) * band,
                y1: px(Number(value)),
                y2: px(0),
                stroke: series.line,
                'stroke-width': 1.3,
                'stroke-dasharray': '5 4',
              }),
            );
        for (const series of piece.series)
          for (const [i, label] of Object.entries(series.labels))
            group.append(
              svg(
                'text',
                {
                  x: box.x + (Number(i) + 0.5) * band,
                  y: px(Number(series.values[i])) - 6,
                  'font-size': 12,
                  'text-anchor': 'middle',
                  fill: series.ink,
                },
                label,
              ),
            );
        continue;
      }
      // Labels lie over all bars.
      const labels = [];
      for (let i = 0; i < count; i++) {
        const place = turned || !lying ? i : count - 1 - i;
        let [up, down] = [0, 0];
        const total = piece.series.reduce((sum, series) => sum + Math.abs(Number(series.values[i] ?? 0)), 0);
        piece.series.forEach((series, k) => {
          if (series.values[i] === undefined) return;
          const value = piece.grouping === 'percentStacked' ? Number(series.values[i]) / total : Number(series.values[i]);
          const stacked = piece.grouping !== 'clustered';
          const from = stacked ? (value < 0 ? down : up) : 0;
          const to = from + value;
          if (stacked && value < 0) down = to;
          else if (stacked) up = to;
          const along = (lying ? box.y : box.x) + place * band + (band - broad * bars) / 2 + (over ? 0 : k * broad);
          const [a, b] = [Math.min(px(from), px(to)), Math.max(px(from), px(to))];
          group.append(
            lying
              ? svg('rect', {
                  x: a,
                  y: along,
                  width: b - a,
                  height: broad,
                  fill: series.own[i] ?? series.fill,
                  ...(series.fill === 'none' && series.line !== 'none' ? { stroke: series.line, 'stroke-width': 1.6 } : {}),
                })
              : svg('rect', { x: along, y: a, width: broad, height: b - a, fill: series.own[i] ?? series.fill }),
          );
          if (series.labels[i]) {
            const tip = px(to) + (value < 0 ? -1 : 1) * (lying ? 4 : -4),
              start = px(from);
            const lines = series.labels[i].split('\n');
            const [lx, ly, anchor] = lying
              ? series.place === 'ctr'
                ? [(a + b) / 2, along + broad / 2 + 4, 'middle']
                : series.place === 'inBase'
                  ? [start + 4, along + broad / 2 + 4, 'start']
                  : series.place === 'inEnd'
                    ? [px(to) - 4, along + broad / 2 + 4, 'end']
                    : [tip, along + broad / 2 + 4, 'start']
              : series.place === 'ctr'
                ? [along + broad / 2, (a + b) / 2 + 4, 'middle']
                : series.place === 'inBase'
                  ? [along + broad / 2, start - 4, 'middle']
                  : [along + broad / 2, tip, 'middle'];
            lines.forEach((line, n) => {
              labels.push(svg('text', { x: lx, y: ly + n * 12, 'font-size': 11, 'text-anchor': anchor, fill: series.ink }, line));
            });
          }
        });
      }
      group.append(...labels);
      if (
        piece === first &&
        lying &&
        low < 0 &&
        !hideNames &&
        kids(kids(names, 'spPr')[0], 'ln').some((ln) => !kids(ln, 'noFill').length)
      )
        group.append(svg('line', { x1: px(0), x2: px(0), y1: box.y, y2: box.y + box.height, stroke: '#555' }));
      if (piece === first && !hideNames)
        for (let i = 0; i < count; i++) {
          const place = turned || !lying ? i : count - 1 - i;
          (first.series[0].categories[i] ?? '').split('\n').forEach((line, n) => {
            group.append(
              lying
                ? svg(
                    'text',
                    { x: box.x - 8, y: box.y + (place + 0.5) * band + 4 + n * 12, 'font-size': 12, 'text-anchor': 'end' },
                    line,
                  )
                : svg(
                    'text',
                    {
                      x: box.x + (place + 0.5) * band,
                      y: box.y + box.height + 16 + n * 13,
                      'font-size': 12,
                      'text-anchor': 'middle',
                    },
                    line,
                  ),
            );
          });
        }
    }
  }

  function drawShape(root, node) {
    if (node.localName === 'grpSp') {
      const xfrm = one(kids(node, 'grpSpPr')[0], 'xfrm');
      const [off, ext, child] = [kids(xfrm, 'off')[0], kids(xfrm, 'ext')[0], kids(xfrm, 'chExt')[0]];
      const group = svg('g', {
        transform:
          `translate(${off.getAttribute('x') / EMU} ${off.getAttribute('y') / EMU}) scale(` +
          `${ext.getAttribute('cx') / child.getAttribute('cx')})`,
      });
      root.append(group);
      for (const shape of node.children) drawShape(group, shape);
      return;
    }
    if (node.localName !== 'sp') return;
    const sppr = kids(node, 'spPr')[0];
    const xfrm = kids(sppr, 'xfrm')[0];
    const [x, y] = ['x', 'y'].map((name) => kids(xfrm, 'off')[0].getAttribute(name) / EMU);
    const [w, h] = ['cx', 'cy'].map((name) => kids(xfrm, 'ext')[0].getAttribute(name) / EMU);
    const turn = Number(xfrm.getAttribute('rot') ?? 0) / 60000;
    const ln = kids(sppr, 'ln')[0];
    const look = {
      fill: fillOf(sppr),
      stroke: ln ? fillOf(ln) : 'none',
      'stroke-width': ln ? (ln.getAttribute('w') ?? 0) / EMU : 0,
    };
    const custom = kids(sppr, 'custGeom')[0];
    if (custom) {
      let d = '';
      for (const step of one(custom, 'path').children)
        d +=
          step.localName === 'close'
            ? 'Z'
            : `${step.localName === 'moveTo' ? 'M' : 'L'}${x + one(step, 'pt').getAttribute('x') / EMU} ` +
              `${y + one(step, 'pt').getAttribute('y') / EMU}`;
      root.append(svg('path', { d, ...look }));
    } else if (!kids(node, 'txBody').length) root.append(svg('rect', { x, y, width: w, height: h, ...look }));
    const body = kids(node, 'txBody')[0];
    if (!body) return;
    const wrap = one(body, 'bodyPr').getAttribute('wrap') !== 'none';
    const centred = one(body, 'bodyPr').getAttribute('anchor') === 'ctr';
    const div = document.createElement('div');
    div.style.cssText =
      `width:${w}px;height:${h}px;display:flex;flex-direction:column;justify-content:` +
      `${centred ? 'center' : 'start'};font-family:sans-serif;${wrap ? '' : 'white-space:nowrap;'}`;
    for (const paragraph of all(body, 'p')) {
      const line = document.createElement('div');
      const run = one(paragraph, 'rPr');
      line.textContent = all(paragraph, 't')
        .map((text) => text.textContent)
        .join('');
      const align = { r: 'right', ctr: 'center' }[one(paragraph, 'pPr')?.getAttribute('algn')] ?? 'left';
      line.style.cssText =
        `text-align:${align};font-size:${(run?.getAttribute('sz') ?? 1200) / 75}` +
        `px;line-height:1.2;font-weight:${run?.getAttribute('b') === '1' ? 600 : 400};color:${run ? fillOf(run) : '#000'}`;
      div.append(line);
    }
    const holder = svg('foreignObject', {
      x,
      y,
      width: w,
      height: h,
      style: 'overflow:visible',
      ...(turn ? { transform: `rotate(${turn} ${x + w / 2} ${y + h / 2})` } : {}),
    });
    holder.append(div);
    root.append(holder);
  }

  function drawTable(root, frame) {
    const xfrm = kids(frame, 'xfrm')[0];
    const [x, y] = ['x', 'y'].map((name) => kids(xfrm, 'off')[0].getAttribute(name) / EMU);
    const widths = all(frame, 'gridCol').map((column) => column.getAttribute('w') / EMU);
    let top = y;
    for (const row of all(frame, 'tr')) {
      const height = row.getAttribute('h') / EMU;
      let left = x;
      kids(row, 'tc').forEach((cell, at) => {
        const right = one(cell, 'pPr').getAttribute('algn') === 'r';
        root.append(
          svg(
            'text',
            {
              x: right ? left + widths[at] - 8 : left + 8,
              y: top + height - 8,
              'font-size': 14,
              'font-family': 'sans-serif',
              'text-anchor': right ? 'end' : 'start',
            },
            all(cell, 't')
              .map((text) => text.textContent)
              .join(''),
          ),
        );
        left += widths[at];
      });
      root.append(svg('line', { x1: x, x2: left, y1: top + height, y2: top + height, stroke: '#ddd' }));
      top += height;
    }
  }

  const slides = Object.keys(parts)
    .filter((name) => /^ppt\/slides\/slide\d*\.xml$|slides\/slide\d*\.xml$/.test(name))
    .sort();
  const drawings = slides.length ? slides : Object.keys(parts).filter((name) => /drawings\/drawing\d*\.xml$/.test(name));
  const size = slides.length ? one(parse('ppt/presentation.xml') ?? parse('presentation.xml'), 'sldSz') : null;
  const [width, height] = size ? [size.getAttribute('cx') / EMU, size.getAttribute('cy') / EMU] : [1120, 620];
  for (const name of drawings) {
    const root = svg('svg', {
      width,
      height,
      viewBox: `0 0 ${width} ${height}`,
      style: 'background:#fff;display:block;margin:8px',
    });
    document.body.append(root);
    const related = rels(name);
    const tree = one(parse(name), 'spTree') ?? one(parse(name), 'oneCellAnchor');
    for (const node of tree.children) {
      drawShape(root, node);
      if (node.localName !== 'graphicFrame') continue;
      const chart = all(node, 'chart')[0];
      if (chart) {
        const xfrm = kids(node, 'xfrm')[0];
        const number = (which, attribute) => kids(xfrm, which)[0].getAttribute(attribute) / EMU;
        const ext = kids(tree, 'ext')[0];
        const place = ext
          ? [0, 0, ext.getAttribute('cx') / EMU, ext.getAttribute('cy') / EMU]
          : [number('off', 'x'), number('off', 'y'), number('ext', 'cx'), number('ext', 'cy')];
        drawChart(root, related[[...chart.attributes].find((attribute) => attribute.localName === 'id').value], ...place);
      } else drawTable(root, node);
    }
  }
}, files);
await page.screenshot({ path: out, fullPage: true });
await browser.close();
