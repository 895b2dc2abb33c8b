import { Box, Button, Typography } from '@mui/material';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { FormChoice, FormDay, FormNumber } from '../../shared/formFields';
import { count } from '../../shared/format';
import { inDays, purposes } from './briefForm';
import { DemandTimeline } from './DemandTimeline';

/** How many, by when, and what for: drawn over time, and as rows. */
export function DemandRows() {
  const { control } = useFormContext<Brief>();
  const { fields, append, remove } = useFieldArray({ control, name: 'demand' });
  const rows = useWatch({ control, name: 'demand' });
  const total = rows.reduce((sum, row) => sum + (row.quantity || 0) * Math.max(1, row.years || 0), 0);
  const yearly = Math.max(0, ...rows.map((row) => (row.years > 0 ? row.quantity || 0 : 0)));
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
      {fields.length > 0 && <DemandTimeline />}
      {fields.map((row, i) => (
        <Box
          key={row.id}
          role="group"
          aria-label={`Row ${i + 1}`}
          sx={{
            display: 'flex',
            gap: 1.25,
            py: 1.25,
            borderBottom: 1,
            borderColor: 'divider',
            alignItems: 'flex-start',
            flexWrap: { xs: 'wrap', sm: 'nowrap' },
          }}
        >
          <FormNumber<Brief>
            name={`demand.${i}.quantity`}
            label={rows[i]?.years ? 'Quantity a year' : 'Quantity'}
            unit=""
            whole
            counts="pieces"
            min={1}
            max={100_000_000}
            width={116}
          />
          <FormDay<Brief> name={`demand.${i}.neededBy`} label={rows[i]?.years ? 'From' : 'Needed by'} />
          <FormChoice<Brief> name={`demand.${i}.purpose`} label="For" options={purposes} sx={{ width: 106 }} />
          <FormNumber<Brief>
            name={`demand.${i}.years`}
            label="Years"
            unit=""
            whole
            proposal={0}
            min={0}
            max={20}
            width={66}
          />
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
              years: 0,
            })
          }
        >
          Add a row
        </Button>
        <Typography color="textSecondary">
          {total > 0 && `${count(total)} in all`}
          {yearly > 0 && `, ${count(yearly)} a year at most`}
        </Typography>
      </Box>
    </section>
  );
}
