import { expect, test } from 'vitest';
import { inDigits, writeNumbersAs } from './numbers';

test('whole numbers are grouped as the installation has it', () => {
  expect(inDigits(1234567)).toBe('1,234,567');
  expect(inDigits(-999)).toBe('−999');
  writeNumbersAs({ group: '.', leastBefore: 2, lastSize: 3, otherSize: 3 });
  expect([inDigits(1234), inDigits(12345)]).toEqual(['1234', '12.345']);
  writeNumbersAs({ group: ',', leastBefore: 1, lastSize: 3, otherSize: 2 });
  expect(inDigits(123456789)).toBe('12,34,56,789');
  writeNumbersAs({ group: '', leastBefore: 1, lastSize: 3, otherSize: 3 });
  expect(inDigits(1234567)).toBe('1234567');
});
