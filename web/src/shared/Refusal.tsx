import { Alert, Button } from '@mui/material';
import { Link } from 'react-router';
import type { Problem } from '../app/api/client';

/** Something can't be shown: why, and the next act. */
export function Refusal({ problem, to, act }: { problem: Problem; to?: string; act?: string }) {
  return (
    <Alert
      severity="info"
      variant="outlined"
      sx={{ my: 2 }}
      action={
        to && (
          <Button component={Link} to={to}>
            {act}
          </Button>
        )
      }
    >
      {problem.message}
    </Alert>
  );
}
