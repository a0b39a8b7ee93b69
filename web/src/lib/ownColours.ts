const kept = 'onewhole.colours';
const most = 14;

/** The colours of one's own that were used before, the latest first; kept in this browser. */
export function ownColours(): string[] {
  try {
    const all: unknown = JSON.parse(localStorage.getItem(kept) ?? '[]');
    return Array.isArray(all) ? all.filter((one): one is string => /^#[0-9a-f]{6}$/.test(String(one))).slice(0, most) : [];
  } catch {
    return [];
  }
}

/** Remembers a colour of one's own. */
export function keepColour(colour: string) {
  try {
    localStorage.setItem(kept, JSON.stringify([colour, ...ownColours().filter((other) => other !== colour)].slice(0, most)));
  } catch {
    // A browser without storage offers it no more after this page.
  }
}

/** "#1D6B60", "1d6b60" and "#abc" as "#1d6b60" and "#aabbcc"; null for what is no colour. */
export function asColour(text: string): string | null {
  const digits = text.trim().replace(/^#/, '').toLowerCase();
  if (/^[0-9a-f]{6}$/.test(digits)) return `#${digits}`;
  return /^[0-9a-f]{3}$/.test(digits) ? `#${[...digits].map((digit) => digit + digit).join('')}` : null;
}
