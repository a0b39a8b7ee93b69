/** The text with a number and its percent sign kept on one line. */
export const together = (text: string) => text.replace(/(\d) %/g, '$1\u00a0%');
