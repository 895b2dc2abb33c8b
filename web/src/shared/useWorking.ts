import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { useAddress } from './useAddress';

/** The line of working that is open, kept in the address so that it can be linked to. */
export function useWorking() {
  const open = useSearchParams()[0].get('working');
  const change = useAddress();
  const show = useCallback((line: string | null) => change({ working: line }), [change]);
  return { open, show };
}
