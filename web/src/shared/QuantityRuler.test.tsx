import { ThemeProvider } from '@mui/material';
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { theme } from '../app/theme/theme';
import { QuantityRuler } from './QuantityRuler';

function ruler(quantity: number) {
  const onChange = vi.fn();
  const spans = [
    { tag: 'PR', name: 'Printed parts', from: 1, to: 9, tie: false },
    { tag: 'SM', name: 'Silicone', from: 10, to: 1000, tie: true },
  ];
  render(
    <ThemeProvider theme={theme}>
      <QuantityRuler
        quantity={quantity}
        upTo={1000}
        spans={spans}
        crossings={[10]}
        pins={[{ quantity: 40, label: '40 function' }]}
        onChange={onChange}
      />
    </ThemeProvider>,
  );
  return { onChange, marker: screen.getByRole('slider'), input: screen.getByLabelText('Quantity') };
}

test.each([
  ['ArrowRight', false, 40, 42],
  ['ArrowLeft', false, 40, 38],
  ['ArrowRight', true, 40, 50],
  ['ArrowLeft', false, 1, 1],
  ['ArrowUp', false, 3, 4],
  ['PageUp', false, 40, 400],
  ['PageDown', false, 40, 4],
  ['PageUp', false, 400, 1000],
  ['Home', false, 40, 1],
  ['End', false, 40, 1000],
])('%s (Shift %s) moves the marker from %d to %d', (key, shiftKey, from, to) => {
  const { marker, onChange } = ruler(from);
  fireEvent.keyDown(marker, { key, shiftKey });
  expect(onChange).toHaveBeenLastCalledWith(to);
});

test('other keys are left alone', () => {
  const { marker, onChange } = ruler(40);
  fireEvent.keyDown(marker, { key: 'x' });
  expect(onChange).not.toHaveBeenCalled();
});

test('the scale is logarithmic: the middle of the rail is the root of its end', () => {
  const { marker, onChange } = ruler(40);
  marker.getBoundingClientRect = () => ({ left: 100, width: 900 }) as DOMRect;
  marker.setPointerCapture = () => undefined;
  fireEvent.pointerDown(marker, { clientX: 550, pointerId: 1 });
  expect(onChange).toHaveBeenLastCalledWith(Math.round(Math.sqrt(1000)));
  fireEvent.pointerDown(marker, { clientX: 5000, pointerId: 1 });
  expect(onChange).toHaveBeenLastCalledWith(1000);
});

test('a quantity is typed as anywhere; what is no quantity stays to be put right and moves nothing', () => {
  const { input, onChange } = ruler(40);
  fireEvent.change(input, { target: { value: '900' } });
  expect(onChange).toHaveBeenLastCalledWith(900);
  onChange.mockClear();
  fireEvent.change(input, { target: { value: '0' } });
  expect(screen.getByText('Give a number from 1 to ∞.')).toBeDefined();
  expect(onChange).not.toHaveBeenCalled();
});

test('spans, ties, crossings and pins are named', () => {
  const { marker } = ruler(40);
  expect(marker.getAttribute('aria-valuetext')).toBe('40 parts');
  expect(screen.getByTitle('Printed parts').textContent).toBe('PR');
  expect(screen.getByTitle(/^Silicone leads a tie/).textContent).toBe('SM');
  expect(screen.getByTitle('Wanted: 40 function')).toBeDefined();
});
