import { fireEvent, render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { useUndoKeys } from './useUndoKeys';

function Page({ undo, redo }: { undo?: () => void; redo?: () => void }) {
  useUndoKeys(undo, redo);
  return (
    <>
      <input type="text" aria-label="Text" />
      <input type="checkbox" aria-label="Tick" />
    </>
  );
}

const z = { key: 'z', ctrlKey: true, bubbles: true, cancelable: true };

test('the keys undo, and with Shift redo, but not inside of text', () => {
  const [undo, redo] = [vi.fn(), vi.fn()];
  render(<Page undo={undo} redo={redo} />);
  fireEvent.keyDown(screen.getByLabelText('Tick'), z);
  fireEvent.keyDown(document.body, { ...z, ctrlKey: false, metaKey: true, key: 'Z', shiftKey: true });
  fireEvent.keyDown(screen.getByLabelText('Text'), z);
  fireEvent.keyDown(document.body, { ...z, ctrlKey: false });
  expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([1, 1]);
});

test('without a move to make the keys are left to the browser', () => {
  render(<Page redo={vi.fn()} />);
  expect(fireEvent.keyDown(document.body, z)).toBe(true);
  expect(fireEvent.keyDown(document.body, { ...z, shiftKey: true })).toBe(false);
});
