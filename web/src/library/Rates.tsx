import { Box, Button, TextField, Typography } from '@mui/material';
import { memo, useState } from 'react';
import type { Library, Rate } from '../app/api/types';
import { range } from '../shared/format';
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
        {range({ low: entry.low, likely: entry.likely, high: entry.high })}
      </Typography>
      <Typography color="textSecondary">{entry.unit}</Typography>
      <Typography variant="body2" color="textSecondary" noWrap title={entry.source}>
        {entry.source}
      </Typography>
      <Button onClick={() => onOpen(open ? null : entry.key)} aria-expanded={open} aria-label={`Change ${entry.name}`}>
        {open ? 'Close' : 'Change'}
      </Button>
    </Box>
  );
});

function Edit({ rate, onSave }: { rate: Rate; onSave: (rate: Rate) => void }) {
  const [text, setText] = useState({
    low: String(rate.low),
    likely: String(rate.likely),
    high: String(rate.high),
    source: 'shop',
  });
  const [low, likely, high] = [text.low, text.likely, text.high].map((t) => Number(t.replace(',', '.'))) as [
    number,
    number,
    number,
  ];
  const good = [low, likely, high].every((n) => Number.isFinite(n) && n >= 0) && low <= likely && likely <= high;
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', py: 1, alignItems: 'flex-start' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (good) onSave({ ...rate, low, likely, high, source: text.source.trim() || 'shop' });
      }}
    >
      {(['low', 'likely', 'high'] as const).map((end) => (
        <TextField
          key={end}
          label={`${end[0]!.toUpperCase()}${end.slice(1)}`}
          value={text[end]}
          onChange={(event) => setText({ ...text, [end]: event.target.value })}
          error={!good}
          sx={{ width: 110 }}
        />
      ))}
      <TextField
        label="Source"
        value={text.source}
        onChange={(event) => setText({ ...text, source: event.target.value })}
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
