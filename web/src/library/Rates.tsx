import { Box, Button, TextField, Typography } from '@mui/material';
import { memo, useState } from 'react';
import type { Library, Rate } from '../app/api/types';
import { range, times } from '../shared/format';
import { NumberField } from '../shared/NumberField';
import { oddLoss } from '../shared/oddLoss';
import type { ChangeLibrary } from './useLibraryChange';
import { WhatChanged } from './WhatChanged';

const columns = {
  display: 'grid',
  gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 170px 90px minmax(0, 1fr) 90px' },
  columnGap: 2,
} as const;

/** Every rate and norm with its low, likely and high. */
export function Rates({ rates, change }: { rates: Library['rates']; change: ChangeLibrary }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {rates.map((rate) => (
        <Box
          component="li"
          key={rate.entry.key}
          sx={{
            borderTop: 1,
            borderColor: 'divider',
            py: 0.5,
            contentVisibility: 'auto',
            containIntrinsicSize: 'auto 34px',
          }}
        >
          <Row rate={rate} open={open === rate.entry.key} onOpen={setOpen} />
          <WhatChanged
            standing={rate.standing}
            onReset={() => change.mutate({ reset: { kind: 'rate', key: rate.entry.key } })}
          />
          {open === rate.entry.key && (
            <Edit
              rate={rate.entry}
              onSave={(own) => {
                change.mutate({ rates: [own] });
                setOpen(null);
              }}
            />
          )}
        </Box>
      ))}
    </Box>
  );
}

const Row = memo(function Row({
  rate: { entry },
  open,
  onOpen,
}: {
  rate: Library['rates'][number];
  open: boolean;
  onOpen: (key: string | null) => void;
}) {
  return (
    <Box sx={{ ...columns, alignItems: 'baseline' }}>
      <span>{entry.name}</span>
      <Typography sx={{ textAlign: { md: 'right' }, fontWeight: 600 }}>
        {range(times({ low: entry.low, likely: entry.likely, high: entry.high }, partsOf(entry)))}
      </Typography>
      <Typography color="textSecondary">{unitOf(entry)}</Typography>
      <Typography variant="body2" color="textSecondary" noWrap title={entry.source}>
        {entry.source}
      </Typography>
      <Button onClick={() => onOpen(open ? null : entry.key)} aria-expanded={open} aria-label={`Change ${entry.name}`}>
        {open ? 'Close' : 'Change'}
      </Button>
    </Box>
  );
});

/** A share is shown and typed in percent, as in every step. */
const partsOf = (rate: Rate) => (rate.unit === 'share' ? 100 : 1);
const unitOf = (rate: Rate) => (rate.unit === 'share' ? '%' : rate.unit);

type Ends = { low: number | null; likely: number | null; high: number | null };

function Edit({ rate, onSave }: { rate: Rate; onSave: (rate: Rate) => void }) {
  const parts = partsOf(rate);
  const at = (value: number) => Number((value * parts).toPrecision(12));
  const [ends, setEnds] = useState<Ends>({ low: at(rate.low), likely: at(rate.likely), high: at(rate.high) });
  const [source, setSource] = useState('shop');
  const { low, likely, high } = ends;
  const good = low !== null && likely !== null && high !== null && low <= likely && likely <= high;
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', py: 1, alignItems: 'flex-start' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (good)
          onSave({
            ...rate,
            low: low / parts,
            likely: likely / parts,
            high: high / parts,
            source: source.trim() || 'shop',
          });
      }}
    >
      {(['low', 'likely', 'high'] as const).map((end) => (
        <NumberField
          key={end}
          label={`${end[0]!.toUpperCase()}${end.slice(1)}`}
          value={ends[end]}
          unit={unitOf(rate)}
          optional
          min={0}
          doubt={rate.key === 'cast.loss' ? oddLoss : undefined}
          onChange={(value) => setEnds((was) => ({ ...was, [end]: value }))}
          width={150}
        />
      ))}
      <TextField
        label="Source"
        value={source}
        onChange={(event) => setSource(event.target.value)}
        sx={{ width: 260 }}
      />
      <Button type="submit" variant="contained" disabled={!good} sx={{ mt: 0.5 }}>
        Keep as the shop’s
      </Button>
      {!good && (
        <Typography variant="body2" color="error" sx={{ flexBasis: '100%' }}>
          Three numbers that rise: low, likely, high.
        </Typography>
      )}
    </Box>
  );
}
