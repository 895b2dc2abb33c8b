import { describe, expect, it } from 'vitest';
import { placeOf, placeText } from './place';

describe('a place in an address', () => {
  it('comes back as it was written, to the thousandth', () => {
    const place = { pointMm: [1.23456, -2, 30], from: [0, 0, -1], radiusMm: 4 };
    expect(placeOf(placeText(place))).toEqual({ ...place, pointMm: [1.235, -2, 30] });
  });

  it('is none when it can not be read', () => {
    for (const odd of [null, '', '1,2,3', 'a,b,c,d,e,f,g', '1,2,3,0,0,1,2,9', '1,,3,0,0,1,2'])
      expect(placeOf(odd)).toBeNull();
  });
});
