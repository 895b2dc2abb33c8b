import { zodResolver } from '@hookform/resolvers/zod';
import { Box, Button, MenuItem, TextField } from '@mui/material';
import { useForm, useWatch } from 'react-hook-form';
import type { Invoice, SpentStretch } from '../../../app/api/types';
import { useAtBench } from '../../../shared/useAtBench';
import { Who } from '../../../shared/Who';
import { z } from '../../../shared/zod';
import { numberOf } from '../words';
import { newId } from '../../../shared/newId';

const day = z.string().regex(/^$|^\d{4}-\d\d-\d\d$/, 'A day, or nothing.');
const above = (least: number, says: string) =>
  z.string().refine((text) => text.trim() !== '' && numberOf(text) >= least, says);

const schema = z
  .object({
    stretch: z.string().min(1),
    what: z.string().min(1, 'What was bought?'),
    supplier: z.string().trim().min(2, 'Who was paid?').max(120),
    amount: above(1e-6, 'How much of it?'),
    paid: above(0, 'What was paid in all, in €?'),
    orderedOn: day,
    cameOn: day,
    quote: z.string(),
    text: z.string().max(400),
  })
  .refine((i) => !i.orderedOn || !i.cameOn || i.cameOn >= i.orderedOn, {
    path: ['cameOn'],
    message: 'It can’t come before it was ordered.',
  });

type Typed = z.infer<typeof schema>;

/** An invoice typed in; what it was of leads to the line of the estimate it is held against. */
export function InvoiceForm({
  stretches,
  onDone,
}: {
  stretches: readonly SpentStretch[];
  onDone: (invoice: Invoice) => void;
}) {
  const [by] = useAtBench();
  const { register, handleSubmit, control, formState } = useForm<Typed>({
    resolver: zodResolver(schema),
    defaultValues: {
      stretch: stretches[0]?.id ?? '',
      what: '',
      supplier: '',
      amount: '',
      paid: '',
      orderedOn: '',
      cameOn: '',
      quote: '',
      text: '',
    },
  });
  const [chosen, what] = useWatch({ control, name: ['stretch', 'what'] });
  const stretch = stretches.find((s) => s.id === chosen) ?? stretches[0];
  const priced = stretch?.prices.find((p) => p.key === what);
  const done = (typed: Typed) =>
    onDone({
      id: newId(),
      routeId: stretches.find((s) => s.id === typed.stretch)!.route.id,
      supplier: typed.supplier.trim(),
      as: isKind(typed.what) ? typed.what : 'priced',
      key: isKind(typed.what) ? null : typed.what,
      amount: numberOf(typed.amount),
      paid: numberOf(typed.paid),
      orderedOn: typed.orderedOn || null,
      cameOn: typed.cameOn || null,
      quoteId: typed.quote || null,
      by,
      text: typed.text.trim() || null,
    });
  const errors = formState.errors;
  const said = (name: keyof Typed) => ({ error: Boolean(errors[name]), helperText: errors[name]?.message });
  return (
    <Box
      component="form"
      noValidate
      aria-label="An invoice"
      onSubmit={(event) => void handleSubmit(done)(event)}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: 'repeat(3, minmax(0,1fr))', md: 'repeat(4, minmax(0,1fr))' },
        gap: 1.5,
        my: 1.5,
        alignItems: 'start',
      }}
    >
      <TextField select label="For" defaultValue={stretches[0]?.id} {...register('stretch')} {...said('stretch')}>
        {stretches.map((s) => (
          <MenuItem key={s.id} value={s.id}>
            {s.route.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField select label="What" defaultValue="" {...register('what')} {...said('what')}>
        {Object.entries(kinds).map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
        {stretch?.prices.map((p) => (
          <MenuItem key={p.key} value={p.key}>
            {p.name}, {p.unit}
          </MenuItem>
        ))}
      </TextField>
      <TextField label="Supplier" {...register('supplier')} {...said('supplier')} />
      <TextField
        label={priced?.unit.startsWith('€/') ? `How much, ${priced.unit.slice(2)}` : 'How many'}
        {...register('amount')}
        {...said('amount')}
      />
      <TextField label="Paid in all, €" {...register('paid')} {...said('paid')} />
      {(['orderedOn', 'cameOn'] as const).map((name) => (
        <TextField
          key={name}
          type="date"
          label={name === 'orderedOn' ? 'Ordered on' : 'Came on'}
          slotProps={{ inputLabel: { shrink: true } }}
          {...register(name)}
          {...said(name)}
        />
      ))}
      <TextField
        select
        label="On the quote of"
        defaultValue=""
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        {...register('quote')}
      >
        <MenuItem value="">no quote</MenuItem>
        {stretch?.quotes.map((q) => (
          <MenuItem key={q.id} value={q.id}>
            {q.supplier}
          </MenuItem>
        ))}
      </TextField>
      <TextField label="Its number, or a remark" {...register('text')} {...said('text')} />
      <Who label="Who enters it" />
      <Button type="submit" variant="contained" disabled={!by} sx={{ alignSelf: 'end' }}>
        Enter it
      </Button>
    </Box>
  );
}

const kinds = { tool: 'A whole tool or mold', parts: 'Finished parts', other: 'Something besides' } as const;
const isKind = (what: string): what is keyof typeof kinds => what in kinds;
