import { expect, test } from 'vitest';
import { day } from '../../../../../app/theme/palette';
import { decodeSampleMap } from '../../../painted/sampleMap';
import { pourPainting } from './pourPainting';

test('a map without kinds is read, and what air keeps has its own band', () => {
  const all = new ArrayBuffer(8 + 4 * 4 + 1);
  new Uint32Array(all, 0, 2).set([1, 4]);
  new Float32Array(all, 8, 4).set([0, 0.39, 1, NaN]);
  new Uint8Array(all, 24, 1).set([2]);
  const map = decodeSampleMap(all);
  expect(map.kinds).toHaveLength(0);
  const painting = pourPainting(map, day);
  expect([0, 1, 2, 3].map(painting.bandOf)).toEqual([0, 1, 4, 5]);
  expect(painting.bands[1]!.label).toBe('20 to 40 %');
});
