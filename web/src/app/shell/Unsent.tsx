import { Link, Typography } from '@mui/material';
import { useEffect, useSyncExternalStore } from 'react';
import { Link as RouterLink, useLocation } from 'react-router';
import { unsentDocuments } from '../../shared/saving/savers';

/** Says on every other page that something typed on one is not saved yet, and asks before the browser throws it away. */
export function Unsent() {
  const keys = useSyncExternalStore(unsentDocuments.subscribe, unsentDocuments.now);
  const { pathname } = useLocation();
  useEffect(() => {
    if (keys.length === 0) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [keys]);
  const elsewhere = keys
    .map(([step, project]) => ({ step, to: `/projects/${project}/${step}` }))
    .filter((k) => k.to !== pathname);
  if (elsewhere.length === 0) return null;
  return (
    <Typography role="status" color="error" sx={{ mb: 1 }}>
      Not saved yet; it is kept and sent again:{' '}
      {elsewhere.map(({ step, to }) => (
        <Link key={to} component={RouterLink} to={to} sx={{ mr: 1 }}>
          {String(step)}
        </Link>
      ))}
    </Typography>
  );
}
