const letter = '[\\u0590-\\u08FF\\uFB1D-\\uFDFF\\uFE70-\\uFEFC]';

/** From one letter of a right-to-left script to the last one before another letter or a number. */
const rightToLeft = new RegExp(`${letter}(?:(?:${letter}|[^\\p{L}\\p{N}])*${letter})?`, 'gu');

/** The text with each run of right-to-left letters isolated, so that the numbers beside it stay where they are. */
export const isolated = (text: string) => text.replace(rightToLeft, '\u2068$&\u2069');
