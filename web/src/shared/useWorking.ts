import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** The line of working that is open, kept in the address so that it can be linked to. */
export function useWorking() {
  const [params, setParams] = useSearchParams();
  const open = params.get('working');
  const show = useCallback(
    (line: string | null) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (line) next.set('working', line);
          else next.delete('working');
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  return { open, show };
}
