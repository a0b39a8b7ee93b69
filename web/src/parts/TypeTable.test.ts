import { describe, expect, it } from 'vitest';
import { typedCsv } from './TypeTable';

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
