import { describe, expect, it } from 'vitest';
import { blockOf, filledDown, nextInSeries, textOf } from './cells';

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

describe('blockOf', () => {
  it('takes tabs, line breaks of any kind and quoted cells apart', () => {
    expect(blockOf('a\tb\r\n1\t2\r\n')).toEqual([
      ['a', 'b'],
      ['1', '2'],
    ]);
    expect(blockOf('"two\nlines"\t"say ""hi"""\n5" pipe\t')).toEqual([
      ['two\nlines', 'say "hi"'],
      ['5" pipe', ''],
    ]);
  });
  it('gives back what textOf wrote', () => {
    const block = [
      ['a "b"', 'c\td'],
      ['', 'x\ny'],
    ];
    expect(blockOf(textOf(block))).toEqual(block);
  });
});

describe('filledDown', () => {
  it('copies the first row, or goes on with its series', () => {
    const block = [
      ['Apr', '7', 'Fog'],
      ['', '', ''],
      ['', '', ''],
    ];
    expect(filledDown(block, false)[2]).toEqual(['Apr', '7', 'Fog']);
    expect(filledDown(block, true)).toEqual([
      ['Apr', '7', 'Fog'],
      ['May', '8', 'Fog'],
      ['Jun', '9', 'Fog'],
    ]);
  });
});
