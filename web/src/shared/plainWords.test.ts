import { expect, test } from 'vitest';
import { plain } from './plainWords';

test.each([
  ['hardness.tolerancePoints', 'hardness, tolerance points'],
  ['demand[2].neededBy', 'demand 2, needed by'],
  ['low', 'low'],
])('%s is said as %s', (where, words) => expect(plain(where)).toBe(words));
