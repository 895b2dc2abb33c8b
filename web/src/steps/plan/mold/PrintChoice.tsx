import { MenuItem, TextField } from '@mui/material';
import { Controller, useFormContext } from 'react-hook-form';
import type { CastingPlan, PlanAnswer } from '../../../app/api/types';
import { useRefused } from '../planForm';

/** What is printed of. */
export function PrintChoice({
  name,
  prints,
}: {
  name: 'printed.printId' | 'fill.printId';
  prints: PlanAnswer['prints'];
}) {
  const { control } = useFormContext<CastingPlan>();
  const refused = useRefused(name);
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TextField
          {...field}
          select
          label="Printed of"
          sx={{ gridColumn: '1 / -1' }}
          error={Boolean(refused)}
          helperText={refused ?? `softens from about ${prints.find((p) => p.id === field.value)?.serviceC ?? '?'} °C`}
        >
          {prints.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
}
