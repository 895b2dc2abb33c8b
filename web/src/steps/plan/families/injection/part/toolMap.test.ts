import { expect, test } from 'vitest';
import { day } from '../../../../../app/theme/palette';
import { decodeSampleMap } from '../../../painted/sampleMap';
import { arrivalPainting, changePainting } from './toolMap';

/** Two triangles, the second cut into four. */
const bytes = () => {
  const all = new ArrayBuffer(8 + 5 * 5 + 2);
  new Uint32Array(all, 0, 2).set([2, 5]);
  new Float32Array(all, 8, 5).set([0, 10, 49.9, 50, NaN]);
  new Uint8Array(all, 28, 5).set([0, 1, 2, 3, 0]);
  new Uint8Array(all, 33, 2).set([1, 2]);
  return all;
};

test('a map is a ratio and a place a sample, told apart by triangle', () => {
  const map = decodeSampleMap(bytes());
  expect([...map.starts]).toEqual([0, 1]);
  expect([...map.kinds]).toEqual([0, 1, 2, 3, 0]);
  expect(map.values[3]).toBe(50);
});

test('what fills last is in the last band, what nothing reaches in its own', () => {
  const painting = arrivalPainting(decodeSampleMap(bytes()), 50, day);
  expect([0, 1, 2, 3, 4].map(painting.bandOf)).toEqual([0, 1, 4, 4, 5]);
  expect(painting.bands[4]!.label).toBe('40 to 50: last');
});

test('more plastic is metal off, less plastic is metal on, each with its cost', () => {
  const changes = (['cutter', 'spark', 'weld', 'insert', 'cavity'] as const).map((by, i) => ({
    by,
    hours: 1,
    euros: 100 * (i + 1),
    line: by,
  }));
  const labels = (way: 'more' | 'less') =>
    changePainting(decodeSampleMap(bytes()), changes, way, day).bands.map((b) => b.label.replace(/.*about /, ''));
  expect(labels('more')).toEqual(['100 €', '200 €', '100 €', '400 €']);
  expect(labels('less')).toEqual(['300 €', '400 €', '400 €', '400 €']);
});
