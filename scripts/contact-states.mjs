// The states in which forms are looked at: tables of the ferry company's kind, made up on the spot.

const csv = (rows) => rows.map((row) => row.map((cell) => (/[",\n]/.test(String(cell)) ? `"${String(cell).replaceAll('"', '""')}"` : cell)).join(',')).join('\r\n') + '\r\n';
const causes = ['Fog on the Sound', 'Engine', 'Late connecting bus', 'Loading of freight', 'Swell at Sule Bank', 'Berth taken', 'Crew change', 'Ticket queue', 'Bow door'];
const long = (name, at) => `${name}, as the harbour master of the ${at + 1}. district writes it down in full whenever a crossing is late`;

const byPart = (names, amount) => csv([['Cause', 'Minutes'], ...names.map((name, at) => [name, amount(at)])]);
const falling = (at) => Math.round(9000 / (at + 1.3) ** 1.15);

/** States of forms that take no groups. */
const single = () => ({
  demo: { table: byPart(causes, falling) },
  'one part': { table: byPart(['Fog'], () => 12) },
  'three parts': { table: byPart(['Fog', 'Engine', 'Berth taken'], (at) => [50, 30, 20][at]) },
  'sixty parts': { table: byPart(Array.from({ length: 60 }, (_, at) => `Stop ${at + 1}`), falling) },
  '3000 parts': { table: byPart(Array.from({ length: 3000 }, (_, at) => `Traveller ${at + 1}`), (at) => Math.round(1e6 / (at + 20))) },
  'long names': { table: byPart(causes.map(long), falling) },
  unequal: { table: byPart(['Nearly all', 'Some', 'Little', 'Nothing'], (at) => [90000, 900, 90, 0][at]) },
  negative: { table: byPart(causes, (at) => (at === 3 ? -2500 : falling(at))) },
  'all equal': { table: byPart(causes, () => 70) },
});

export const studies = {
  pareto: { value: { sum: 'Minutes' }, parts: { column: 'Cause' }, form: { kind: 'pareto', cuts: [{ share: 0.8 }, { position: 0.2 }] } },
  sharebars: { value: { sum: 'Minutes' }, parts: { column: 'Cause' }, form: { kind: 'sharebars' } },
};

export const states = () => single();
