import { Button, Paper, Radio, RadioGroup, Stack, Typography } from '@mui/material';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import type { Conflict } from './useStep';

interface Props<T> {
  conflict: Conflict<T>;
  labels: Partial<Record<keyof T & string, string>>;
  onResolve: (value: T) => void;
}

/** Somebody else saved first: each field that differs is kept from one side or the other. */
export function ConflictPanel<T extends object>({ conflict, labels, onResolve }: Props<T>) {
  const { mine, theirs } = conflict;
  const differing = (Object.keys(mine) as (keyof T & string)[]).filter(
    (field) => JSON.stringify(mine[field]) !== JSON.stringify(theirs.value[field]),
  );
  const [kept, setKept] = useState<Partial<Record<keyof T, 'mine' | 'theirs'>>>({});
  const merged = () => {
    const value = { ...theirs.value };
    for (const field of differing) if (kept[field] !== 'theirs') value[field] = mine[field];
    return value;
  };

  return (
    <Paper
      variant="outlined"
      role="alertdialog"
      aria-labelledby="conflict-title"
      sx={{ p: 2, flexBasis: '100%', borderColor: 'error.main' }}
    >
      <Typography variant="h2" id="conflict-title">
        This was changed in another window
      </Typography>
      <Typography sx={{ mb: 1 }}>Nothing is lost: choose which to keep, field by field.</Typography>
      {differing.map((field) => (
        <Stack key={field} direction="row" spacing={2} sx={{ alignItems: 'center' }}>
          <Typography variant="h3" id={`conflict-${field}`} sx={{ width: 160 }}>
            {labels[field] ?? field}
          </Typography>
          <RadioGroup
            row
            aria-labelledby={`conflict-${field}`}
            value={kept[field] ?? 'mine'}
            onChange={(_, side) => setKept({ ...kept, [field]: side as 'mine' | 'theirs' })}
          >
            <FormControlLabel
              value="mine"
              control={<Radio size="small" />}
              label={`mine: ${short(mine[field], theirs.value[field])}`}
            />
            <FormControlLabel
              value="theirs"
              control={<Radio size="small" />}
              label={`theirs: ${short(theirs.value[field], mine[field])}`}
            />
          </RadioGroup>
        </Stack>
      ))}
      <Button variant="contained" sx={{ mt: 1 }} onClick={() => onResolve(merged())}>
        Keep these
      </Button>
    </Paper>
  );
}

/** A value in few words; of a thing with named values only those in which it differs from the other one. */
function short(value: unknown, other: unknown): string {
  if (Array.isArray(value))
    return `${value.length} ${value.length === 1 ? 'row' : 'rows'} (${value.map((row) => (row as { quantity?: number }).quantity ?? '').join(', ')})`;
  if (value && typeof value === 'object')
    return Object.entries(value)
      .map(([name, own]) => [own, (other as Record<string, unknown> | null)?.[name]] as const)
      .filter(([own, theirs]) => JSON.stringify(own) !== JSON.stringify(theirs))
      .map(([own, theirs]) => short(own, theirs))
      .join(' ');
  return value == null ? 'nothing' : String(value);
}
