import { Button, Typography } from '@mui/material';
import { Component, type ReactNode } from 'react';
import { Link } from 'react-router';

interface Failed {
  at: string;
  error: unknown;
}

/** Says what failed in place of the page that failed, until somebody goes to another address. */
export class Broken extends Component<{ at: string; children: ReactNode }, Failed> {
  state: Failed = { at: this.props.at, error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  static getDerivedStateFromProps({ at }: { at: string }, state: Failed) {
    return at === state.at ? null : { at, error: null };
  }

  render() {
    const { error } = this.state;
    if (error === null) return this.props.children;
    return (
      <Instead heading="This page failed">
        {error instanceof Error ? error.message : ''} What was saved is safe.
        {/* A page that could not be fetched is fetched anew only with everything else. */}
        <Button onClick={() => window.location.reload()} sx={{ ml: 1 }}>
          Load it again
        </Button>
      </Instead>
    );
  }
}

export function Nowhere() {
  return <Instead heading="There is nothing at this address">The link may be old. What was saved is safe.</Instead>;
}

function Instead({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <>
      <Typography variant="h1">{heading}</Typography>
      <Typography sx={{ my: 1 }}>{children}</Typography>
      <Button component={Link} to="/" variant="contained">
        All projects
      </Button>
    </>
  );
}
