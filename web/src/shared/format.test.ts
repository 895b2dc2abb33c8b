import { expect, test } from 'vitest';
import { box, count, date, moment, number, range, said, times, unbroken, word } from './format';

test.each([
  [48.888, 4, '48.89'],
  [48.888, 2, '49'],
  [1739.6, 3, '1\u202f740'],
  [0.104517, 3, '0.105'],
  [2.2, 6, '2.2'],
  [0, 3, '0'],
  [-12.345, 3, '-12.3'],
  [123456.7, 15, '123\u202f456.7'],
  [-1234567, 9, '-1\u202f234\u202f567'],
  [9.996, 3, '10'],
  [0.000_000_2, 3, '0'],
])('%d with %d digits is %s', (value, digits, text) => expect(number(value, digits)).toBe(text));

test('what is no number is a dash', () => {
  expect(number(NaN)).toBe('–');
  expect(number(Infinity)).toBe('–');
});

test('counts are never rounded', () => expect(count(12_345_678)).toBe('12\u202f345\u202f678'));

test('a range shows its three points, a certain number itself', () => {
  expect(range({ low: 12, likely: 25, high: 50 })).toBe('12 / 25 / 50');
  expect(range(3.14159, 3)).toBe('3.14');
});

test('sides, dates and words read as a person writes them', () => {
  expect(box([118, 82.0004, 34])).toBe('118 × 82 × 34');
  expect(date('2026-03-02')).toBe('2 Mar 2026');
  expect(moment('2026-09-12T07:05:59')).toBe('12 Sep 2026, 07:05');
  expect(word('atRisk')).toBe('At risk');
  expect(word('unheard')).toBe('unheard');
});

test('a share is said in percent', () => {
  expect(said({ low: 0.1, likely: 0.15, high: 0.2 }, 'share')).toBe('10 / 15 / 20 %');
  expect(said(42, '€/h')).toBe('42 €/h');
  expect(said(3, '')).toBe('3');
  expect(times(0.25, 100)).toBe(25);
});

test('a number does not leave what it counts', () => {
  expect(unbroken('Walls of 1.1 mm may not fill; 2 of 10 do.')).toBe(
    'Walls of 1.1\u00a0mm may not fill; 2\u00a0of 10\u00a0do.',
  );
  expect(unbroken('± 0.2 mm, at 3')).toBe('±\u00a00.2\u00a0mm, at 3');
});
