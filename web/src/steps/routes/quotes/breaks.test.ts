import { expect, test } from 'vitest';
import { breaksOf } from './breaks';

test('prices by quantity are read as they are written, and never guessed', () => {
  expect(breaksOf('100: 2.60, 1000: 1.90')).toEqual([
    { from: 100, each: 2.6 },
    { from: 1000, each: 1.9 },
  ]);
  expect(breaksOf('1 : 3; 50=2 €')).toEqual([
    { from: 1, each: 3 },
    { from: 50, each: 2 },
  ]);
  for (const unclear of ['', '2.60', '100: 2,60', '100: cheap', '1.000: 2', '100: 2.6 1000: 1.9'])
    expect(breaksOf(unclear)).toBeNull();
});
