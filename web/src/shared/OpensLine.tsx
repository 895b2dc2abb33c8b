import { Link } from '@mui/material';
import type { ReactNode } from 'react';
import { useAddress } from './useAddress';

/** A figure of the page that opens to its line of working: underlined, and a button. */
export function OpensLine({ line, label, children }: { line: string; label?: string; children: ReactNode }) {
  const change = useAddress();
  return (
    <Link
      component="button"
      color="inherit"
      sx={{ font: 'inherit', verticalAlign: 'baseline' }}
      aria-label={label}
      onClick={() => change({ route: null, working: line })}
    >
      {children}
    </Link>
  );
}
