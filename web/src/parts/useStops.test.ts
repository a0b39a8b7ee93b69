import { describe, expect, it } from 'vitest';
import { stopAfter } from './useStops';

const stops = ['title', 'bar 1', 'bar 2', 'bar 3', 'key 1', 'key 2', 'handle'];
const kindOf = (stop: string) => stop.split(' ')[0] ?? null;
const leads = (now: string | null, key: string) => stopAfter(stops, now, kindOf, key);

describe('the keys in a figure', () => {
  it('go from thing to thing by arrows, and stay at the ends', () => {
    expect(leads('title', 'ArrowRight')).toBe('bar 1');
    expect(leads('bar 3', 'ArrowDown')).toBe('key 1');
    expect(leads('key 1', 'ArrowLeft')).toBe('bar 3');
    expect(leads('bar 1', 'ArrowUp')).toBe('title');
    expect(leads('title', 'ArrowLeft')).toBe('title');
    expect(leads('handle', 'ArrowRight')).toBe('handle');
  });

  it('go to the first and the last of a kind by Home and End', () => {
    expect(leads('bar 2', 'Home')).toBe('bar 1');
    expect(leads('bar 2', 'End')).toBe('bar 3');
    expect(leads('title', 'End')).toBe('title');
  });

  it('go from kind to kind by PageDown and PageUp, to the first of it', () => {
    expect(leads('bar 1', 'PageDown')).toBe('key 1');
    expect(leads('key 1', 'PageDown')).toBe('handle');
    expect(leads('handle', 'PageDown')).toBe(null);
    expect(leads('handle', 'PageUp')).toBe('key 1');
    expect(leads('key 2', 'PageUp')).toBe('bar 1');
    expect(leads('title', 'PageUp')).toBe(null);
  });

  it('leave all other keys alone', () => {
    for (const key of ['a', 'Enter', ' ', 'Tab', 'Escape']) expect(leads('bar 1', key)).toBe(null);
  });

  it('begin at the first where nothing has the focus', () => {
    expect(leads(null, 'ArrowRight')).toBe('title');
    expect(stopAfter<string>([], null, kindOf, 'ArrowRight')).toBe(null);
  });
});
