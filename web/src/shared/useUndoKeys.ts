import { useEffect } from 'react';

/** Ctrl+Z and Ctrl+Shift+Z outside of text fields; without a move to make, the keys are left alone. */
export function useUndoKeys(undo: (() => void) | undefined, redo: (() => void) | undefined) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || inText(event.target)) return;
      const move = event.shiftKey ? redo : undo;
      if (!move) return;
      event.preventDefault();
      move();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

const inText = (target: EventTarget | null) =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type === 'text');
