import { Box, Button, TextField, Typography } from '@mui/material';
import { Controller, useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { FormChoice, FormNumber } from '../../shared/formFields';
import { count } from '../../shared/format';
import { inDays, purposes } from './briefForm';

/** How many, by when, and what for. */
export function DemandRows() {
  const { control, formState } = useFormContext<Brief>();
  const { fields, append, remove } = useFieldArray({ control, name: 'demand' });
  const rows = useWatch({ control, name: 'demand' });
  const total = rows.reduce((sum, row) => sum + (row.quantity || 0), 0);
  return (
    <section aria-labelledby="demand">
      <Typography variant="h2" id="demand">
        How many, by when, what for
      </Typography>
      {fields.length === 0 && (
        <Typography sx={{ py: 2 }}>
          No rows yet. Add the first: a few to look at, some dozens for a trial, thousands a year later.
        </Typography>
      )}
      {fields.map((row, i) => (
        <Box
          key={row.id}
          role="group"
          aria-label={`Row ${i + 1}`}
          sx={{
            display: 'flex',
            gap: 1.5,
            py: 1.25,
            borderBottom: 1,
            borderColor: 'divider',
            alignItems: 'flex-start',
            flexWrap: { xs: 'wrap', sm: 'nowrap' },
          }}
        >
          <FormNumber<Brief>
            name={`demand.${i}.quantity`}
            label="Quantity"
            unit=""
            whole
            min={1}
            max={100_000_000}
            width={112}
          />
          <Controller
            control={control}
            name={`demand.${i}.neededBy`}
            render={({ field }) => (
              <TextField
                {...field}
                type="date"
                label="Needed by"
                sx={{ width: 160 }}
                error={Boolean(formState.errors.demand?.[i]?.neededBy)}
                helperText={formState.errors.demand?.[i]?.neededBy?.message}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            )}
          />
          <FormChoice<Brief> name={`demand.${i}.purpose`} label="For" options={purposes} sx={{ width: 118 }} />
          <Button color="inherit" onClick={() => remove(i)} aria-label={`Take row ${i + 1} out`} sx={{ mt: 0.5 }}>
            Take out
          </Button>
        </Box>
      ))}
      <Box sx={{ display: 'flex', alignItems: 'center', mt: 1.5, gap: 2 }}>
        <Button
          variant="outlined"
          disabled={fields.length >= 50}
          onClick={() =>
            append({
              neededBy: inDays(fields.length === 0 ? 14 : 60 * fields.length),
              quantity: fields.length === 0 ? 3 : 40,
              purpose: fields.length === 0 ? 'fit' : 'function',
            })
          }
        >
          Add a row
        </Button>
        <Typography color="textSecondary">{total > 0 && `${count(total)} in all`}</Typography>
      </Box>
    </section>
  );
}
