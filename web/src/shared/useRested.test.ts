import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useRested } from './useRested';

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
});

test('a value that keeps moving is followed only once it rests', () => {
  const { result, rerender } = renderHook(({ value }) => useRested(value, 100), { initialProps: { value: 1 } });
  for (const value of [2, 3, 4]) {
    rerender({ value });
    act(() => void vi.advanceTimersByTime(60));
    expect(result.current).toBe(1);
  }
  act(() => void vi.advanceTimersByTime(60));
  expect(result.current).toBe(4);
});
