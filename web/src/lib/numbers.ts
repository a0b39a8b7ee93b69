import { api, type NumbersView } from './api';

/** How this installation groups digits: as the server prints its own texts. */
let style: Pick<NumbersView, 'group' | 'leastBefore' | 'lastSize' | 'otherSize'> = {
  group: ',',
  leastBefore: 1,
  lastSize: 3,
  otherSize: 3,
};

export const writeNumbersAs = (now: typeof style) => {
  style = now;
};

/** A whole number, as numbers are written here. */
export function inDigits(value: number): string {
  const digits = Math.abs(Math.round(value)).toString();
  const sign = value < 0 ? '−' : '';
  if (!style.group || digits.length < style.lastSize + style.leastBefore) return sign + digits;
  let head = digits.length - style.lastSize;
  let text = style.group + digits.slice(head);
  for (; head > style.otherSize; head -= style.otherSize) text = style.group + digits.slice(head - style.otherSize, head) + text;
  return sign + digits.slice(0, head) + text;
}

/** Asked once, before anything is shown; without an answer the product's own way holds. */
export async function readNumberStyle() {
  try {
    writeNumbersAs(await api.numbers());
  } catch {
    // The server is away: the page says so itself.
  }
}
