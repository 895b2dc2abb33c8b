import { Button, Typography } from '@mui/material';
import type { Library } from '../app/api/types';
import { plain } from '../shared/plainWords';

/** Where an entry differs from what ships, with the way back. */
export function WhatChanged({
  standing,
  onReset,
}: {
  standing: Library['rates'][number]['standing'];
  onReset: () => void;
}) {
  const { own, differences } = standing;
  if (!own && differences.length === 0) return null;
  return (
    <Typography variant="body2" color="warning" component="div">
      {own
        ? 'The shop’s own; nothing like it ships.'
        : `Shipped: ${differences.map((d) => `${plain(d.where)} ${d.then ?? 'not known'}`).join(', ')}.`}{' '}
      <Button size="small" onClick={onReset}>
        {own ? 'Take it out' : 'Back to shipped'}
      </Button>
    </Typography>
  );
}
