// Makes the demo's tables, always the same ones: everything about Marrow Sound Ferries is made up.
// Run with `node demo/make.mjs`; it writes the CSV files beside it.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));

/** A small deterministic generator (mulberry32): the same numbers on every machine. */
function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

function pick(random, weighted) {
  const total = weighted.reduce((sum, [, weight]) => sum + weight, 0);
  let at = random() * total;
  for (const [value, weight] of weighted) {
    at -= weight;
    if (at < 0) return value;
  }
  return weighted.at(-1)[0];
}

const quote = (cell) => (/[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

function write(name, header, rows) {
  const text = [header, ...rows].map((row) => row.map((cell) => quote(String(cell))).join(',')).join('\r\n');
  writeFileSync(join(here, `${name}.csv`), `${text}\r\n`);
}

const islands = ['Hallin', 'Oskery', 'Tarn Holm', 'Big Wick', 'Little Wick', 'Sule Bank'];
const isoDay = (start, days) => new Date(Date.UTC(...start) + days * 86_400_000).toISOString().slice(0, 10);
const seasonOf = (day) =>
  ['Winter', 'Winter', 'Spring', 'Spring', 'Spring', 'Summer', 'Summer', 'Summer', 'Autumn', 'Autumn', 'Autumn', 'Winter'][
    Number(day.slice(5, 7)) - 1
  ];

/** One row a delay, two years; a few causes take most of the minutes, some are blank or misspelt, one is a correction. */
function delays() {
  const random = randomFrom(20250301);
  const vessels = ['Marrow Star', 'Sound Runner', 'Holm Lass', 'Grey Tern', 'Wick Trader'];
  const bySeason = {
    Winter: { fog: 2.2, swell: 2.4, freight: 0.8, bus: 0.9, ticket: 0.3 },
    Spring: { fog: 1.3, swell: 1.1, freight: 1, bus: 1, ticket: 0.7 },
    Summer: { fog: 0.5, swell: 0.4, freight: 1.2, bus: 1.2, ticket: 2.1 },
    Autumn: { fog: 1.6, swell: 1.5, freight: 1, bus: 1, ticket: 0.8 },
  };
  const rows = [];
  for (let i = 0; i < 3987; i++) {
    const day = isoDay([2024, 2, 1], Math.floor((i / 3987) * 730));
    const season = seasonOf(day);
    const factor = bySeason[season];
    const cause = pick(random, [
      ['Fog on the Sound', 15 * factor.fog],
      ['Late connecting bus', 17 * factor.bus],
      ['Engine', 7],
      ['Loading of freight', 13 * factor.freight],
      ['Berth taken', 9],
      ['Crew change', 8],
      ['Swell at Sule Bank', 5 * factor.swell],
      ['Ticket queue', 7 * factor.ticket],
      ['Bow door', 2],
      ['Medical call', 1.2],
      ['Loading of freigt', 0.25],
      ['', 1.6],
    ]);
    const middle =
      {
        'Fog on the Sound': 26,
        Engine: 31,
        'Late connecting bus': 13,
        'Medical call': 34,
        'Bow door': 18,
        'Swell at Sule Bank': 19,
      }[cause] ?? 9;
    const minutes = Math.max(1, Math.round(middle * Math.exp((random() + random() + random() - 1.5) * 1.1)));
    const blank = random() < 0.0025;
    rows.push([
      day,
      `Mainland – ${pick(random, [
        ['Hallin', 30],
        ['Oskery', 22],
        ['Big Wick', 17],
        ['Tarn Holm', 14],
        ['Sule Bank', 9],
        ['Little Wick', 8],
      ])}`,
      pick(
        random,
        vessels.map((vessel, at) => [vessel, 5 - at * 0.6]),
      ),
      season,
      cause,
      blank ? '' : minutes,
    ]);
  }
  // The harbour office took back minutes that it had counted twice under another name.
  rows.splice(1200, 0, ['2024-10-09', 'Mainland – Hallin', 'Holm Lass', 'Autumn', 'Harbour correction', -64]);
  rows.splice(2310, 0, ['2025-05-02', 'Mainland – Oskery', 'Grey Tern', 'Spring', 'Harbour correction', -118]);
  rows.splice(3055, 0, ['2025-09-14', 'Mainland – Big Wick', 'Wick Trader', 'Autumn', 'Harbour correction', -41]);
  write('delays', ['Date', 'Route', 'Vessel', 'Season', 'Cause', 'Minutes'], rows);
}

/** Route × passenger type × year; refunds are negative. */
function revenue() {
  const random = randomFrom(77001);
  const types = [
    ['Visitor', 46],
    ['Resident', 24],
    ['Freight', 20],
    ['School', 7],
    ['Refunds', -2],
  ];
  const rows = [];
  islands.forEach((island, at) => {
    const size = [501, 374, 210, 305, 64, 92][at];
    for (let year = 2021; year <= 2025; year++) {
      for (const [type, share] of types) {
        if (type === 'School' && island === 'Sule Bank') continue;
        const growth = { Freight: 1.14, Visitor: 1.09, Resident: 1.03, School: 1.01, Refunds: 1.06 }[type] ** (year - 2021);
        const amount = size * 10 * share * growth * (0.85 + random() * 0.3);
        const trips = Math.max(
          1,
          Math.round(Math.abs(amount) / { Visitor: 34, Resident: 12, Freight: 190, School: 6, Refunds: 28 }[type]),
        );
        rows.push([island, type, year, amount.toFixed(2), trips]);
      }
    }
  });
  write('revenue', ['Route', 'Passenger type', 'Year', 'Revenue', 'Trips'], rows);
}

/** Island × five-year band, the last one open × sex, two years. */
function residents() {
  const random = randomFrom(4242);
  const bands = Array.from({ length: 17 }, (_, k) => `${k * 5}–${k * 5 + 4}`).concat('85+');
  const rows = [];
  islands.forEach((island, at) => {
    const size = [8412, 5230, 1450, 3890, 610, 925][at];
    const bulge = [56, 52, 60, 47, 63, 34][at];
    for (const year of [2015, 2025]) {
      bands.forEach((band, k) => {
        const age = k * 5 + 2.5;
        const centre = bulge - (year === 2015 ? 7 : 0);
        const shape =
          (0.62 + 0.75 * Math.exp(-(((age - centre) / 19) ** 2))) *
          (age > 62 ? Math.exp(-(age - 62) / 17) : 1) *
          (k === 17 ? 1.5 : 1);
        for (const sex of ['Men', 'Women']) {
          const tilt = sex === 'Women' ? 1 + Math.max(0, age - 60) / 90 : 1 - Math.max(0, age - 60) / 160;
          rows.push([
            island,
            band,
            sex,
            year,
            Math.max(0, Math.round((size / 36) * 1.22 * shape * tilt * (0.93 + random() * 0.14))),
          ]);
        }
      });
    }
  });
  write('residents', ['Island', 'Age', 'Sex', 'Year', 'People'], rows);
}

/** Wide: two number columns. */
function boardings() {
  write(
    'boardings',
    ['Stop', 'Boardings', 'Landings'],
    [
      ['Hallin Pier', 812, 640],
      ['Oskery Quay', 598, 611],
      ['Big Wick', 455, 402],
      ['Tarn Holm', 310, 388],
      ['Sule Bank', 122, 214],
      ['Little Wick', 96, 71],
      ['Mainland Terminal', 2326, 2393],
    ],
  );
}

/** One row an answer on a five-step scale. */
function survey() {
  const random = randomFrom(900913);
  const levels = ['very poor', 'poor', 'neither', 'good', 'very good'];
  const questions = [
    ['How was the crossing?', 0],
    ['How was boarding?', -0.25],
    ['Was the crew helpful?', 0.5],
  ];
  const mood = [0.75, 0.5, 0.05, 0.25, 0.1, -0.6];
  const rows = [];
  for (let i = 0; i < 1260; i++) {
    const at = Math.floor(random() * 6);
    const [question, shift] = questions[i % 3];
    const level = 2 + mood[at] + shift + (random() + random() + random() - 1.5) * 2.4;
    rows.push([
      `Mainland – ${islands[at]}`,
      question,
      random() < 0.012 ? '' : levels[Math.min(4, Math.max(0, Math.round(level)))],
    ]);
  }
  write('survey', ['Route', 'Question', 'Level'], rows);
}

/** Stages of a booking, by channel. */
function bookings() {
  const phone = [4310, 3120, 2240, 1985, 1920],
    counter = [1890, 1640, 1510, 1470, 1455],
    web = [18420, 9873, 4410, 3105, 2987];
  const rows = [];
  ['Searches', 'Quotes', 'Holds', 'Payments', 'Boardings'].forEach((stage, at) => {
    rows.push([stage, 'Web', web[at]], [stage, 'Phone', phone[at]], [stage, 'Counter', counter[at]]);
  });
  write('bookings', ['Stage', 'Channel', 'Count'], rows);
}

/** Kinds of ticket. */
function tickets() {
  write(
    'tickets',
    ['Ticket', 'Sold', 'Money'],
    [
      ['Single', 18240, '164160.00'],
      ['Return', 22410, '358560.00'],
      ['Ten trips', 3120, '234000.00'],
      ['Season', 418, '125400.00'],
      ['Bicycle', 5230, '20920.00'],
      ['Car', 6105, '256410.00'],
      ['Group', 214, '32100.00'],
    ],
  );
}

/** Monthly files as a till sends them: what the kiosks on board sold. In the last month there is a new kind of goods. */
function kiosks() {
  const random = randomFrom(20260901);
  const goods = [
    ['Tea and coffee', 2100],
    ['Sandwiches', 1650],
    ['Pasties', 1240],
    ['Crisps', 610],
    ['Newspapers', 380],
    ['Postcards', 260],
    ['Rain capes', 190],
  ];
  mkdirSync(join(here, 'feed'), { recursive: true });
  for (const month of ['2026-08', '2026-09', '2026-10']) {
    const sold = month === '2026-10' ? [...goods.filter(([name]) => name !== 'Postcards'), ['Soup', 900]] : goods;
    const rows = ['Marrow Star', 'Sound Runner', 'Holm Lass'].flatMap((vessel, at) =>
      sold.map(([name, middle]) => [month, vessel, name, (middle * (1 - at * 0.22) * (0.8 + random() * 0.4)).toFixed(2)]),
    );
    write(`feed/kiosk-${month}`, ['Month', 'Vessel', 'Goods', 'Sales'], rows);
  }
}

/** Takings of the shops on the piers, a year a column. */
function shops() {
  write(
    'shops',
    ['Shop', 'Takings 2023', 'Takings 2024', 'Takings 2025'],
    [
      ['Quay shop', '182400.00', '191250.50', '203980.00'],
      ['Ferry bar', '240100.00', '233870.25', '251340.75'],
      ['Kiosk Hallin', '61200.00', '64480.00', '70115.50'],
      ['Kiosk Oskery', '38950.50', '41020.00', '39870.00'],
      ['Bicycle hire', '54300.00', '72610.00', '91205.25'],
    ],
  );
}

/** Fuel of the vessels, with the subtotals and the total that its clerk puts under it. */
function fuel() {
  const fleet = {
    Sound: [
      ['Marrow Star', 812, 241],
      ['Sound Runner', 640, 198],
    ],
    Holms: [
      ['Holm Lass', 388, 175],
      ['Tern', 297, 160],
      ['Wick Belle', 211, 122],
    ],
  };
  const rows = [];
  const sum = (vessels, at) => vessels.reduce((all, vessel) => all + vessel[at], 0);
  for (const [line, vessels] of Object.entries(fleet)) {
    for (const [vessel, litres, trips] of vessels) rows.push([line, vessel, litres, trips]);
    rows.push([`${line} total`, '', sum(vessels, 1), sum(vessels, 2)]);
  }
  const all = Object.values(fleet).flat();
  rows.push(['Total', '', sum(all, 1), sum(all, 2)]);
  write('fuel', ['Line', 'Vessel', 'Fuel (1000 l)', 'Trips'], rows);
}

delays();
revenue();
residents();
boardings();
survey();
bookings();
tickets();
shops();
fuel();
kiosks();
