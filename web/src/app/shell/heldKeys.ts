/**
 * A key that is held down does once what it does: a browser presses a button again and again under a held Enter, and a cure would be
 * begun, ended and counted in a second. In a field a held key goes on writing.
 */
export function letHeldKeysPressOnce(): () => void {
  const onKey = (event: KeyboardEvent) => {
    const at = event.target as HTMLElement | null;
    if (
      event.repeat &&
      (event.key === 'Enter' || event.key === ' ') &&
      at?.closest('button, a, [role="button"], summary')
    )
      event.preventDefault();
  };
  window.addEventListener('keydown', onKey, true);
  return () => window.removeEventListener('keydown', onKey, true);
}
