import { Button, Typography } from '@mui/material';
import { Link, useRouteError } from 'react-router';

export function Broken() {
  const error = useRouteError();
  return (
    <>
      <Typography variant="h1">{error ? 'This page failed' : 'There is nothing at this address'}</Typography>
      <Typography sx={{ my: 1 }}>
        {error instanceof Error ? error.message : 'The link may be old.'} What was saved is safe.
      </Typography>
      <Button component={Link} to="/" variant="contained">
        All projects
      </Button>
    </>
  );
}
