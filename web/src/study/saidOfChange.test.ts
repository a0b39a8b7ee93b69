import { describe, expect, it } from 'vitest';
import type { StudyView } from '../lib/api';
import { saidOfChange } from './saidOfChange';

const view = (change: object = {}): StudyView =>
  ({
    title: 'Minutes by cause',
    lastChange: 'order.parts',
    study: { form: { kind: 'one' } },
    statement: [
      { id: 'value', text: 'Minutes of delay ' },
      { id: 'parts', text: 'by cause' },
      { id: 'where[0]', text: ', only 2024', drop: 'where[0]' },
      { id: 'whole', text: '. 100\u00a0% is all minutes, 4,210' },
    ],
    workings: { verdict: '4 of 16 causes make 80 %' },
    figure: { description: 'Pareto: 16 bars' },
    ...change,
  }) as unknown as StudyView;

const words = (change: string) => (change === 'order.parts' ? 'The order of parts' : change);

describe('what is said of a change', () => {
  it('is nothing but that it is saved where no words changed', () => {
    expect(saidOfChange(view(), view(), 'do', words)).toBe('Saved.');
  });

  it('is the words that changed, the whole among them, and the reading', () => {
    const after = view({
      statement: [
        { id: 'value', text: 'Minutes of delay ' },
        { id: 'parts', text: 'by port' },
        { id: 'whole', text: '. 100\u00a0% is all minutes, 5,000' },
      ],
      workings: { verdict: '3 of 9 ports make 80 %' },
    });
    expect(saidOfChange(view(), after, 'do', words)).toBe(
      'by port. 100 % is all minutes, 5,000. no longer only 2024. 3 of 9 ports make 80 %. Saved.',
    );
  });

  it('says what was undone, in the words of what it was', () => {
    expect(saidOfChange(view(), view(), 'undo', words)).toBe('Undone: The order of parts. Saved.');
    expect(saidOfChange(view(), view({ lastChange: 'drawn as Pie' }), 'redo', words)).toBe('Done again: drawn as Pie. Saved.');
  });

  it('says another form and another title', () => {
    const after = view({
      title: 'Delays',
      study: { form: { kind: 'another' }, title: 'Delays' },
      figure: { description: 'Pie: 16 slices' },
    });
    expect(saidOfChange(view(), after, 'do', words)).toBe('Title: Delays. Pie. Saved.');
  });

  it('says no words of a study that was not shown before', () => {
    expect(saidOfChange(null, view(), 'do', words)).toBe('Saved.');
  });
});
