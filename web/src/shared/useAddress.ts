import { useCallback } from 'react';
import { useGo } from './useGo';

/**
 * Changes what the address says about the page (null takes a name out), without a step in the history.
 * The function stays the same while the address changes, so that what is handed it need not draw again.
 */
export function useAddress() {
  const go = useGo();
  return useCallback(
    (change: Record<string, string | null>) => {
      const next = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(change)) {
        if (value === null) next.delete(name);
        else next.set(name, value);
      }
      void go({ search: `?${next}` }, { replace: true });
    },
    [go],
  );
}
