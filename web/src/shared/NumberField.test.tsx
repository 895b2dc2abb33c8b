import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import { NumberField, type NumberFieldProps } from './NumberField';

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

const { fetched } = vi.hoisted(() => {
  const fetched = vi.fn<(request: Request) => Promise<Response>>();
  globalThis.fetch = fetched as unknown as typeof fetch;
  return { fetched };
});

beforeEach(() => void fetched.mockReset());

function field(props: Partial<NumberFieldProps> = {}) {
  const onChange = vi.fn();
  const view = (more: Partial<NumberFieldProps> = {}) => (
    <NumberField label="Wall" unit="mm" value={2} onChange={onChange} min={0.1} max={50} {...props} {...more} />
  );
  const { rerender } = render(view());
  const input = screen.getByLabelText<HTMLInputElement>('Wall');
  return { input, onChange, again: (more: Partial<NumberFieldProps>) => rerender(view(more)) };
}

test.each([
  ['3', 3],
  ['3.5', 3.5],
  ['3,5', 3.5],
  [' 4 ', 4],
])('%j is handed on as it is typed', (typed, value) => {
  const { input, onChange } = field();
  fireEvent.change(input, { target: { value: typed } });
  expect(onChange).toHaveBeenLastCalledWith(value);
});

test('out of range is said and not handed on', () => {
  const { input, onChange } = field();
  fireEvent.change(input, { target: { value: '80' } });
  expect(screen.getByText('Give a number from 0.1 to 50 mm.')).toBeDefined();
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.change(input, { target: { value: '8' } });
  expect(screen.queryByText(/Give a number/)).toBeNull();
});

test('empty is null where it may be, and asked for where not', () => {
  const { input, onChange } = field();
  fireEvent.change(input, { target: { value: '' } });
  expect(screen.getByText('Give a number.')).toBeDefined();
  expect(onChange).not.toHaveBeenCalled();
  cleanup();
  const optional = field({ optional: true });
  fireEvent.change(optional.input, { target: { value: '' } });
  expect(optional.onChange).toHaveBeenLastCalledWith(null);
});

test('halves of parts are refused', () => {
  const { input } = field({ whole: true });
  fireEvent.change(input, { target: { value: '2.5' } });
  expect(screen.getByText('Give a whole number.')).toBeDefined();
});

test('another unit is turned into the one shown when the field is left', async () => {
  fetched.mockResolvedValueOnce(answer(200, { readings: [{ says: '3.175 mm', value: 3.175 }], note: null }));
  const { input, onChange } = field();
  fireEvent.change(input, { target: { value: '1/8 in' } });
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.blur(input);
  await waitFor(() => expect(onChange).toHaveBeenLastCalledWith(3.175));
  expect(input.value).toBe('3.175');
  expect(await fetched.mock.calls[0]![0].json()).toEqual({
    text: '1/8 in',
    unit: 'mm',
    whole: false,
    least: 0.1,
    most: 50,
  });
});

test('what can be read two ways is asked about, and nothing is taken before an answer', async () => {
  const readings = [
    { says: '18,000', value: 18000 },
    { says: '18.000', value: 18 },
  ];
  fetched.mockResolvedValueOnce(answer(200, { readings, note: null }));
  const { input, onChange } = field({ unit: '', value: 60, min: 1, max: 1e6, whole: true, counts: 'pieces' });
  expect(screen.getByText('60 pieces')).toBeDefined();
  fireEvent.focus(input);
  fireEvent.change(input, { target: { value: '18.000' } });
  fireEvent.blur(input);
  const both = await screen.findByRole('alert');
  expect(both.textContent).toContain('18.000 can be read two ways:');
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.click(screen.getByRole('button', { name: '18,000' }));
  expect(onChange).toHaveBeenLastCalledWith(18000);
  expect(input.value).toBe('18\u202f000');
});

test('an odd value counts only once it is said to be meant', () => {
  const { input, onChange } = field({ doubt: (v) => (v > 20 ? 'That is thick. Meant?' : null) });
  fireEvent.focus(input);
  fireEvent.change(input, { target: { value: '40' } });
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.click(screen.getByRole('button', { name: 'yes, 40 mm' }));
  expect(onChange).toHaveBeenLastCalledWith(40);
});

test('a field that is cleared goes back to what is proposed', () => {
  const { input, onChange } = field({ proposal: 2.5 });
  fireEvent.change(input, { target: { value: '' } });
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.blur(input);
  expect(onChange).toHaveBeenLastCalledWith(2.5);
  expect(input.value).toBe('2.5');
});

test('what the server can’t read is said in its words', async () => {
  fetched.mockResolvedValueOnce(answer(422, { code: 'units.unknown', detail: '"furlong" is not a unit known here.' }));
  const { input, onChange } = field();
  fireEvent.change(input, { target: { value: '3 furlong' } });
  fireEvent.blur(input);
  expect(await screen.findByText(/furlong/)).toBeDefined();
  expect(onChange).not.toHaveBeenCalled();
});

test('a value from outside rewrites what is typed, its own echo does not', () => {
  const { input, again } = field();
  fireEvent.change(input, { target: { value: '3.50' } });
  again({ value: 3.5 });
  expect(input.value).toBe('3.50');
  again({ value: 9 });
  expect(input.value).toBe('9');
});
