import { Box, Button, MenuItem, TextField } from '@mui/material';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, useWatch } from 'react-hook-form';
import type { InspectionItem } from '../../../app/api/types';
import { z } from '../../../shared/zod';
import { gauges, numberOf } from '../words';
import { newId } from '../../../shared/newId';

const amount = (said: string) => z.string().refine((text) => text.trim() !== '' && numberOf(text) >= 0, said);
const some = z
  .string()
  .refine((text) => text.trim() === '' || Number.isFinite(numberOf(text)), 'A number, or nothing.');

const schema = z
  .object({
    kind: z.enum(['size', 'look', 'hardness']),
    name: z.string().trim().min(1, 'What is looked at?').max(80),
    nominal: z.string(),
    lower: some,
    upper: some,
    gauge: z.string(),
    everyShots: amount('One of how many shots?'),
    nearGate: z.enum(['', 'near', 'far']),
    toolMm: some,
  })
  .refine((typed) => typed.kind === 'look' || (typed.nominal.trim() !== '' && numberOf(typed.nominal) >= 0), {
    path: ['nominal'],
    message: 'As drawn.',
  })
  .refine((typed) => typed.kind === 'look' || typed.lower.trim() !== '' || typed.upper.trim() !== '', {
    path: ['lower'],
    message: 'A lower limit, an upper one, or both.',
  });

type Typed = z.infer<typeof schema>;

const orNull = (text: string) => (text.trim() === '' ? null : numberOf(text));

const usual: Record<Typed['kind'], InspectionItem['gauge']> = {
  size: 'calliper',
  look: 'eye',
  hardness: 'durometer',
};

/** Something new to look at; where on the model is said after. */
export function ItemForm({ everyShots, onDone }: { everyShots: number; onDone: (item: InspectionItem) => void }) {
  const { register, handleSubmit, control, setValue, formState } = useForm<Typed>({
    resolver: zodResolver(schema),
    defaultValues: {
      kind: 'size',
      name: '',
      nominal: '',
      lower: '',
      upper: '',
      gauge: 'calliper',
      everyShots: String(everyShots),
      nearGate: '',
      toolMm: '',
    },
  });
  const [kind, gauge, nearGate] = useWatch({ control, name: ['kind', 'gauge', 'nearGate'] });
  const isLook = kind === 'look';
  const done = (typed: Typed) =>
    onDone({
      id: newId(),
      kind: typed.kind,
      name: typed.name.trim(),
      nominal: isLook ? 1 : numberOf(typed.nominal),
      lower: isLook ? 1 : orNull(typed.lower),
      upper: isLook ? 1 : orNull(typed.upper),
      gauge: typed.gauge as InspectionItem['gauge'],
      everyShots: numberOf(typed.everyShots),
      nearGate: typed.nearGate === '' ? null : typed.nearGate === 'near',
      from: null,
      to: null,
      toolMm: typed.kind === 'size' ? orNull(typed.toolMm) : null,
    });
  const field = (name: keyof Typed, label: string) => (
    <TextField
      label={label}
      {...register(name)}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message}
    />
  );
  return (
    <Box
      component="form"
      noValidate
      aria-label="Something to look at"
      onSubmit={(event) => void handleSubmit(done)(event)}
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(130px, 1fr))', gap: 1.5, my: 1 }}
    >
      <TextField
        select
        label="Kind"
        value={kind}
        onChange={(event) => {
          const next = event.target.value as Typed['kind'];
          setValue('kind', next);
          setValue('gauge', usual[next]);
        }}
      >
        <MenuItem value="size">a size</MenuItem>
        <MenuItem value="look">a look</MenuItem>
        <MenuItem value="hardness">a hardness</MenuItem>
      </TextField>
      {field('name', 'Name')}
      {!isLook && field('nominal', kind === 'size' ? 'As drawn, mm' : 'As asked, points')}
      {!isLook && field('lower', 'No less than')}
      {!isLook && field('upper', 'No more than')}
      {kind === 'size' && field('toolMm', 'In the tool, mm')}
      <TextField select label="By" value={gauge} onChange={(event) => setValue('gauge', event.target.value)}>
        {Object.entries(gauges).map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      {field('everyShots', 'One shot of')}
      <TextField
        select
        label="Gate"
        value={nearGate}
        onChange={(event) => setValue('nearGate', event.target.value as Typed['nearGate'])}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">not said</MenuItem>
        <MenuItem value="near">near it</MenuItem>
        <MenuItem value="far">far from it</MenuItem>
      </TextField>
      <Button type="submit" variant="contained" sx={{ alignSelf: 'end' }}>
        Look at it
      </Button>
    </Box>
  );
}
