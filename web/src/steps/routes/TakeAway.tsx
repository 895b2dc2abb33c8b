import { Box, Link } from '@mui/material';
import { Link as RouterLink } from 'react-router';

/** The comparison to take along: a memo of one page, or the table. */
export function TakeAway({ projectId, quantity }: { projectId: string; quantity: number }) {
  const file = (name: string) => `/api/projects/${projectId}/${name}?quantity=${quantity}`;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, fontSize: 13.5 }}>
      <Link component={RouterLink} to={`/projects/${projectId}/memo?q=${quantity}`}>
        Memo
      </Link>
      <Link href={file('memo.pdf')}>PDF</Link>
      <Link href={file('routes.csv')}>CSV</Link>
      <Link href={file('routes.xlsx')}>XLSX</Link>
    </Box>
  );
}
