import { expect, test } from 'vitest';
import { apiTypes } from '../../api-types.mjs';
import written from '../openapi.d.ts?raw';

test('the types are those of the contract and of the published schemas', async () => {
  expect(written === (await apiTypes()), 'src/openapi.d.ts is stale: npm run types').toBe(true);
});
