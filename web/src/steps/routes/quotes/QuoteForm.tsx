import { Box, Button, TextField } from '@mui/material';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from '../../../shared/zod';
import type { Quote } from '../../../app/api/types';
import { breaksOf } from './breaks';
import { newId } from '../../../shared/newId';

const plain = (text: string) => Number(text.trim().replace(/\s/g, ''));
const amount = (said: string) => z.string().refine((text) => text.trim() !== '' && plain(text) >= 0, said);

const schema = z.object({
  supplier: z.string().trim().min(2, 'Who offers?').max(120),
  toolPrice: amount('The price of the tool, in €.'),
  cavities: amount('How many cavities?'),
  prices: z.string().refine((text) => breaksOf(text) !== null, 'As 100: 2.60, 1000: 1.90 (from how many: price each).'),
  guaranteedShots: z
    .string()
    .refine((text) => text.trim() === '' || plain(text) >= 1, 'A number of shots, or nothing.'),
  leadDays: amount('Working days from the order to the first parts.'),
  validUntil: z.string().regex(/^\d{4}-\d\d-\d\d$/, 'The last day it can be ordered by.'),
  remarks: z.string().max(2000),
});

type Typed = z.infer<typeof schema>;

const fields = [
  ['supplier', 'Supplier', 'text'],
  ['toolPrice', 'Tool, €', 'text'],
  ['cavities', 'Cavities', 'text'],
  ['prices', 'Prices each, from how many', 'text'],
  ['guaranteedShots', 'Shots guaranteed', 'text'],
  ['leadDays', 'Lead, working days', 'text'],
  ['validUntil', 'Valid until', 'date'],
  ['remarks', 'Remarks', 'text'],
] as const;

/** A quote typed in from a supplier's letter. */
export function QuoteForm({ routeId, onDone }: { routeId: string; onDone: (quote: Quote) => void }) {
  const { register, handleSubmit, formState } = useForm<Typed>({
    resolver: zodResolver(schema),
    defaultValues: {
      supplier: '',
      toolPrice: '',
      cavities: '1',
      prices: '',
      guaranteedShots: '',
      leadDays: '',
      validUntil: '',
      remarks: '',
    },
  });
  const done = (typed: Typed) =>
    onDone({
      id: newId(),
      routeId,
      supplier: typed.supplier.trim(),
      cavities: plain(typed.cavities),
      toolPrice: plain(typed.toolPrice),
      isToolOurs: true,
      prices: breaksOf(typed.prices)!,
      guaranteedShots: typed.guaranteedShots.trim() ? plain(typed.guaranteedShots) : null,
      leadDays: plain(typed.leadDays),
      validUntil: typed.validUntil,
      remarks: typed.remarks.trim() || null,
      counts: true,
    });
  return (
    <Box
      component="form"
      noValidate
      aria-label="A quote"
      onSubmit={(event) => void handleSubmit(done)(event)}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: 'repeat(4, minmax(0,1fr))' },
        gap: 1.5,
        my: 1,
        position: 'relative',
      }}
    >
      {fields.map(([name, label, type]) => (
        <TextField
          key={name}
          label={label}
          type={type}
          {...register(name)}
          error={Boolean(formState.errors[name])}
          helperText={formState.errors[name]?.message}
          slotProps={{ inputLabel: type === 'date' ? { shrink: true } : {} }}
        />
      ))}
      <Button type="submit" variant="contained" sx={{ justifySelf: 'start' }}>
        Keep the quote
      </Button>
    </Box>
  );
}
