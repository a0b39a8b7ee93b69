import { describe, expect, it } from 'vitest';
import { nextInSeries, typedCsv } from './TypeTable';

describe('typedCsv', () => {
  it('leaves out what has no text, and quotes what needs it', () => {
    expect(
      typedCsv([
        ['Cause', 'Minutes', ''],
        ['Fog, thick', '12', ''],
        ['', '', ''],
        ['say "hi"', '', ''],
      ]),
    ).toBe('Cause,Minutes\n"Fog, thick",12\n"say ""hi""",');
  });
  it('keeps a column that has a heading or a cell', () => {
    expect(
      typedCsv([
        ['a', '', 'c'],
        ['1', '2', ''],
      ]),
    ).toBe('a,,c\n1,2,');
  });
});

describe('nextInSeries', () => {
  it('goes on with months, weekdays and numbers, and repeats the rest', () => {
    expect(['March', 'dec', 'Sunday', 'Stop 9', 'Q1 2026', '007', 'Fog'].map((text) => nextInSeries(text))).toEqual([
      'April',
      'Jan',
      'Monday',
      'Stop 10',
      'Q1 2027',
      '008',
      'Fog',
    ]);
    expect([nextInSeries('May'), nextInSeries('May', 'April'), nextInSeries('May', 'Apr')]).toEqual(['June', 'June', 'Jun']);
  });
});
